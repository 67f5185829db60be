import { counted } from '../words';
import { type DayBasket, type DayPerson, type FieldDay, takingKey, taxonAt } from './day';
import { type Pack, type PackTaxon, patchOf, stopName } from './pack';
import { countedOf, mostInCode, patchKey, sharesOf } from './shares';
import { effectiveAt, mayTakeBack } from './standing';
import type { WalkEvent, WalkEventOf } from './walk-events';

/**
 * What may be tapped now. A rule speaks before an event is made; what was made stands, since it has happened.
 */

/** How many leaders those who are here ask for, and how many came. */
export function leadersNeeded(pack: Pack, day: FieldDay): { readonly needed: number; readonly have: number } {
  const { adults, withChildren } = pack.school.policy.learnersPerLeader;
  const each = day.here.some(({ isMinor }) => isMinor) ? withChildren : adults;
  return { needed: Math.ceil(day.here.length / each), have: day.leadersHere.length };
}

/** Under 18, and no guardian has consented. */
const lacksConsent = ({ isMinor, hasConsent }: Pick<DayPerson, 'isMinor' | 'hasConsent'>): boolean =>
  isMinor && !hasConsent;

/** Whether the group has set out. */
export const hasBegun = ({ stops }: FieldDay): boolean =>
  stops.some(({ arrivedAt }) => arrivedAt !== undefined);

/** Why the group does not set out yet, in words. */
export function beforeStart(pack: Pack, day: FieldDay): string[] {
  const names = (people: readonly { name: string }[]) => people.map(({ name }) => name).join(', ');
  const withoutConsent = day.here.filter(lacksConsent);
  const unasked = day.people.filter(({ state }) => state === undefined);
  const { needed, have } = leadersNeeded(pack, day);
  const { decision } = day;
  return [
    ...(withoutConsent.length > 0
      ? [`No guardian’s consent for ${names(withoutConsent)}: under 18, so they do not come along.`]
      : []),
    ...(unasked.length > 0 ? [`Say whether they are here: ${names(unasked)}.`] : []),
    ...(day.here.length === 0 ? ['Nobody is here yet.'] : []),
    // Who decides to go with fewer leaders says why.
    ...(needed > have && !decision?.reason
      ? [
          `${counted(day.here.length, 'person', 'people')} ask for ${counted(needed, 'leader')}; there ${have === 1 ? 'is' : 'are'} ${have}.`
        ]
      : []),
    ...(decision === undefined ? ['Decide: go or not.'] : []),
    ...(decision && !decision.goes ? ['It was decided not to go.'] : []),
    ...(day.counts.some(({ where }) => where === 'start') ? [] : ['Count heads once before setting out.'])
  ];
}

/** Whose baskets were not looked through since they last changed, or since a dangerous piece was found. */
export function basketsDue(day: FieldDay): Pick<DayBasket, 'person' | 'taxon' | 'part'>[] {
  const lastTaken = new Map<string, Pick<DayBasket, 'person' | 'taxon' | 'part' | 'at'>>();
  for (const one of day.events) {
    if (one.kind !== 'taken' || one.isLifted) continue;
    const at = effectiveAt(one);
    const { person, taxon, part } = one;
    lastTaken.set(`${person} ${taxon} ${part}`, { person, taxon, part, at });
  }
  return [...lastTaken.values()].filter(({ person, taxon, part, at }) => {
    const looked = day.baskets.find(
      (basket) => basket.person === person && basket.taxon === taxon && basket.part === part
    );
    if (!looked || looked.at < at) return true;
    // That in which it was found, too.
    return day.dangerFoundAt !== undefined && looked.at <= day.dangerFoundAt;
  });
}

/** Whether heads were counted since the group last came somewhere or went. */
function isCountedSinceMoved({ stops, counts }: FieldDay): boolean {
  const moved = Math.max(...stops.map(({ arrivedAt, leftAt }) => Math.max(arrivedAt ?? 0, leftAt ?? 0)));
  const last = counts.at(-1);
  return last !== undefined && effectiveAt(last) >= moved;
}

