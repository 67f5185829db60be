import {
  type Opponent,
  contrastBy,
  inCheckingOrder,
  mayCount,
  separability,
  usableCharacters
} from '../evidence';
import { type Character, type Library, type Piece, type StageDescription, cellInWords } from '../knowledge';
import type { Circumstances } from './survey';

/** One line of a contrast sheet: a character of both plants, in words. */
export interface ContrastRow {
  readonly character: Character;
  readonly target: string;
  readonly lookalike: string;
  readonly separability: number;
  /** Belongs to the separating set, and counts against this lookalike: one of those that decide. */
  readonly decides: boolean;
}

const notKnown = 'not known';

/**
 * The characters that separate two plants at their stages, those that decide first, each part in checking
 * order. What does not count against this lookalike, as scent against what can kill, is not listed; mere absence of
 * flowers or stem only where the set uses it.
 */
export function contrastRows(
  library: Library,
  target: { readonly stage: StageDescription; readonly piece: Piece | undefined },
  rival: Opponent,
  set: readonly Character[],
  at: Pick<Circumstances, 'mayDig' | 'policy'>
): ContrastRow[] {
  const { stage: lookalike } = rival;
  const usable = usableCharacters(library.characters, [rival], {
    mayDig: at.mayDig,
    scentCounts: at.policy.scentCounts
  });
  return usable
    .map((character, index) => {
      const [own, other] = [target.stage.cells.get(character.slug), lookalike.cells.get(character.slug)];
      const contrast = contrastBy(character, index, target.stage, lookalike);
      return {
        character,
        target: own ? cellInWords(character, own) : notKnown,
        lookalike: other ? cellInWords(character, other) : notKnown,
        separability: separability(character, own, other),
        decides: set.includes(character),
        mayCount: contrast !== undefined && mayCount(contrast, character, rival, target.piece),
        byAbsence: contrast?.lacking !== undefined
      };
    })
    .filter((row) => row.mayCount && (row.decides || !row.byAbsence))
    .sort((a, b) => Number(b.decides) - Number(a.decides) || inCheckingOrder(a.character, b.character))
    .map(({ byAbsence: _, mayCount: __, ...row }) => row);
}
