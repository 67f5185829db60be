import jstat from 'jstat';

/** One-sided 95 % quantile of the standard normal distribution. */
export const oneSided95 = jstat.normal.inv(0.95, 0, 1);
/** Two-sided 95 %. */
export const twoSided95 = jstat.normal.inv(0.975, 0, 1);

/**
 * Wilson score interval of a proportion, without continuity correction (Newcombe 1998, method 3).
 * @returns [lower, upper] in 0–1; [0, 1] where there are no trials
 * @example wilsonInterval(81, 263) is about [0.2553, 0.3662]
 */
export function wilsonInterval(successes: number, trials: number, z = twoSided95): [number, number] {
  if (trials === 0) return [0, 1];
  const p = successes / trials;
  const centre = p + (z * z) / (2 * trials);
  const spread = z * Math.sqrt((p * (1 - p)) / trials + (z * z) / (4 * trials * trials));
  const scale = 1 + (z * z) / trials;
  return [Math.max(0, (centre - spread) / scale), Math.min(1, (centre + spread) / scale)];
}
