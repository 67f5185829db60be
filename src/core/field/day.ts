import { type Pack, patchOf } from './pack';
import { effectiveAt, standingEvents } from './standing';
import type { WalkEvent, WalkEventOf, attendances } from './walk-events';

/**
 * A walk as it went, out of what was tapped: the same on each phone, on the server, and afterwards. Pure; it holds
 * nothing that can be worked out of the events and the pack.
 */

export interface DayPerson {
  readonly id: string;
  readonly name: string;
  readonly isMinor: boolean;
  readonly hasConsent: boolean;
  readonly isGuest: boolean;
  /** Absent where nobody has said. */
  readonly state: (typeof attendances)[number] | undefined;
  /** The last head count that missed nobody of them, and where. */
  readonly lastCounted: { readonly where: string; readonly at: number } | undefined;
}

export interface DayStop {
  readonly id: string;
  /** Milliseconds since 1970, by the server's clock. */
  readonly arrivedAt: number | undefined;
  readonly leftAt: number | undefined;
  readonly dropped: string | undefined;
  /** Heads were counted there since the group came. */
  readonly isCounted: boolean;
  /** Slugs of dangers that somebody has confirmed. */
  readonly warned: ReadonlySet<string>;
}

/** What was done with a plant at a stop. */
export interface DayTaxon {
  readonly evidence: readonly WalkEventOf<'evidence'>[];
  readonly named: WalkEventOf<'named'> | undefined;
  readonly looked: ReadonlyMap<string, WalkEventOf<'looked'>>;
  readonly lookalikes: ReadonlyMap<string, WalkEventOf<'lookalike'>>;
  /** By part. */
  readonly mayTake: ReadonlyMap<string, WalkEventOf<'may we take'>>;
}

/** What was taken of one part at one patch, or of one plant where no patch is known. */
export interface DayTaking {
  readonly key: string;
  readonly patch: string | undefined;
  readonly taxon: string;
  readonly part: string;
  readonly gathered: number;
  readonly lifted: number;
  readonly putBack: number;
  /** What is gone from the patch. */
  readonly net: number;
  /** Net, by phone from 1. */
  readonly byPhone: readonly number[];
  readonly byPerson: ReadonlyMap<string, number>;
  readonly personMinutes: number;
  /** Pieces that a person gathered in a minute, where picking was timed. */
  readonly pace: number | undefined;
  /** Why more was taken than the share. */
  readonly reasons: readonly string[];
}

export interface DayBasket {
  /** Undefined: the group's. */
  readonly person: string | undefined;
  readonly taxon: string;
  readonly part: string;
  readonly kept: number;
  readonly removed: WalkEventOf<'basket'>['removed'];
  readonly second: string | undefined;
  readonly at: number;
}

export interface FieldDay {
  readonly events: readonly WalkEvent[];
  readonly people: readonly DayPerson[];
  /** Learners and guests who are here. */
  readonly here: readonly DayPerson[];
  /** Ids of the leaders who came. */
  readonly leadersHere: readonly string[];
  readonly counts: readonly WalkEventOf<'head count'>[];
  readonly decision: WalkEventOf<'go or not'> | undefined;
  readonly stops: readonly DayStop[];
  /** Where the group stands; undefined between stops. */
  readonly at: DayStop | undefined;
  /** The next stop that is neither done nor dropped. */
  readonly next: DayStop | undefined;
  /** By stop and slug, see `taxonAt`. */
  readonly taxa: ReadonlyMap<string, DayTaxon>;
  readonly takings: readonly DayTaking[];
  readonly leftHere: readonly WalkEventOf<'left here'>[];
  /** The last look through each basket, by person, plant and part. */
  readonly baskets: readonly DayBasket[];
  /** A piece of a dangerous plant was found in a basket: since then every basket is to be looked through again. */
  readonly dangerFoundAt: number | undefined;
  readonly tastings: readonly WalkEventOf<'tasting'>[];
  readonly tests: readonly WalkEventOf<'test'>[];
  readonly incidents: readonly WalkEventOf<'incident'>[];
  readonly tasks: readonly WalkEventOf<'task'>[];
  /** Stops whose fire was lit and not felt cold since. */
  readonly fires: readonly string[];
  /** Blades handed out and not handed in. */
  readonly bladesOut: number;
  readonly closed: WalkEventOf<'closed'> | undefined;
}

