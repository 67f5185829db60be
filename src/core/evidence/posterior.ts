import { stateCount } from '../knowledge';
import { type Matrix, perfectFit } from './matrix';
import type { Observation } from './observation';
import { priorOfOther } from './prior';

/** 'Something not on this list' never falls below this: certainty by exclusion is impossible. */
export const leastOther = 0.05;

export interface Posterior {
  /** By candidate of the matrix. */
  readonly byCandidate: Float64Array;
  /** By taxon of the matrix: the sum over its stages. */
  readonly byTaxon: Float64Array;
  /** Something not on this list. */
  readonly other: number;
}

/** P(t) of every taxon from the chances of its candidates. */
export function sumByTaxon(matrix: Matrix, byCandidate: Float64Array): Float64Array {
  return Float64Array.from(matrix.taxa, (_, t) => {
    let sum = 0;
    for (let j = matrix.firstOf[t]!; j < matrix.firstOf[t + 1]!; j += 1) sum += byCandidate[j]!;
    return sum;
  });
}

/**
 * Posterior by Bayes over all candidates and 'something not on this list', which has likelihood 1/k for every
 * observation. An undescribed character speaks for a dangerous candidate as if it fitted perfectly; where the candidate
 * lacks the organ, whatever was seen on it was a slip.
 * The order of observations does not matter: they are taken in the order of the glossary.
 * @param prior one share per candidate, as from priorOf
 * @returns shares that sum to 1 with `other`
 */
export function posterior(
  matrix: Matrix,
  prior: Float64Array,
  observations: readonly Observation[]
): Posterior {
  const width = matrix.candidates.length;
  const logs = Float64Array.from(prior, Math.log);
  let logOther = Math.log(priorOfOther);
  const indexOf = new Map(matrix.characters.map(({ slug }, c) => [slug, c]));
  const inOrder = observations
    .map(({ character, state }) => ({ c: indexOf.get(character.slug)!, state, character }))
    .sort((a, b) => a.c - b.c || a.state - b.state);
  for (const { c, state, character } of inOrder) {
    const row = (matrix.firstState[c]! + state) * width;
    const logFit = Math.log(perfectFit(character));
    const logSlip = Math.log(character.error / stateCount(character));
    const isNothing = character.kind === 'states' && character.states[state]?.absent !== undefined;
    for (let j = 0; j < width; j += 1) {
      if (matrix.lacking[c * width + j]) logs[j]! += isNothing ? logFit : logSlip;
      else if (matrix.dangerous[j] && !matrix.described[c * width + j]) logs[j]! += logFit;
      else logs[j]! += Math.log(matrix.chance[row + j]!);
    }
    logOther -= Math.log(stateCount(character));
  }
  const greatest = logs.reduce((most, log) => Math.max(most, log), logOther);
  const byCandidate = logs.map((log) => Math.exp(log - greatest));
  const listed = byCandidate.reduce((sum, p) => sum + p, 0);
  const raw = Math.exp(logOther - greatest);
  const other = Math.max(raw / (raw + listed), leastOther);
  for (let j = 0; j < width; j += 1) byCandidate[j]! *= (1 - other) / listed;
  return { byCandidate, byTaxon: sumByTaxon(matrix, byCandidate), other };
}
