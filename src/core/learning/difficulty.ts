import { type Outcome, isError } from './outcome';

/** Steps of difficulty, from a plain view to a hard one. */
export const hardest = 4;

/**
 * How hard the next question of a drill is: two right in a row make it harder by a step, an error makes it easier
 * (the two-down, one-up staircase of Levitt 1971, which settles where 71 % are right). Leaving a plant moves nothing.
 * @param past outcomes of that drill in the order of their time
 * @returns 0 to 4
 */
export function difficultyAfter(past: readonly Outcome[]): number {
  let [level, run] = [0, 0];
  for (const outcome of past) {
    if (isError(outcome)) [level, run] = [Math.max(0, level - 1), 0];
    else if (outcome === 'right') {
      run += 1;
      if (run === 2) [level, run] = [Math.min(hardest, level + 1), 0];
    }
  }
  return level;
}
