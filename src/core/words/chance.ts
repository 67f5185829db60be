/**
 * Chances as rough as what they are reckoned from: how often a state occurs is an estimate, so that a chance of
 * several together is good for its order of magnitude. Each is rounded to its cautious side.
 */

/** So many tenths at least. @example inTenAtLeast(0.786) === '7 in 10' */
export function inTenAtLeast(p: number): string {
  if (p >= 0.95) return 'more than 9 in 10';
  return p < 0.1 ? 'fewer than 1 in 10' : `${Math.floor(p * 10 + 1e-9)} in 10`;
}

const steps = [100, 50, 20, 10, 5, 3, 2];

/**
 * One in so many at most. What is rarer than a hundredth is not told apart: nobody knows it so well.
 * @example oneInAtMost(0.0019) === 'fewer than 1 in 100' @example oneInAtMost(0.03) === '1 in 20'
 */
export function oneInAtMost(p: number): string {
  if (p < 0.01) return 'fewer than 1 in 100';
  const step = steps.filter((many) => p <= 1 / many + 1e-9)[0];
  return step ? `1 in ${step}` : `${Math.min(10, Math.ceil(p * 10 - 1e-9))} in 10`;
}
