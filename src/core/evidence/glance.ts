import { type Character, type StageDescription, lacksOrgan } from '../knowledge';
import { totalVariation } from './separability';

/** Fewer shared characters than this say nothing about how alike two plants look. */
export const leastShared = 4;
/** Assumed where too little is described of a pair that is on the curated list. */
export const curatedSimilarity = 0.7;
/** From this similarity on a dangerous taxon is a lookalike. */
export const looksAlike = 0.5;

/**
 * Glance similarity: Gower's (1971) general coefficient over the characters seen from far or near that are
 * described in both, each with term 1 − TV and weighted by salience.
 * @returns 0–1, or undefined where fewer than four are shared
 */
export function glanceSimilarity(
  characters: readonly Character[],
  a: StageDescription,
  b: StageDescription
): number | undefined {
  let shared = 0;
  let weight = 0;
  let sum = 0;
  characters.forEach((character, index) => {
    if (character.organ === 'place' || (character.sense !== 'far' && character.sense !== 'near')) return;
    const [own, other] = [a.byIndex[index], b.byIndex[index]];
    if (!own || !other) return;
    // Gower leaves out what both lack: that neither has flowers yet makes two plants no more alike.
    if (lacksOrgan(character, own) && lacksOrgan(character, other)) return;
    shared += 1;
    weight += character.salience;
    sum += character.salience * (1 - totalVariation(own.frequency, other.frequency));
  });
  return shared < leastShared ? undefined : sum / weight;
}
