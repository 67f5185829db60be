import jstat from 'jstat';

export interface MeanInterval {
  readonly mean: number;
  readonly interval: readonly [number, number];
}

/**
 * Mean of some values with its two-sided 95 % interval by Student's t.
 * @returns undefined where there are fewer than two
 */
export function meanInterval(values: readonly number[]): MeanInterval | undefined {
  const n = values.length;
  if (n < 2) return undefined;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1);
  const reach = jstat.studentt.inv(0.975, n - 1) * Math.sqrt(variance / n);
  return { mean, interval: [mean - reach, mean + reach] };
}
