import { askedOn, metOn, takenBy, takenRows } from '$core/after';
import {
  type FieldDay,
  type Pack,
  type WalkEventOf,
  effectiveAt,
  minutesAt,
  type picturedKinds,
  runningClock
} from '$core/field';
import { type Library, nameIn } from '$core/knowledge';
import { counted } from '$core/words';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { pictureAddress } from '../field/pictures';
import { allowancesNow } from '../ground/ledger';
import type { Plan } from '../walk/plan';

/** What came of a walk, as its page shows it. */

type Noticed = WalkEventOf<(typeof picturedKinds)[number]>;

/** What was found on the way, in words, with its picture. */
async function noticed(db: SchoolDb, event: Noticed, nameOf: (slug: string) => string) {
  const words =
    event.kind === 'unknown plant'
      ? event.name
      : event.kind === 'nearly ready'
        ? `${nameOf(event.taxon)}, ${event.stage} in about ${counted(event.weeks, 'week')}`
        : `${nameOf(event.taxon)}, ${event.amount}`;
  return {
    id: event.id,
    kind: event.kind,
    words,
    note: event.note,
    picture: await pictureAddress(db, event.id)
  };
}

/** Stops as they were planned and as they went, in minutes after midnight. */
export function stopsAsWent(pack: Pack, day: FieldDay) {
  return runningClock(pack, day, pack.times.end).stops.map((stop, i) => ({
    name: pack.stops[i]!.name,
    planned: stop.planned,
    arrive: stop.arrive,
    leave: stop.leave,
    state:
      day.stops[i]!.arrivedAt === undefined && stop.state !== 'dropped'
        ? ('not reached' as const)
        : stop.state,
    dropped: day.stops[i]!.dropped
  }));
}

/** For those who teach. */
export async function recapOf(db: SchoolDb, viewer: Viewer, plan: Plan, pack: Pack, day: FieldDay) {
  const { library } = plan;
  const nameOf = nameIn(library);
  const personName = (id: string) => day.people.find((one) => one.id === id)?.name ?? 'somebody';
  const at = (time: number) => minutesAt(pack, time);
  const left = await allowancesNow(
    db,
    plan.site,
    plan.patches.filter(({ id }) => day.takings.some(({ patch }) => patch === id)),
    library,
    viewer.today
  );
  const { asked, notAsked } = askedOn(day);
  // One after the other: a connection answers one question at a time.
  const found: Awaited<ReturnType<typeof noticed>>[] = [];
  for (const one of day.events)
    if (one.kind === 'nearly ready' || one.kind === 'new patch' || one.kind === 'unknown plant')
      found.push(await noticed(db, one, nameOf));
  return {
    people: day.people.map(({ name, state }) => ({ name, state })),
    counts: day.counts.map((one) => ({
      counted: one.counted,
      expected: one.expected,
      at: at(effectiveAt(one)),
      missing: one.missing.map(personName),
      reason: one.reason
    })),
    takings: takenRows(pack, day, library).map((row, i) => ({
      ...row,
      phones: day.takings[i]!.byPhone,
      left: row.patchId && left(row.patchId, row.part)
    })),
    served: day.events.flatMap((one) =>
      one.kind === 'served' ? [{ what: one.what, words: counted(one.amount, one.unit) }] : []
    ),
    leftHere: day.leftHere.map((one) => ({ name: nameOf(one.taxon), because: one.because })),
    // Every look that found something, also where a later one found nothing more.
    baskets: day.events.flatMap((one) =>
      one.kind === 'basket' && one.removed.length > 0
        ? [
            {
              person: one.person ? personName(one.person) : 'The group',
              name: nameOf(one.taxon),
              removed: one.removed.map(({ pieces, what }) => `${pieces} ${what}`).join(', '),
              isDangerous: one.removed.some(({ taxon }) => taxon !== undefined)
            }
          ]
        : []
    ),
    asked: asked.map(({ name, tests }) => ({
      name,
      tests: tests.map((one) => ({
        name: nameOf(one.taxon),
        lookalike: one.lookalike && nameOf(one.lookalike),
        outcome: one.outcome,
        hints: one.hints
      }))
    })),
    notAsked,
    noticed: found,
    open: { fires: day.fires.length, blades: day.bladesOut, closed: day.closed !== undefined }
  };
}

/** What a learner may know of a walk: what the group met, their own basket and tests, and nothing of anybody else. */
export function ownRecap(viewer: Viewer, pack: Pack, day: FieldDay, library: Library) {
  const nameOf = nameIn(library);
  const own = takenBy(day, viewer.personId);
  return {
    met: metOn(pack, day).map((slug) => ({
      slug,
      name: nameOf(slug),
      scientific: library.taxa.get(slug)?.name ?? '',
      taken: own.filter(({ taxon }) => taxon === slug).map(({ part, pieces }) => ({ part, pieces })),
      /** Parts that have a card. */
      parts: [...new Set(library.taxa.get(slug)?.preparations.map(({ part }) => part))],
      keepApart: [
        ...new Set(
          pack.taxa
            .filter((one) => one.slug === slug)
            .flatMap(({ lookalikes }) => lookalikes.map(({ name }) => name))
        )
      ]
    })),
    tests: day.tests
      .filter(({ person }) => person === viewer.personId)
      .map((one) => ({
        name: nameOf(one.taxon),
        lookalike: one.lookalike && nameOf(one.lookalike),
        outcome: one.outcome
      })),
    wasHere: day.here.some(({ id }) => id === viewer.personId)
  };
}
