import type { PartRules } from '../knowledge';

/** What is taken is kept in pieces; how many there are in a handful or a gram follows from what was weighed. */

/** Besides the piece. */
export const units = ['handful', 'cup', 'tub', 'bunch', 'gram'] as const;
export type Unit = (typeof units)[number];

/** So many pieces of a part were so much of a unit. */
export interface Weighing {
  readonly unit: Unit;
  /** Of the unit. */
  readonly amount: number;
  readonly pieces: number;
}

export interface Measure {
  readonly unit: Unit;
  /** In one of the unit. */
  readonly pieces: number;
  /** How often the school weighed it; 0 where the library's masses stand in, to the cautious side. */
  readonly weighings: number;
}

/**
 * How many pieces a unit holds. The school's own weighings go first; without any, the library's masses, taken so that
 * rather too many pieces are counted than too few: the lightest piece, a usual handful.
 * @returns undefined where nothing is known
 */
function measureOf(
  unit: Unit,
  weighings: readonly Weighing[],
  grams: PartRules['grams']
): Measure | undefined {
  const own = weighings.filter((one) => one.unit === unit);
  if (own.length > 0) {
    const sum = (of: 'amount' | 'pieces') => own.reduce((total, one) => total + one[of], 0);
    return { unit, pieces: sum('pieces') / sum('amount'), weighings: own.length };
  }
  if (unit === 'gram') return grams && { unit, pieces: 1 / grams.piece[0], weighings: 0 };
  if (unit !== 'handful' || !grams?.handful) return undefined;
  const inGram = measureOf('gram', weighings, grams)!;
  return { unit, pieces: grams.handful[1] * inGram.pieces, weighings: inGram.weighings };
}

/** The units in which a part can be counted. */
export const measuresOf = (weighings: readonly Weighing[], grams: PartRules['grams']): Measure[] =>
  units.flatMap((unit) => measureOf(unit, weighings, grams) ?? []);

/** Whole pieces, rounded up: half a piece is gone from the patch as well. */
export const piecesOf = (amount: number, { pieces }: Pick<Measure, 'pieces'>): number =>
  Math.max(1, Math.ceil(amount * pieces - 1e-6));
