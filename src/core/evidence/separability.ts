import { type Character, type Weights, lacksOrgan } from '../knowledge';

/** From this separability on, a character tells two taxa apart. */
export const separates = 0.75;

/** Half the sum of absolute differences of two distributions over the same states (0–1). */
export function totalVariation(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i += 1) sum += Math.abs(a[i]! - b[i]!);
  return sum / 2;
}

/**
 * Separability S = ½·Σ|p_a(o) − p_b(o)| of two descriptions by one character. Since the observer's error
 * moves both alike, this is (1 − ε) times the total variation distance of their frequencies.
 * @returns 0 where either is undescribed: ignorance never separates
 */
export function separability(character: Character, a: Weights | undefined, b: Weights | undefined): number {
  if (!a || !b) return 0;
  return (1 - character.error) * totalVariation(a.frequency, b.frequency);
}

/** Whether one plant has the organ and the other lacks it, so that the character only says 'it has one'. */
export function differsByAbsence(
  character: Character,
  a: Weights | undefined,
  b: Weights | undefined
): boolean {
  return a !== undefined && b !== undefined && lacksOrgan(character, a) !== lacksOrgan(character, b);
}

const seen = new Set(['far', 'near', 'cut', 'dig']);

/**
 * Whether two characters speak independently: another organ and another trait. Scent clings to fingers and
 * neighbours, so it may stand only beside a character that is seen.
 */
export function areIndependent(a: Character, b: Character): boolean {
  if (a.organ === b.organ || a.trait === b.trait) return false;
  if (a.sense === 'scent') return seen.has(b.sense);
  if (b.sense === 'scent') return seen.has(a.sense);
  return true;
}
