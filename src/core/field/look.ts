import { type CloserLook, lookCloser, observationsFrom } from '../evidence';
import type { Library, Load } from '../knowledge';
import type { Pack } from './pack';
import type { WalkEventOf } from './walk-events';

/** What follows on the walk from what was seen and tasted, by the library that was taken along. */

/**
 * @param entries character~state, as they were said
 * @param taxon the planned one; without one the likeliest
 */
export const lookOnWalk = (
  { walk, site, school, abundance }: Pack,
  library: Library,
  entries: readonly string[],
  taxon?: string
): CloserLook =>
  lookCloser(
    library,
    { isoDate: walk.isoDate, habitats: site.habitats, abundance: new Map(Object.entries(abundance)) },
    { mayDig: site.mayDig, scentCounts: school.policy.scentCounts },
    observationsFrom(library, entries, []).seen,
    [],
    taxon
  );

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
