import type { Character, StageDescription } from '../knowledge';
import { type Observation, likelihood } from './observation';
import { areIndependent, lacking, separability, separates } from './separability';

/** How far a state must favour one taxon over another to count. */
export const telling = 5;

/** Never 'safe'. 'consistent' still means that an instructor checks the piece in hand. */
export type Verdict = 'contradicted' | 'leave it' | 'open' | 'consistent';

/** A lookalike at one of its stages: excluded only when it is excluded at every stage that can be met. */
export interface Rival {
  readonly taxon: string;
  readonly stage: StageDescription;
}

/** Whether an observation tells the target from the rival: S ≥ 0.75, and fivefold for the state that was seen. */
function tells(observation: Observation, target: StageDescription, rival: StageDescription): boolean {
  const slug = observation.character.slug;
  const [a, b] = [target.cells.get(slug), rival.cells.get(slug)];
  if (!a || !b || separability(observation.character, a, b) < separates) return false;
  return likelihood(observation, a)! / likelihood(observation, b)! >= telling;
}

/** A rival is excluded by two such observations that differ in organ and in trait, as in a separating set. */
export function isExcluded(
  observations: readonly Observation[],
  target: StageDescription,
  rival: StageDescription
): boolean {
  const speaking = observations.filter((observation) => tells(observation, target, rival));
  const lacks = ({ character }: Observation) => lacking(character, target, rival);
  return speaking.some((a, i) =>
    speaking
      .slice(i + 1)
      .some((b) => !(lacks(a) && lacks(a) === lacks(b)) && areIndependent(a.character, b.character))
  );
}

/** Seen states that are unlisted for the target, or outside its min–max. */
export const contradictions = (
  observations: readonly Observation[],
  target: StageDescription
): Observation[] =>
  observations.filter(({ character, state }) => target.cells.get(character.slug)?.listed[state] === false);

/**
 * The verdict on what was seen, first that fits.
 * @param set the target's separating set on the date, or undefined where there is none
 */
export function verdict(
  observations: readonly Observation[],
  target: StageDescription,
  rivals: readonly Rival[],
  set: readonly Character[] | undefined
): Verdict {
  if (contradictions(observations, target).length > 0) return 'contradicted';
  const unexcluded = rivals.filter(({ stage }) => !isExcluded(observations, target, stage));
  const speaksForRival = observations.some((observation) => {
    const own = likelihood(observation, target.cells.get(observation.character.slug));
    return unexcluded.some(({ stage }) => {
      const other = likelihood(observation, stage.cells.get(observation.character.slug));
      return own !== undefined && other !== undefined && other / own >= telling;
    });
  });
  if (!set || speaksForRival) return 'leave it';
  const seen = new Set(observations.map(({ character }) => character.slug));
  const isComplete = set.every(({ slug }) => seen.has(slug));
  return unexcluded.length > 0 || !isComplete ? 'open' : 'consistent';
}
