import type { Library, StageDescription } from '../knowledge';
import type { Random } from '../random';
import type { Shown } from './scene';

/** The states that one specimen has, drawn from its description by the frequency words. */
export interface Traits {
  /** The drawn state of a described character; undefined where it is not described. */
  state(character: string): string | undefined;
  /** A value for a described range, between its usual ends. */
  value(character: string): number | undefined;
  /** Those of the characters that are described, as a part shows them. */
  shown(...characters: string[]): Shown[];
}

/** A large plant is large in all its parts: this share of a measure follows the plant, the rest its own chance. */
const sharedSize = 0.75;

/** @param typical the usual state of everything and middling measures, instead of chance */
export function pickTraits(
  library: Library,
  stage: StageDescription,
  random: Random,
  typical = false
): Traits {
  const plant = typical ? 0.5 : random.fork('size').next();
  // Chance has a fork for each character: what is not asked for need not be picked.
  const picked = new Map<string, { readonly state: string; readonly value?: number } | undefined>();
  const pick = (slug: string) => {
    const weights = stage.cells.get(slug);
    const character = weights && library.character.get(slug);
    if (!character) return undefined;
    const own = random.fork(slug);
    if (character.kind === 'range') {
      const { low, high } = weights.range!;
      const value =
        low + (high - low) * (sharedSize * plant + (1 - sharedSize) * (typical ? 0.5 : own.next()));
      return { state: String(Math.round(value)), value };
    }
    const listed = weights.frequency.map((share, i) => (weights.listed[i] ? share : 0));
    const one = typical ? listed.indexOf(Math.max(...listed)) : own.choose(listed);
    return { state: character.states[one]!.slug };
  };
  const trait = (slug: string) => {
    if (!picked.has(slug)) picked.set(slug, pick(slug));
    return picked.get(slug);
  };
  return {
    state: (character) => trait(character)?.state,
    value: (character) => trait(character)?.value,
    shown: (...characters) =>
      characters.flatMap((character) => {
        const state = trait(character)?.state;
        return state ? [{ character, state }] : [];
      })
  };
}