/** What is still open at the end, in words. */
export function beforeClose(pack: Pack, day: FieldDay): string[] {
  return [
    ...day.fires.map((stop) => `The fire at ${stopName(pack, stop)} was not felt cold.`),
    ...(day.bladesOut > 0 ? [`${counted(day.bladesOut, 'blade is', 'blades are')} not back.`] : []),
    ...(isCountedSinceMoved(day) ? [] : ['Count heads where the group is now.'])
  ];
}

/** What a phone may still count of a part at a patch; undefined where no number is kept. */
export function roomFor(
  pack: Pack,
  day: FieldDay,
  what: { patch?: string | undefined; part: string }
): number | undefined {
  const patch = patchOf(pack, what.patch, what.part);
  const share = patch && sharesOf(pack, day.events).get(patchKey(patch))?.[pack.phone - 1];
  if (share === undefined) return undefined;
  return share - countedOf(day, patch!, pack.phone);
}

/** Whether a plant's name may stand on the screen: a danger has it at once, others when the signs were said. */
export const isUncovered = (pack: Pack, day: FieldDay, stopId: string, slug: string): boolean =>
  pack.school.policy.nameOrder === 'the name, then what is seen' ||
  pack.taxa.some((one) => one.stop === stopId && one.slug === slug && one.role === 'danger') ||
  taxonAt(day, stopId, slug)?.named !== undefined;

/** What is gathered of a plant at a stop: a row for each part. */
export const gatheredAt = (
  { taxa }: Pick<Pack, 'taxa'>,
  stopId: string | undefined,
  slug: string
): PackTaxon[] => taxa.filter((one) => one.stop === stopId && one.slug === slug && one.role === 'gather');

/** What speaks against taking a planned plant at its stop, in words, and whether it forbids it. */
export function againstTaking(
  pack: Pack,
  {
    stop: stopId,
    slug,
    part,
    isSeparable,
    forbidden
  }: Pick<PackTaxon, 'stop' | 'slug' | 'part' | 'isSeparable' | 'forbidden'>
): { readonly forbidden: readonly string[]; readonly minded: readonly string[] } {
  const stop = pack.stops.find(({ id }) => id === stopId);
  const patch = patchTaken(pack, { stop: stopId, slug, part });
  return {
    forbidden: [
      ...(pack.site.mayPick ? [] : ['There is no leave to pick here.']),
      ...(patch?.none ? [patch.none] : []),
      ...(patch?.isOnly ? ['It is the only patch of it on the site.'] : []),
      ...forbidden,
      ...(isSeparable ? [] : ['Nothing tells it from all that is dangerous now.'])
    ],
    minded: [
      ...(patch?.contamination ?? []),
      ...(stop?.warnings ?? [])
        .filter((one) => one.slug !== slug)
        .map((one) => `${one.name} may stand among it.`)
    ]
  };
}

/** The patch of a stop from which a part is taken, where there is one. */
export const patchTaken = (
  { stops, patches }: Pick<Pack, 'stops' | 'patches'>,
  { stop, slug, part }: Pick<PackTaxon, 'stop' | 'slug' | 'part'>
) => {
  const patch = patchOf({ patches }, stops.find(({ id }) => id === stop)?.patch, part);
  return patch?.taxon === slug ? patch : undefined;
};

/** Why nothing is lifted here to show what lies in the ground; undefined where one plant may be. */
export function againstLifting({ school, site }: Pick<Pack, 'school' | 'site'>): string | undefined {
  if (school.policy.lifting === 'nothing is lifted')
    return 'The school lifts nothing: its drawings show the root.';
  return site.mayDig ? undefined : 'Nothing may be dug up at this site.';
}

function whyNotTake(pack: Pack, day: FieldDay, event: WalkEventOf<'taken'>): string | undefined {
  if (event.isLifted) {
    const against = againstLifting(pack);
    if (against) return against;
  } else {
    const asked = taxonAt(day, event.stop, event.taxon)?.mayTake.get(event.part);
    if (!asked) return 'Ask first: may we take here?';
    if (!asked.mayTake)
      return `It was decided not to take here: ${asked.because || asked.against.join(', ')}.`;
  }
  const room = roomFor(pack, day, event);
  if (room !== undefined && event.pieces > room && !event.reason)
    return room > 0
      ? `This phone may count ${room} more here. Say why it should be more.`
      : 'This phone’s share is used up. Take over a share, or say why it should be more.';
  return undefined;
}

