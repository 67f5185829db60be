import { type Character, type StageDescription, type Weights, lacksOrgan } from '../knowledge';
import { inCheckingOrder } from './separating-set';
import { lacking, separability, separates } from './separability';

/** Below this separability two descriptions count as shared. */
export const sharedBelow = 0.25;

/** One character of the compared plants, in their order. */
export interface ComparedCharacter {
  readonly character: Character;
  /** Undefined where it is not known. */
  readonly cells: readonly (Weights | undefined)[];
  /** Over all pairs of the compared, the smallest and the greatest S; pairs with an unknown count as 0. */
  readonly least: number;
  readonly greatest: number;
}

export interface Comparison {
  /** Tell at least two of them apart (S ≥ 0.75), in checking order. */
  readonly separating: readonly ComparedCharacter[];
  /** Tell some apart, but not well enough. */
  readonly partly: readonly ComparedCharacter[];
  /** Described in all and much the same. */
  readonly shared: readonly ComparedCharacter[];
  /** Not known of at least one of them, and telling nothing of the others. */
  readonly unknown: readonly ComparedCharacter[];
}

/**
 * Compares two to four plants at their stages, character by character. What they all lack (no flowers yet)
 * and their place are left out.
 */
export function compareStages(
  characters: readonly Character[],
  stages: readonly StageDescription[]
): Comparison {
  const all = characters
    .filter(({ organ }) => organ !== 'place')
    .map((character) => {
      const cells = stages.map(({ cells: own }) => own.get(character.slug));
      const pairs = cells.flatMap((a, i) => cells.slice(i + 1).map((b) => separability(character, a, b)));
      return { character, cells, least: Math.min(...pairs), greatest: Math.max(...pairs) };
    })
    .filter(({ character, cells }) => {
      const known = cells.filter((cell) => cell !== undefined);
      return known.length > 0 && !known.every((cell) => lacksOrgan(character, cell));
    })
    .sort((a, b) => inCheckingOrder(a.character, b.character));
  const isUnknown = ({ cells }: ComparedCharacter) => cells.includes(undefined);
  const tells = ({ greatest }: ComparedCharacter) => greatest >= separates;
  const rest = all.filter((one) => !tells(one));
  return {
    separating: all.filter(tells),
    partly: rest.filter((one) => !isUnknown(one) && one.greatest >= sharedBelow),
    shared: rest.filter((one) => !isUnknown(one) && one.greatest < sharedBelow),
    unknown: rest.filter(isUnknown)
  };
}

/** Whether a character tells some of the compared apart only because one of them lacks the organ. */
export const tellsByAbsence = (character: Character, stages: readonly StageDescription[]): boolean =>
  stages.some((a, i) => stages.slice(i + 1).some((b) => lacking(character, a, b) !== undefined));
