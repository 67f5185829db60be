import type { CuratedPair, Library, LibraryTaxon, Stage, StageDescription } from '../knowledge';
import { isDangerous, worstSeverity } from '../knowledge';
import { type Calendar, stagesUp } from '../season';
import { curatedSimilarity, glanceSimilarity, looksAlike } from './glance';

export interface Lookalike {
  readonly taxon: LibraryTaxon;
  /** Its stages that are up on the date. */
  readonly stages: readonly { description: StageDescription; probability: number }[];
  /** Greatest glance similarity over those stages; undefined where too little is described. */
  readonly similarity: number | undefined;
  readonly curated: CuratedPair | undefined;
}

/** What is known of the ground. Without stated habitats every habitat is plausible. */
export interface Ground {
  readonly habitats: readonly string[];
  /** The site's own season; without one the reference windows hold. */
  readonly calendar?: Calendar;
}

/** Whether two plants can grow at one place: on the ground's habitats, or those of the target where none are stated. */
export function isPlausible(
  target: LibraryTaxon,
  other: LibraryTaxon,
  ground: Pick<Ground, 'habitats'>
): boolean {
  const places = ground.habitats.length > 0 ? ground.habitats : target.habitats;
  return other.habitats.some((habitat) => places.includes(habitat));
}

/**
 * The dangerous lookalikes of a target at its stage on a date: taxa that can do harm, that are up, and that
 * are on the curated list or look alike at a glance where the habitat is plausible. None is left out because
 * nobody has logged it: not seen is not absent.
 */
export function dangerousLookalikes(
  library: Library,
  target: LibraryTaxon,
  stage: StageDescription,
  isoDate: string,
  ground: Ground
): Lookalike[] {
  const found: Lookalike[] = [];
  for (const taxon of library.taxa.values()) {
    if (taxon.slug === target.slug || !isDangerous(taxon)) continue;
    const curated = library.pairs.find(
      (pair) => pair.target === target.slug && pair.lookalike === taxon.slug
    );
    if (!curated && !isPlausible(target, taxon, ground)) continue;
    const stages = stagesUp(taxon, isoDate, ground.calendar?.chanceOfHarmful).map(
      ({ stage: name, probability }) => ({
        description: taxon.stages.get(name)!,
        probability
      })
    );
    if (stages.length === 0) continue;
    const known = stages
      .map(({ description }) => glanceSimilarity(library.characters, stage, description))
      .filter((g) => g !== undefined);
    const similarity = known.length > 0 ? Math.max(...known) : curated ? curatedSimilarity : undefined;
    if (curated || (similarity ?? 0) >= looksAlike) found.push({ taxon, stages, similarity, curated });
  }
  return found.sort((a, b) => (a.taxon.slug < b.taxon.slug ? -1 : 1));
}

/** A dangerous taxon that may be taken for another at some time of the year. */
export interface YearRoundLookalike {
  readonly taxon: LibraryTaxon;
  /** Greatest glance similarity over all their stages, and the target's stage at which it is reached. */
  readonly similarity: number;
  readonly at: Stage;
  readonly curated: CuratedPair | undefined;
}

/**
 * Whatever dangerous may be taken for a taxon at any of its stages: curated, or alike at a glance and of a
 * shared habitat. The most harmful first, then curated ones, then the most alike.
 */
export function lookalikesOfTheYear(library: Library, target: LibraryTaxon): YearRoundLookalike[] {
  const found: YearRoundLookalike[] = [];
  for (const taxon of library.taxa.values()) {
    if (taxon === target || !isDangerous(taxon)) continue;
    const curated = library.pairs.find(
      (pair) => pair.target === target.slug && pair.lookalike === taxon.slug
    );
    let similarity = 0;
    let at = curated?.hardestAt ?? [...target.stages.keys()][0]!;
    for (const own of target.stages.values())
      for (const other of taxon.stages.values()) {
        const g = glanceSimilarity(library.characters, own, other) ?? 0;
        if (g > similarity) [similarity, at] = [g, own.stage];
      }
    if (curated || (similarity >= looksAlike && isPlausible(target, taxon, { habitats: [] })))
      found.push({ taxon, similarity, at: curated?.hardestAt ?? at, curated });
  }
  return found.sort(
    (a, b) =>
      worstSeverity(b.taxon) - worstSeverity(a.taxon) ||
      Number(!!b.curated) - Number(!!a.curated) ||
      b.similarity - a.similarity
  );
}
