import jStat from 'jstat';

/** How many there are of something in a patch, from what was counted on the spot. */

export type Census =
  | {
      readonly method: 'quadrats';
      /** Area of one quadrat and of the patch, in m². */
      readonly quadratSquareMetres: number;
      readonly patchSquareMetres: number;
      readonly counts: readonly number[];
    }
  | { readonly method: 'all counted'; readonly count: number }
  /** Paced, or counted to fifty and multiplied: with bounds that the counter would stand by. */
  | {
      readonly method: 'estimate';
      readonly low: number;
      readonly high: number;
      /** Of the patch, where its outline does not say it. */
      readonly patchSquareMetres?: number | undefined;
    };

export interface CensusResult {
  /** Undefined for an estimate by bounds alone. */
  readonly total: number | undefined;
  /** The 80 % range; its lower end is the one-sided 90 % limit that an allowance goes by. */
  readonly low: number | undefined;
  readonly high: number | undefined;
  readonly quadrats?: {
    readonly count: number;
    /** To the m². */
    readonly density: number;
    readonly standardError: number | undefined;
    readonly share: number;
  };
}

/** @returns what is wrong with a census, or undefined */
export function censusProblem(census: Census): string | undefined {
  if (census.method === 'all counted')
    return Number.isInteger(census.count) && census.count >= 0
      ? undefined
      : 'The count should be a whole number, 0 or more.';
  if (census.method === 'estimate') {
    if (!(census.low >= 0 && census.high >= census.low && Number.isFinite(census.high)))
      return 'The bounds should be 0 or more, the lower one first.';
    return undefined;
  }
  const { counts, quadratSquareMetres, patchSquareMetres } = census;
  if (counts.length === 0) return 'No quadrat was counted yet.';
  const wrong = counts.findIndex((count) => !Number.isInteger(count) || count < 0);
  if (wrong >= 0) return `Quadrat ${wrong + 1} should have a whole number, 0 or more.`;
  if (!(quadratSquareMetres > 0)) return 'A quadrat has an area of more than 0 m².';
  if (!(patchSquareMetres > 0)) return 'The patch has an area of more than 0 m².';
  if (counts.length * quadratSquareMetres > patchSquareMetres)
    return `${counts.length} quadrats of ${quadratSquareMetres} m² cover more than the patch’s ${patchSquareMetres} m².`;
  return undefined;
}

/** Student's t that a share of all lies below. */
export const studentQuantile = (share: number, degreesOfFreedom: number): number =>
  jStat.studentt.inv(share, degreesOfFreedom);

/** One-sided confidence of each end. */
const confidence = 0.9;

interface Sample {
  readonly mean: number;
  readonly deviation: number;
  readonly quadrat: number;
  readonly patch: number;
}

/** Standard error of the density, with the finite-population factor √(1 − na/A). */
const errorOf = ({ deviation, quadrat, patch }: Sample, n: number) =>
  (deviation / quadrat / Math.sqrt(n)) * Math.sqrt(1 - (n * quadrat) / patch);

function lowerLimit(sample: Sample, n: number): number {
  const { mean, quadrat, patch } = sample;
  return Math.max(0, patch * (mean / quadrat - studentQuantile(confidence, n - 1) * errorOf(sample, n)));
}

function sampleOf(census: Extract<Census, { method: 'quadrats' }>): Sample {
  const { counts, quadratSquareMetres: quadrat, patchSquareMetres: patch } = census;
  const mean = counts.reduce((a, b) => a + b, 0) / counts.length;
  const squares = counts.reduce((sum, count) => sum + (count - mean) ** 2, 0);
  return { mean, deviation: Math.sqrt(squares / (counts.length - 1)), quadrat, patch };
}

/**
 * Density by simple random quadrats, with Student's t for few of them (Krebs, Ecological Methodology; any
 * handbook of sampling). One quadrat has no spread and gives no range.
 */
export function censusResult(census: Census): CensusResult {
  if (census.method === 'all counted') return { total: census.count, low: census.count, high: census.count };
  if (census.method === 'estimate') return { total: undefined, low: census.low, high: census.high };
  const n = census.counts.length;
  const sample = sampleOf(census);
  const density = sample.mean / sample.quadrat;
  const total = density * sample.patch;
  const quadrats = {
    count: n,
    density,
    standardError: n > 1 ? errorOf(sample, n) : undefined,
    share: (n * sample.quadrat) / sample.patch
  };
  if (n === 1) return { total, low: undefined, high: undefined, quadrats };
  const counted = census.counts.reduce((a, b) => a + b, 0);
  const low = Math.max(lowerLimit(sample, n), counted);
  return { total, low, high: 2 * total - lowerLimit(sample, n), quadrats };
}

/** Fewer quadrats than this leave the range wide. */
export const advisedQuadrats = 15;

/**
 * What more quadrats would bring if they turned out like those counted: the lower limit at some larger numbers.
 * @returns none where the patch is counted in full anyway, or where there are too few to tell
 */
export function moreQuadrats(census: Census): { readonly count: number; readonly low: number }[] {
  if (census.method !== 'quadrats' || census.counts.length < 2) return [];
  const sample = sampleOf(census);
  const now = census.counts.length;
  const most = Math.floor(sample.patch / sample.quadrat);
  return [...new Set([now + 5, advisedQuadrats, 2 * now, 4 * now])]
    .filter((count) => count > now && count <= most)
    .sort((a, b) => a - b)
    .slice(0, 3)
    .map((count) => ({ count, low: lowerLimit(sample, count) }));
}
