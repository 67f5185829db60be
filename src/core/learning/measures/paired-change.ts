import { twoSided95, wilsonInterval } from './wilson';

/** The same questions before and after: how many were right both times, then only, now only, never. */
export interface PairedCounts {
  readonly both: number;
  readonly onlyAfter: number;
  readonly onlyBefore: number;
  readonly neither: number;
}

export interface Change {
  readonly before: number;
  readonly after: number;
  /** after − before, −1 to 1. */
  readonly difference: number;
  readonly interval: readonly [number, number];
}

/**
 * Difference of two paired proportions with its square-and-add interval from Wilson limits (Newcombe 1998,
 * Statistics in Medicine 17:2635–2650, method 10).
 * @returns undefined where there is no question
 */
export function pairedChange(
  { both, onlyAfter, onlyBefore, neither }: PairedCounts,
  z = twoSided95
): Change | undefined {
  const n = both + onlyAfter + onlyBefore + neither;
  if (n === 0) return undefined;
  const [after, before] = [(both + onlyAfter) / n, (both + onlyBefore) / n];
  const [lowAfter, highAfter] = wilsonInterval(both + onlyAfter, n, z);
  const [lowBefore, highBefore] = wilsonInterval(both + onlyBefore, n, z);
  const phi = correlationOf({ both, onlyAfter, onlyBefore, neither }, n);
  const width = (a: number, b: number) => Math.sqrt(Math.max(0, a * a - 2 * phi * a * b + b * b));
  const difference = after - before;
  return {
    before,
    after,
    difference,
    interval: [
      difference - width(after - lowAfter, highBefore - before),
      difference + width(highAfter - after, before - lowBefore)
    ]
  };
}

/** φ of the fourfold table, with Newcombe's continuity correction where it is positive. */
function correlationOf({ both, onlyAfter, onlyBefore, neither }: PairedCounts, n: number): number {
  const margins = (both + onlyAfter) * (onlyBefore + neither) * (both + onlyBefore) * (onlyAfter + neither);
  if (margins === 0) return 0;
  const product = both * neither - onlyAfter * onlyBefore;
  const corrected = product > n / 2 ? product - n / 2 : product >= 0 ? 0 : product;
  return corrected / Math.sqrt(margins);
}
