import {
  type Opponent,
  contrastBy,
  inCheckingOrder,
  isSeenOn,
  mayCount,
  separability,
  usableCharacters
} from '../../evidence';
import {
  type Character,
  type Library,
  type Piece,
  type StageDescription,
  type Weights,
  cellInWords,
  senses
} from '../../knowledge';
import type { Circumstances } from '../survey';

/** One line of a contrast sheet: a character of both plants, in words. */
export interface ContrastRow {
  readonly character: Character;
  readonly target: string;
  readonly lookalike: string;
  readonly separability: number;
  /** Belongs to the separating set, and counts against this lookalike: one of those that decide. */
  readonly decides: boolean;
  /** The piece that is taken does not bear it: it is seen on the plant alone, followed to its root. */
  readonly onPlantOnly: boolean;
}

const notKnown = 'not known';

/** Whether a plant usually shows something there, as spots or a ring, and is not known by the lack of it. */
const isOwnSign = (character: Character, weights: Weights | undefined): boolean =>
  character.kind === 'states' &&
  weights !== undefined &&
  !character.states[weights.frequency.indexOf(Math.max(...weights.frequency))]!.negative;

/**
 * The characters that separate two plants at their stages, those that decide first, each part in checking
 * order, and of one sense first what the lookalike itself bears. What does not count against this lookalike, as scent against what can kill, is not listed; mere absence of
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
        onPlantOnly: !isSeenOn(character, target.piece),
        isOwnSign: isOwnSign(character, other),
        mayCount: contrast !== undefined && mayCount(contrast, character, rival, target.piece),
        byAbsence: contrast?.lacking !== undefined
      };
    })
    .filter((row) => row.mayCount && (row.decides || !row.byAbsence))
    .sort(
      (a, b) =>
        Number(b.decides) - Number(a.decides) ||
        senses.indexOf(a.character.sense) - senses.indexOf(b.character.sense) ||
        Number(b.isOwnSign) - Number(a.isOwnSign) ||
        inCheckingOrder(a.character, b.character)
    )
    .map(({ byAbsence: _, mayCount: __, isOwnSign: ___, ...row }) => row);
}