/** Why somebody may not taste whatever it is; undefined where nothing but their own no speaks against it. */
export function againstTasting(
  { school }: Pick<Pack, 'school'>,
  person: Pick<DayPerson, 'isMinor' | 'hasConsent'>
): string | undefined {
  if (school.policy.adultsTaste === 'not in the field') return 'The school lets nobody taste in the field.';
  if (person.isMinor && school.policy.childrenTaste === 'not at all')
    return 'Under 18: the school lets nobody under 18 taste.';
  return lacksConsent(person) ? 'Under 18, and there is no written consent.' : undefined;
}

function whyNotTaste(pack: Pack, day: FieldDay, event: WalkEventOf<'tasting'>): string | undefined {
  if (event.answer !== 'yes') return undefined;
  const person = day.people.find(({ id }) => id === event.person);
  const against = person && againstTasting(pack, person);
  if (against) return against;
  const isIt = ({ taxon, part }: { taxon: string; part: string }) =>
    taxon === event.taxon && part === event.part;
  // What nobody has counted was looked through by nobody.
  if (!day.baskets.some(isIt) || basketsDue(day).some(isIt))
    return 'Look through all baskets first: nothing is tasted before.';
  return undefined;
}

/** Why an event cannot be tapped now, in words; undefined where it can. */
export function whyNot(pack: Pack, day: FieldDay, event: WalkEvent): string | undefined {
  switch (event.kind) {
    case 'attendance': {
      const person = day.people.find(({ id }) => id === event.person);
      return hasBegun(day) && event.state === 'here' && person && lacksConsent(person)
        ? `${person.name} is under 18 and has no guardian’s consent: they do not come along.`
        : undefined;
    }
    case 'guest':
      return hasBegun(day) && lacksConsent(event)
        ? 'Under 18 and without a guardian’s consent: they do not come along.'
        : undefined;
    case 'arrived': {
      if (!hasBegun(day)) return beforeStart(pack, day)[0];
      return day.at && day.at.id !== event.stop ? 'Leave the stop before first.' : undefined;
    }
    case 'left': {
      const stop = day.stops.find(({ id }) => id === event.stop);
      return stop?.isCounted ? undefined : 'Count heads before the next leg, or say why not.';
    }
    case 'go or not':
      return event.goes && event.reached.length > 0 && !event.reason
        ? 'A limit is reached: write why the group goes all the same.'
        : undefined;
    case 'head count':
      return event.counted !== event.expected && !event.reason && event.missing.length === 0
        ? 'Say who is missing, or why the number is another.'
        : undefined;
    case 'may we take': {
      const taxon = gatheredAt(pack, event.stop, event.taxon).find(({ part }) => part === event.part);
      return event.mayTake && taxon ? againstTaking(pack, taxon).forbidden[0] : undefined;
    }
    case 'taken':
      return whyNotTake(pack, day, event);
    case 'put back': {
      const taken = day.takings.find(({ key }) => key === takingKey(event))?.byPhone[pack.phone - 1] ?? 0;
      return event.pieces > taken ? `This phone has counted ${taken} of it.` : undefined;
    }
    case 'handed over': {
      const room = roomFor(pack, day, { patch: event.patch, part: event.part });
      if (event.pieces > mostInCode) return `A code hands over ${mostInCode} at most.`;
      return room === undefined || event.pieces > room
        ? `This phone has ${room ?? 0} to hand over.`
        : undefined;
    }
    case 'tasting':
      return whyNotTaste(pack, day, event);
    case 'taken back': {
      const target = day.events.find(({ id }) => id === event.event);
      if (!target) return 'This is taken back already, or not there.';
      if (!mayTakeBack(target, pack.phone)) return 'This can only be taken back where it was counted.';
      if (target.kind === 'put back') {
        const room = roomFor(pack, day, target);
        if (room !== undefined && target.pieces > room) return 'Its room was used since.';
      }
      return undefined;
    }
    case 'closed':
      return beforeClose(pack, day)[0];
    default:
      return undefined;
  }
}
