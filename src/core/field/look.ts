import { type CloserLook, closerView, type CloserView, lookCloser, observationsFrom } from '../evidence';
import type { Library, LibraryTaxon, Load, Stage } from '../knowledge';
import { stageOn } from '../walk';
import type { LearnerPack } from './learner-pack';
import { type Pack, calendarOf } from './pack';
import type { WalkEventOf } from './walk-events';

/** What follows on the walk from what was seen and tasted, by the library that was taken along. */

/**
 * @param entries character~state, as they were said
 * @param taxon the planned one; without one the likeliest
 */
export const lookOnWalk = (
  pack: Pack,
  library: Library,
  entries: readonly string[],
  taxon?: string
): CloserLook =>
  lookCloser(
    library,
    {
      isoDate: pack.walk.isoDate,
      habitats: pack.site.habitats,
      abundance: new Map(Object.entries(pack.abundance)),
      calendar: calendarOf(pack)
    },
    { mayDig: pack.site.mayDig, scentCounts: pack.school.policy.scentCounts },
    observationsFrom(library, entries, []).seen,
    [],
    taxon
  );

/**
 * A learner's identification, as the page at a desk shows it. Nobody digs, and nothing is known of what was recorded.
 * @param said `see`, `cannot`, `ask` and `look`, as in that page's address
 */
export function closerOnPhone(pack: LearnerPack, library: Library, said: URLSearchParams): CloserView {
  const { seen, unseen } = observationsFrom(library, said.getAll('see'), said.getAll('cannot'));
  const question = said.get('ask') ?? undefined;
  const look = lookCloser(
    library,
    {
      isoDate: pack.walk.isoDate,
      habitats: pack.habitats,
      abundance: new Map(),
      calendar: calendarOf(pack)
    },
    { mayDig: false, scentCounts: pack.scentCounts },
    seen,
    unseen,
    question
  );
  return closerView(library, look, { seen, unseen }, question, said.get('look') ?? undefined);
}

/** The stage in which a plant is met on the walk's day; undefined where none is expected. */
export const stageOnDay = (
  pack: Pick<Pack, 'mayBeUp'> & { readonly walk: Pick<Pack['walk'], 'isoDate'> },
  taxon: LibraryTaxon
): Stage | undefined => stageOn(taxon, pack.walk.isoDate, 'show', calendarOf(pack))?.stage.stage;

/** Loads that a person has tasted from more than one plant on this day. */
export function loadsOf(
  library: Library,
  tastings: readonly WalkEventOf<'tasting'>[],
  person: string
): Load[] {
  const last = new Map(tastings.filter((one) => one.person === person).map((one) => [one.taxon, one.answer]));
  const loads = [...last].flatMap(([taxon, answer]) =>
    answer === 'yes' ? (library.taxa.get(taxon)?.loads ?? []) : []
  );
  return [...new Set(loads.filter((load, i) => loads.indexOf(load) !== i))];
}