const taxonKey = (stop: string, taxon: string): string => `${stop} ${taxon}`;

/** What was done with a plant at a stop; undefined where nothing was. */
export const taxonAt = (
  { taxa }: Pick<FieldDay, 'taxa'>,
  stop: string,
  taxon: string
): DayTaxon | undefined => taxa.get(taxonKey(stop, taxon));

/** Takings of one patch and part belong together; without a patch, those of one plant and part. */
export const takingKey = (one: { patch?: string | undefined; taxon: string; part: string }): string =>
  `${one.patch ?? one.taxon} ${one.part}`;

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

const ofKind = <K extends WalkEvent['kind']>(events: readonly WalkEvent[], kind: K) =>
  events.filter((one): one is WalkEventOf<K> => one.kind === kind);

function peopleOf(
  pack: Pack,
  events: readonly WalkEvent[],
  counts: readonly WalkEventOf<'head count'>[]
): DayPerson[] {
  const states = new Map(ofKind(events, 'attendance').map((one) => [one.person, one.state]));
  const guests = ofKind(events, 'guest').map(({ person, name, isMinor, hasConsent }) => ({
    id: person,
    name,
    isMinor,
    hasConsent,
    isGuest: true
  }));
  return [...pack.people.map((one) => ({ ...one, isGuest: false })), ...guests].map((one) => {
    const state = states.get(one.id) ?? (one.isGuest ? 'here' : undefined);
    const last = counts.findLast(({ missing }) => !missing.includes(one.id));
    return {
      ...one,
      state,
      lastCounted: last && state === 'here' ? { where: last.where, at: effectiveAt(last) } : undefined
    };
  });
}

/** Leaders who were said to be here, or of whom nothing was said and who have tapped something. */
function leadersHere({ leaders }: Pack, events: readonly WalkEvent[]): string[] {
  const states = new Map(ofKind(events, 'attendance').map((one) => [one.person, one.state]));
  const acted = new Set(events.map(({ by }) => by));
  return leaders.flatMap(({ id }) => ((states.get(id) ?? (acted.has(id) && 'here')) === 'here' ? [id] : []));
}

function stopsOf(
  pack: Pack,
  events: readonly WalkEvent[],
  counts: readonly WalkEventOf<'head count'>[]
): DayStop[] {
  const stops = new Map<string, Mutable<DayStop> & { warned: Set<string> }>(
    pack.stops.map(({ id }) => [
      id,
      { id, arrivedAt: undefined, leftAt: undefined, dropped: undefined, isCounted: false, warned: new Set() }
    ])
  );
  const lastArrival = new Map<string, number>();
  for (const one of events) {
    if (one.kind !== 'arrived' && one.kind !== 'left' && one.kind !== 'dropped' && one.kind !== 'warned')
      continue;
    const stop = stops.get(one.stop);
    if (!stop) continue;
    if (one.kind === 'arrived') {
      lastArrival.set(one.stop, effectiveAt(one));
      // Of two phones that both say it, the first; who comes back to a stop has not left it.
      stop.arrivedAt ??= effectiveAt(one);
      stop.leftAt = undefined;
      stop.dropped = undefined;
    } else if (one.kind === 'left') stop.leftAt = effectiveAt(one);
    else if (one.kind === 'dropped') stop.dropped = one.reason;
    else stop.warned.add(one.taxon);
  }
  for (const count of counts) {
    const stop = stops.get(count.where);
    const arrival = lastArrival.get(count.where);
    if (stop && arrival !== undefined && effectiveAt(count) >= arrival) stop.isCounted = true;
  }
  return [...stops.values()];
}

