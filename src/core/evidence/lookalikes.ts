import {
  type Character,
  type CuratedPair,
  type Library,
  type LibraryTaxon,
  type Organ,
  type Piece,
  type Stage,
  type StageDescription,
  canKill,
  isHarmful,
  isSerious,
  pieceAt,
  worstSeverity
} from '../knowledge';
import { type Calendar, stagesUp } from '../season';
import { curatedSimilarity, differInShape, glanceSimilarity, looksAlike, somewhatAlike } from './glance';
import type { Opponent } from './separating-set';
import type { Demand } from './telling';

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
  /** What was recorded there, by taxon. */
  readonly abundance?: ReadonlyMap<string, unknown>;
}

/**
 * Whether two plants can stand at one place: they share a habitat that is on this ground, or any where none are
 * stated; or the other one was recorded there.
 */
export const isPlausible = (
  target: LibraryTaxon,
  other: LibraryTaxon,
  { habitats, abundance }: Pick<Ground, 'habitats' | 'abundance'>
): boolean =>
  abundance?.has(other.slug) === true ||
  other.habitats.some(
    (habitat) => target.habitats.includes(habitat) && (habitats.length === 0 || habitats.includes(habitat))
  );

const byPlants = new WeakMap<Library['pairs'], ReadonlyMap<string, readonly CuratedPair[]>>();
const plantsOf = (target: string, lookalike: string) => `${target} ${lookalike}`;

/** The pairs of a library by their two plants: every plant is asked about for every other. */
function pairsByPlants(pairs: Library['pairs']): ReadonlyMap<string, readonly CuratedPair[]> {
  const known = byPlants.get(pairs);
  if (known) return known;
  const found = new Map<string, CuratedPair[]>();
  for (const pair of pairs) {
    const key = plantsOf(pair.target, pair.lookalike);
    found.set(key, [...(found.get(key) ?? []), pair]);
  }
  byPlants.set(pairs, found);
  return found;
}

/** The curated pair of two plants that holds at a stage of the target. */
export const curatedPair = (
  { pairs }: Library,
  target: string,
  lookalike: string,
  stage: Stage
): CuratedPair | undefined =>
  pairsByPlants(pairs)
    .get(plantsOf(target, lookalike))
    ?.find(({ stages }) => stages === undefined || stages.includes(stage));

/** Whether another plant does harm that the target itself does not: nobody is warned of parsnips for hogweed. */
export function harmsBeyond(target: LibraryTaxon, other: LibraryTaxon, isCurated: boolean): boolean {
  if (isSerious(other.eatenSeverity)) return true;
  const { contactSeverity } = other;
  return contactSeverity > target.contactSeverity && (isCurated ? isHarmful : isSerious)(contactSeverity);
}

/** Whether a plant has the taken organ at a stage: what has no leaves is no opponent of a leaf. */
export function bears(stage: StageDescription, piece: Piece | undefined): boolean {
  if (!piece) return true;
  const lacks = (organ: Organ) => stage.lacks.has(organ);
  return piece.main === 'flower' ? !lacks('flower') && !lacks('inflorescence') : !lacks(piece.main);
}

/**
 * The dangerous lookalikes of a target's piece at its stage on a date: taxa that do harm beyond its own, that are up
 * at a stage which bears such a piece, and that are curated at this stage, or look alike at a glance where they can
 * stand. None is left out because nobody has logged it: not seen is not absent.
 */
export function dangerousLookalikes(
  library: Library,
  target: LibraryTaxon,
  stage: StageDescription,
  isoDate: string,
  ground: Ground
): Lookalike[] {
  const found: Lookalike[] = [];
  const piece = pieceAt(target, stage.stage);
  for (const taxon of library.taxa.values()) {
    if (taxon.slug === target.slug) continue;
    const curated = curatedPair(library, target.slug, taxon.slug, stage.stage);
    if (!harmsBeyond(target, taxon, curated !== undefined)) continue;
    if (!curated && !isPlausible(target, taxon, ground)) continue;
    const up = stagesUp(taxon, isoDate, ground.calendar?.chanceOfHarmful)
      .map(({ stage: name, probability }) => ({ description: taxon.stages.get(name)!, probability }))
      .filter(({ description }) => bears(description, piece));
    const likenessOf = ({ description }: { readonly description: StageDescription }) =>
      glanceSimilarity(library.characters, stage, description);
    const stages = curated
      ? up
      : up.filter(({ description }) => canBeTakenFor(library.characters, stage, description, piece));
    if (stages.length === 0) continue;
    const known = stages.map(likenessOf).filter((g) => g !== undefined);
    const similarity = known.length > 0 ? Math.max(...known) : curated ? curatedSimilarity : undefined;
    if (curated || (similarity ?? 0) >= looksAlike) found.push({ taxon, stages, similarity, curated });
  }
  return found.sort((a, b) => (a.taxon.slug < b.taxon.slug ? -1 : 1));
}

/** A twig or stalk in winter, of which nobody takes anything. */
const isBare = (stage: StageDescription): boolean =>
  (['leaf blade', 'flower', 'fruit'] as const).every((organ) => stage.lacks.has(organ));

/**
 * Whether a plant at a stage may be taken for a target's piece though nobody has curated the two. Of bare twigs nothing
 * is taken, and all of them are a little alike.
 */
export const canBeTakenFor = (
  characters: readonly Character[],
  target: StageDescription,
  other: StageDescription,
  piece: Piece | undefined
): boolean =>
  // A plant that is alike in leaf only is not met in flower by mistake.
  (glanceSimilarity(characters, target, other) ?? looksAlike) >= somewhatAlike &&
  !(piece === undefined && isBare(target)) &&
  !(piece?.main === 'leaf blade' && differInShape(characters, target, other));

/** What telling a target from another plant asks: of what can kill more, and never by a test that is known to fail. */
export const demandOf = (other: LibraryTaxon, curated: CuratedPair | undefined): Demand => {
  const failing = curated?.failingTest.characters;
  return { canKill: canKill(other), ...(failing && { failing: new Set(failing) }) };
};

/** Another plant at a stage as a rival of a target at one of its own. */
export const rivalOf = (
  library: Library,
  target: { readonly taxon: LibraryTaxon; readonly stage: StageDescription },
  { taxon, stage }: { readonly taxon: LibraryTaxon; readonly stage: StageDescription }
): Opponent => ({
  taxon: taxon.slug,
  stage,
  contactSeverity: taxon.contactSeverity,
  ...demandOf(taxon, curatedPair(library, target.taxon.slug, taxon.slug, target.stage.stage))
});

/** Lookalikes as opponents, one a stage. Those that merely grow among the target are sorted out, not told. */
export const opponentsOf = (found: readonly Lookalike[]): Opponent[] =>
  found
    .filter(({ curated }) => curated?.kind !== 'grows among')
    .flatMap(({ taxon, stages, curated }) =>
      stages.map(({ description }) => ({
        taxon: taxon.slug,
        stage: description,
        contactSeverity: taxon.contactSeverity,
        ...demandOf(taxon, curated)
      }))
    );

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
    if (taxon === target) continue;
    const curated = library.pairs.find(
      (pair) => pair.target === target.slug && pair.lookalike === taxon.slug
    );
    if (!harmsBeyond(target, taxon, curated !== undefined)) continue;
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
