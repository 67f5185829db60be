import type { CuratedPair, Library, LibraryTaxon, StageDescription } from '../knowledge';
import { isDangerous } from '../knowledge';
import { stagesUp } from '../season';
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
}

function isPlausible(target: LibraryTaxon, other: LibraryTaxon, ground: Ground): boolean {
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
    const stages = stagesUp(taxon, isoDate).map(({ stage: name, probability }) => ({
      description: taxon.stages.get(name)!,
      probability
    }));
    if (stages.length === 0) continue;
    const known = stages
      .map(({ description }) => glanceSimilarity(library.characters, stage, description))
      .filter((g) => g !== undefined);
    const similarity = known.length > 0 ? Math.max(...known) : curated ? curatedSimilarity : undefined;
    const isAlike = (similarity ?? 0) >= looksAlike && isPlausible(target, taxon, ground);
    if (curated || isAlike) found.push({ taxon, stages, similarity, curated });
  }
  return found.sort((a, b) => (a.taxon.slug < b.taxon.slug ? -1 : 1));
}
