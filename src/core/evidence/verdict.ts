import type { Character, Piece, StageDescription } from '../knowledge';
import { type Observation, likelihood } from './observation';
import type { Rival } from './separating-set';
import { contrastBy } from './separability';
import { isTold } from './telling';

/** How far a state must favour one taxon over another to count. */
export const telling = 5;

/** Never 'safe'. 'consistent' still means that an instructor checks the piece in hand. */
export type Verdict = 'contradicted' | 'leave it' | 'open' | 'consistent';

/** Whether what was seen favours the target over the rival fivefold. */
const favours = (observation: Observation, target: StageDescription, rival: StageDescription): boolean => {
  const slug = observation.character.slug;
  const own = likelihood(observation, target.cells.get(slug));
  const other = likelihood(observation, rival.cells.get(slug));
  return own !== undefined && other !== undefined && own / other >= telling;
};

/**
 * A rival is excluded at a stage when characters that tell the two apart, each seen in a state that favours the target
 * fivefold, are enough together: the same that it takes in a separating set.
 */
export function isExcluded(
  observations: readonly Observation[],
  target: StageDescription,
  rival: Omit<Rival, 'taxon'>,
  piece?: Piece
): boolean {
  const speaking = observations.filter((observation) => favours(observation, target, rival.stage));
  const characters = speaking.map(({ character }) => character);
  const contrasts = characters.flatMap((one, i) => contrastBy(one, i, target, rival.stage) ?? []);
  return isTold(contrasts, characters, rival, piece);
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
 * @param piece the part that is taken; without one the whole plant is looked at
 */
export function verdict(
  observations: readonly Observation[],
  target: StageDescription,
  rivals: readonly Rival[],
  set: readonly Character[] | undefined,
  piece?: Piece
): Verdict {
  if (contradictions(observations, target).length > 0) return 'contradicted';
  const unexcluded = rivals.filter((rival) => !isExcluded(observations, target, rival, piece));
  const speaksForRival = observations.some((observation) => {
    const own = likelihood(observation, target.cells.get(observation.character.slug));
    return unexcluded.some(({ stage }) => {
      const other = likelihood(observation, stage.cells.get(observation.character.slug));
      return own !== undefined && other !== undefined && other / own >= telling;
    });
  });
  if (!set || speaksForRival) return 'leave it';
  // Where nothing is described that it could be taken for, nothing was excluded either.
  if (rivals.length === 0) return 'open';
  const seen = new Set(observations.map(({ character }) => character.slug));
  const isComplete = set.every(({ slug }) => seen.has(slug));
  return unexcluded.length > 0 || !isComplete ? 'open' : 'consistent';
}
