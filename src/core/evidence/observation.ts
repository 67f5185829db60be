import { type Character, type Weights, stateCount } from '../knowledge';

/** A state that was seen: the character, and the index of the state or class. */
export interface Observation {
  readonly character: Character;
  readonly state: number;
}

/**
 * p(o) = (1 − ε)·f(o) + ε/k: the chance that an observer names a state, given the plant's frequencies f.
 * @returns undefined where the character is not described: unknown, not absent
 */
export function likelihood(
  { character, state }: Observation,
  weights: Weights | undefined
): number | undefined {
  if (!weights) return undefined;
  return (1 - character.error) * weights.frequency[state]! + character.error / stateCount(character);
}
