import { type Character, type StageDescription, type Weights, lacksOrgan, stateCount } from '../knowledge';

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

/**
 * Which of two plants lacks the organ that a character speaks of (or follows) while the other has it: the
 * character then says no more than that.
 */
export function lacking(
  character: Character,
  a: StageDescription,
  b: StageDescription
): 'first' | 'second' | undefined {
  const [own, other] = [a.cells.get(character.slug), b.cells.get(character.slug)];
  if (!own || !other) return undefined;
  const { follows } = character;
  if (follows && a.lacks.has(follows) !== b.lacks.has(follows))
    return a.lacks.has(follows) ? 'first' : 'second';
  const [ownLacks, otherLacks] = [lacksOrgan(character, own), lacksOrgan(character, other)];
  return ownLacks === otherLacks ? undefined : ownLacks ? 'first' : 'second';
}

const seen = new Set(['far', 'near', 'break', 'cut', 'dig']);

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

/** A character that tells two stages apart by itself. */
export interface Contrast {
  /** Index of the character in the glossary. */
  readonly index: number;
  readonly separability: number;
  /** Which of the two lacks the organ, where the character says no more than that. */
  readonly lacking: 'first' | 'second' | undefined;
  /** The chance that a novice sees on the second a state that the first may have. */
  readonly slip: number;
}

/** The chance that an observer names on a plant a state that is listed for another. */
function slipOn(character: Character, first: Weights, second: Weights): number {
  const byChance = character.error / stateCount(character);
  return first.listed.reduce(
    (sum, is, state) => (is ? sum + (1 - character.error) * second.frequency[state]! + byChance : sum),
    0
  );
}

/** @returns undefined where S is below 0.75 */
export function contrastBy(
  character: Character,
  index: number,
  a: StageDescription,
  b: StageDescription
): Contrast | undefined {
  const [own, other] = [a.cells.get(character.slug), b.cells.get(character.slug)];
  const s = separability(character, own, other);
  if (s < separates) return undefined;
  return {
    index,
    separability: s,
    lacking: lacking(character, a, b),
    slip: slipOn(character, own!, other!)
  };
}

export interface Contrasts {
  readonly characters: readonly Character[];
  /** Those with S ≥ 0.75, in the order of the glossary. */
  readonly telling: readonly Contrast[];
  /** S of every character by its index. */
  readonly separability: Float64Array;
}

const known = new WeakMap<StageDescription, WeakMap<StageDescription, Contrasts>>();

/** What tells two stages apart; worked out once for any two, since descriptions never change. */
export function contrastsOf(
  characters: readonly Character[],
  a: StageDescription,
  b: StageDescription
): Contrasts {
  let ofA = known.get(a);
  if (!ofA) known.set(a, (ofA = new WeakMap()));
  const before = ofA.get(b);
  if (before?.characters === characters) return before;
  const all = Float64Array.from(characters, (character) =>
    separability(character, a.cells.get(character.slug), b.cells.get(character.slug))
  );
  const telling = characters.flatMap((character, index) => contrastBy(character, index, a, b) ?? []);
  const contrasts = { characters, telling, separability: all };
  ofA.set(b, contrasts);
  return contrasts;
}
