import { z } from 'zod';
import { type Handful, canLie, strewHandful } from '$core/figure';
import { mostPieces, mostWrong } from '$core/learning';
import type { Library, LibraryTaxon, StageDescription } from '$core/knowledge';
import { seedOf } from '$core/random';
import { PlantAtStage } from '../library/plant-at-stage';

/** A handful of one plant with a few wrong pieces among it: to be looked through, on a screen or on paper. */

export const handfulSize = { width: 720, height: 520 };

export const HandfulQuery = z.object({
  plant: PlantAtStage,
  other: PlantAtStage,
  pieces: z.coerce.number().int().min(4).max(mostPieces).catch(12),
  /** How many are wrong; left to chance if it is not said. */
  wrong: z.coerce.number().int().min(0).max(mostWrong).optional().catch(undefined),
  specimen: z.coerce.number().int().min(1).max(9999).catch(1)
});
export type HandfulQuery = z.infer<typeof HandfulQuery>;

export interface AskedHandful {
  readonly plant: { readonly taxon: LibraryTaxon; readonly stage: StageDescription };
  readonly other: { readonly taxon: LibraryTaxon; readonly stage: StageDescription };
  readonly wrong: number;
}

/** The plants that a query names; undefined where one is missing or cannot lie in a handful. */
export function askedHandful(library: Library, query: HandfulQuery): AskedHandful | undefined {
  const find = (wanted: HandfulQuery['plant']) => {
    const taxon = wanted && library.taxa.get(wanted[0]);
    const stage = wanted && taxon?.stages.get(wanted[1]);
    return taxon && stage && canLie({ taxon, stage }) ? { taxon, stage } : undefined;
  };
  const [plant, other] = [find(query.plant), find(query.other)];
  if (!plant || !other || plant.taxon.slug === other.taxon.slug) return undefined;
  const byChance = seedOf(`wrong ${query.specimen}`) % (mostWrong + 1);
  return { plant, other, wrong: query.wrong ?? byChance };
}

export const drawHandful = (
  library: Library,
  query: HandfulQuery,
  { plant, other, wrong }: AskedHandful
): Handful =>
  strewHandful(library, [plant, other], [query.pieces - wrong, wrong], query.specimen, handfulSize);