function taxaOf(events: readonly WalkEvent[]): Map<string, DayTaxon> {
  const taxa = new Map<
    string,
    {
      evidence: WalkEventOf<'evidence'>[];
      named: WalkEventOf<'named'> | undefined;
      looked: Map<string, WalkEventOf<'looked'>>;
      lookalikes: Map<string, WalkEventOf<'lookalike'>>;
      mayTake: Map<string, WalkEventOf<'may we take'>>;
    }
  >();
  const of = (stop: string, taxon: string) => {
    const key = taxonKey(stop, taxon);
    let one = taxa.get(key);
    if (!one)
      taxa.set(
        key,
        (one = {
          evidence: [],
          named: undefined,
          looked: new Map(),
          lookalikes: new Map(),
          mayTake: new Map()
        })
      );
    return one;
  };
  for (const one of events) {
    if (one.kind === 'evidence') of(one.stop, one.taxon).evidence.push(one);
    else if (one.kind === 'named') of(one.stop, one.taxon).named ??= one;
    else if (one.kind === 'looked') of(one.stop, one.taxon).looked.set(one.character, one);
    else if (one.kind === 'lookalike') of(one.stop, one.taxon).lookalikes.set(one.lookalike, one);
    else if (one.kind === 'may we take') of(one.stop, one.taxon).mayTake.set(one.part, one);
  }
  return taxa;
}

/** Minutes that people picked, by what was picked; what was begun and not ended counts for nothing. */
function personMinutesOf(pack: Pack, events: readonly WalkEvent[]): Map<string, number> {
  const minutes = new Map<string, number>();
  const begun = new Map<string, WalkEventOf<'picking'>>();
  const patchAt = new Map(pack.stops.map(({ id, patch }) => [id, patch]));
  for (const one of ofKind(events, 'picking')) {
    const patch = patchOf(pack, patchAt.get(one.stop), one.part);
    const key = takingKey({
      patch: patch?.taxon === one.taxon ? patch.id : undefined,
      taxon: one.taxon,
      part: one.part
    });
    const before = begun.get(key);
    if (one.state === 'begins') begun.set(key, one);
    else if (before) {
      const passed = (effectiveAt(one) - effectiveAt(before)) / 60_000;
      minutes.set(key, (minutes.get(key) ?? 0) + Math.max(0, passed) * before.people);
      begun.delete(key);
    }
  }
  return minutes;
}

function takingsOf(pack: Pack, events: readonly WalkEvent[]): DayTaking[] {
  const minutes = personMinutesOf(pack, events);
  interface Sums {
    patch: string | undefined;
    taxon: string;
    part: string;
    gathered: number;
    lifted: number;
    taken: number[];
    putBack: number[];
    byPerson: Map<string, number>;
    reasons: string[];
  }
  const sums = new Map<string, Sums>();
  const zeros = () => Array.from({ length: pack.phones }, () => 0);
  for (const one of events) {
    if (one.kind !== 'taken' && one.kind !== 'put back') continue;
    const key = takingKey(one);
    let sum = sums.get(key);
    if (!sum)
      sums.set(
        key,
        (sum = {
          patch: one.patch,
          taxon: one.taxon,
          part: one.part,
          gathered: 0,
          lifted: 0,
          taken: zeros(),
          putBack: zeros(),
          byPerson: new Map(),
          reasons: []
        })
      );
    const phone = one.phone - 1;
    const add = (list: number[]) => {
      while (list.length <= phone) list.push(0);
      list[phone]! += one.pieces;
    };
    const sign = one.kind === 'taken' ? 1 : -1;
    add(one.kind === 'taken' ? sum.taken : sum.putBack);
    if (one.kind === 'taken') {
      if (one.isLifted) sum.lifted += one.pieces;
      else sum.gathered += one.pieces;
      if (one.reason) sum.reasons.push(one.reason);
    }
    if (one.person)
      sum.byPerson.set(one.person, Math.max(0, (sum.byPerson.get(one.person) ?? 0) + sign * one.pieces));
  }
  return [...sums].map(([key, { taken, putBack, ...sum }]) => {
    // What a phone puts back beyond what it has counted makes no room.
    const byPhone = taken.map((pieces, i) => Math.max(0, pieces - (putBack[i] ?? 0)));
    const personMinutes = minutes.get(key) ?? 0;
    return {
      key,
      ...sum,
      putBack: putBack.reduce((a, b) => a + b, 0),
      net: byPhone.reduce((a, b) => a + b, 0),
      byPhone,
      personMinutes,
      pace: personMinutes > 0 ? sum.gathered / personMinutes : undefined
    };
  });
}

