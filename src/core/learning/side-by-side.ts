import { separability, separates } from '../evidence';
import type { Character, Library, StageDescription } from '../knowledge';
import type { Outcome } from './memory';

/** The learner says which of a pair a fresh specimen is, then taps the part that decided. */
export const choices = ['target', 'lookalike', 'cannot tell'] as const;
export type Choice = (typeof choices)[number];

/**
 * The shown characters that tell the two of a pair apart. One is enough to say which; before anything is
 * gathered the separating set asks for two.
 * @param shown slugs of the characters that the drawing shows
 */
export function tellingCharacters(
  library: Library,
  target: StageDescription,
  lookalike: StageDescription,
  shown: ReadonlySet<string>
): Character[] {
  return library.characters.filter(
    (character) =>
      shown.has(character.slug) &&
      separability(character, target.cells.get(character.slug), lookalike.cells.get(character.slug)) >=
        separates
  );
}

/**
 * What an answer was worth. Naming the edible one is saying 'gather': on the dangerous specimen that is the
 * error that counts. 'Cannot tell' leaves the plant alone: right where nothing shown separates, and never wrong.
 */
export function judge(choice: Choice, specimen: 'target' | 'lookalike', canTell: boolean): Outcome {
  if (choice === 'target' && specimen === 'lookalike') return 'dangerous gather';
  if (choice === 'cannot tell') return canTell ? 'left' : 'right';
  if (!canTell) return choice === 'lookalike' ? 'left' : 'missed';
  return choice === specimen ? 'right' : 'missed';
}
