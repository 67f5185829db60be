import type { Character, StageDescription, Weights } from '../knowledge';
import { totalVariation } from './separability';

/** Fewer shared characters than this say nothing about how alike two plants look. */
export const leastShared = 4;
/** Assumed where too little is described of a pair that is on the curated list. */
export const curatedSimilarity = 0.7;
/**
 * From this similarity on a dangerous taxon is a lookalike. Tried on the starter library: with 96 characters pairs
 * below it share little but smooth green leaves (nettle and nightshade); the known ones are curated. At 0.65 some are
 * lost that a beginner confounds (nettle and dog's mercury).
 */
export const looksAlike = 0.62;
/** A stage of such a lookalike that is less alike than this is not taken for the target. */
export const somewhatAlike = 0.5;

/** How often there is nothing of the kind to see: no spots, no flowers yet. */
const chanceOfNothing = (character: Character, { frequency }: Weights): number =>
  character.kind === 'range'
    ? 0
    : character.states.reduce(
        (sum, { absent, negative }, state) => sum + (absent || negative ? frequency[state]! : 0),
        0
      );

/** Descriptions never change, so what is said of any two is worked out once. */
function once<T>(workOut: (characters: readonly Character[], a: StageDescription, b: StageDescription) => T) {
  const known = new WeakMap<StageDescription, WeakMap<StageDescription, { readonly result: T }>>();
  return (characters: readonly Character[], a: StageDescription, b: StageDescription): T => {
    let ofA = known.get(a);
    if (!ofA) known.set(a, (ofA = new WeakMap()));
    let found = ofA.get(b);
    if (!found) ofA.set(b, (found = { result: workOut(characters, a, b) }));
    return found.result;
  };
}

/**
 * Glance similarity: Gower's (1971) general coefficient over the characters seen from far or near that are
 * described in both, each with term 1 − TV and weighted by the square of its salience, so that the many
 * lesser characters do not drown what strikes the eye. His rule for what both lack (a negative
 * match counts neither way) is carried over to frequencies: the weight falls by the chance that both show
 * nothing of the kind, and a character that is expected to show nothing on either is not shared.
 * @returns 0–1, or undefined where fewer than four are shared
 */
export const glanceSimilarity = once((characters, a, b): number | undefined => {
  let shared = 0;
  let weight = 0;
  let sum = 0;
  characters.forEach((character, index) => {
    if (character.organ === 'place' || (character.sense !== 'far' && character.sense !== 'near')) return;
    const [own, other] = [a.byIndex[index], b.byIndex[index]];
    if (!own || !other) return;
    const bothNothing = chanceOfNothing(character, own) * chanceOfNothing(character, other);
    if (bothNothing > 0.5) return;
    const counts = character.salience ** 2 * (1 - bothNothing);
    shared += 1;
    weight += counts;
    sum += counts * (1 - totalVariation(own.frequency, other.frequency));
  });
  return shared < leastShared ? undefined : sum / weight;
});

/** Two leaves whose most striking characters agree in less than this are of different shape. */
const leastShape = 0.1;

/**
 * Whether two plants' leaves are of different shape: divided otherwise, or different in all that strikes the eye from
 * afar. Nobody takes an undivided leaf for a ferny one, however alike the rest is.
 */
export const differInShape = once((characters, a, b): boolean => {
  const shapes = characters.flatMap(({ organ, trait, sense, salience }, index) => {
    const [own, other] = [a.byIndex[index], b.byIndex[index]];
    return organ === 'leaf blade' && sense === 'far' && salience === 3 && own && other
      ? [{ trait, agreement: 1 - totalVariation(own.frequency, other.frequency) }]
      : [];
  });
  const differ = shapes.filter(({ agreement }) => agreement < leastShape);
  return (
    differ.length > 0 && (differ.length === shapes.length || differ.some(({ trait }) => trait === 'division'))
  );
});