/** @param dangerous slugs of plants whose piece in a basket sends everybody through all baskets again */
function basketsOf(events: readonly WalkEvent[], dangerous: ReadonlySet<string>) {
  const last = new Map<string, DayBasket>();
  let dangerFoundAt: number | undefined;
  for (const one of ofKind(events, 'basket')) {
    const at = effectiveAt(one);
    const { person, taxon, part, kept, removed, second } = one;
    last.set(`${person} ${taxon} ${part}`, { person, taxon, part, kept, removed, second, at });
    if (removed.some((piece) => piece.taxon !== undefined && dangerous.has(piece.taxon))) dangerFoundAt = at;
  }
  return { baskets: [...last.values()], dangerFoundAt };
}

function bladesOutOf(events: readonly WalkEvent[]): number {
  return ofKind(events, 'blades').reduce(
    (out, { state, count }) => Math.max(0, out + (state === 'handed out' ? count : -count)),
    0
  );
}

/** Lookalikes of what is planned that do serious harm, and the dangers that are shown. */
export const dangersInPack = ({ taxa, stops }: Pick<Pack, 'taxa' | 'stops'>): Set<string> =>
  new Set([
    ...taxa.flatMap(({ lookalikes }) => lookalikes.map(({ slug }) => slug)),
    ...stops.flatMap(({ warnings }) => warnings.map(({ slug }) => slug))
  ]);

/**
 * @param events of all phones, as they come: doubles and their order make no difference
 */
export function fieldDay(pack: Pack, events: readonly WalkEvent[]): FieldDay {
  const standing = standingEvents(events.filter(({ walkId }) => walkId === pack.walk.id));
  const counts = ofKind(standing, 'head count');
  const people = peopleOf(pack, standing, counts);
  const stops = stopsOf(pack, standing, counts);
  const isDone = ({ leftAt, dropped }: DayStop) => leftAt !== undefined || dropped !== undefined;
  const at = stops.findLast(({ arrivedAt, leftAt }) => arrivedAt !== undefined && leftAt === undefined);
  const lit = new Map(ofKind(standing, 'fire').map(({ stop, state }) => [stop, state]));
  return {
    events: standing,
    people,
    here: people.filter(({ state }) => state === 'here'),
    leadersHere: leadersHere(pack, standing),
    counts,
    decision: ofKind(standing, 'go or not').at(-1),
    stops,
    at,
    next: stops.find((stop) => !isDone(stop) && stop.arrivedAt === undefined),
    taxa: taxaOf(standing),
    takings: takingsOf(pack, standing),
    leftHere: ofKind(standing, 'left here'),
    ...basketsOf(standing, dangersInPack(pack)),
    tastings: ofKind(standing, 'tasting'),
    tests: ofKind(standing, 'test'),
    incidents: ofKind(standing, 'incident'),
    tasks: ofKind(standing, 'task'),
    fires: [...lit].filter(([, state]) => state === 'lit').map(([stop]) => stop),
    bladesOut: bladesOutOf(standing),
    closed: ofKind(standing, 'closed').at(-1)
  };
}
