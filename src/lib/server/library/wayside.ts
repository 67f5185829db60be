import { z } from 'zod';
import { type Wayside, canStandByWay, distances, growWayside, isDrawnAt, qualityOf } from '$core/figure';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  englishName,
  isDangerous
} from '$core/knowledge';
import { createRandom } from '$core/random';
import { stageChance, stageIsReady } from '$core/season';
import { PlantAtStage } from './plant-at-stage';

/** A hedge bank on which one plant is to be spotted among its lookalikes and neighbours. */

export const waysideSize = { width: 900, height: 540 };
export const mostKinds = 6;

export const WaysideQuery = z.object({
  plant: PlantAtStage,
  /** Kinds of other plants. */
  others: z.coerce
    .number()
    .int()
    .min(1)
    .max(mostKinds - 1)
    .catch(4),
  distance: z.enum(distances).catch('near'),
  sight: z.enum(['sharp', 'soft', 'blurred']).catch('sharp'),
  specimen: z.coerce.number().int().min(1).max(9999).catch(1)
});
export type WaysideQuery = z.infer<typeof WaysideQuery>;

interface Standing {
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}

export interface AskedWayside {
  /** The plant asked for, then the others. */
  readonly kinds: readonly Standing[];
}

export const canStand = (taxon: LibraryTaxon, stage: StageDescription): boolean =>
  isDrawnAt(stage) && qualityOf(taxon, stage.stage) !== 'poor' && canStandByWay(stage);

/** The middle of the time at which a stage is fully up. @returns day of the year */
function middleOf({ windows }: StageDescription): number {
  const [, from, to] = windows[0]!;
  const days = (to - from + 365) % 365;
  return ((from + days / 2 - 1) % 365) + 1;
}

/**
 * What stands beside a plant: first its curated lookalikes that are up at the same time, then what grows in the
 * same habitats; which of them follows from the seed.
 */
export function companionsOf(library: Library, asked: Standing, most: number, seed: number): Standing[] {
  const day = middleOf(asked.stage);
  const random = createRandom(`companions ${asked.taxon.slug} ${seed}`);
  const lookalikes = new Set(
    library.pairs.flatMap(({ target, lookalike }) =>
      target === asked.taxon.slug ? [lookalike] : lookalike === asked.taxon.slug ? [target] : []
    )
  );
  // What is at the same stage is harder to tell from afar.
  const likeness = (stage: StageDescription) =>
    stageChance(stage, day) + (stage.stage === asked.stage.stage ? 1 : 0);
  const upNow = (taxon: LibraryTaxon): StageDescription | undefined =>
    [...taxon.stages.values()]
      .filter((stage) => canStand(taxon, stage) && stageChance(stage, day) >= stageIsReady)
      .sort((a, b) => likeness(b) - likeness(a))[0];
  const chosen = [...library.taxa.values()].flatMap((taxon) => {
    const isLike = lookalikes.has(taxon.slug);
    const isNear = taxon.habitats.some((habitat) => asked.taxon.habitats.includes(habitat));
    const stage = taxon.slug !== asked.taxon.slug && (isLike || isNear) ? upNow(taxon) : undefined;
    return stage ? [{ taxon, stage, rank: random.fork(taxon.slug).next() - (isLike ? 1 : 0) }] : [];
  });
  return chosen.sort((a, b) => a.rank - b.rank).slice(0, most);
}

/** What a query asks for; undefined where the plant is missing or does not stand by a way. */
export function askedWayside(library: Library, query: WaysideQuery): AskedWayside | undefined {
  const taxon = query.plant && library.taxa.get(query.plant[0]);
  const stage = query.plant && taxon?.stages.get(query.plant[1]);
  if (!taxon || !stage || !canStand(taxon, stage)) return undefined;
  const asked = { taxon, stage };
  return { kinds: [asked, ...companionsOf(library, asked, query.others, query.specimen)] };
}

/** One to three of the plant that is asked for, and of the others what finds room. */
export function drawWayside(library: Library, query: WaysideQuery, { kinds }: AskedWayside): Wayside {
  const random = createRandom(`wayside counts ${query.specimen}`);
  const counts = kinds.map((_, i) => (i === 0 ? random.integer(1, 3) : random.integer(2, 4)));
  return growWayside(library, kinds, counts, query.specimen, waysideSize, query.distance);
}

export const describeKind = ({ taxon, stage }: Standing) => ({
  slug: taxon.slug,
  name: englishName(taxon),
  group: taxon.group,
  stage: stage.stage,
  isDangerous: isDangerous(taxon)
});
