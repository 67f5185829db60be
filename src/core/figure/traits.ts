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
  const states = new Map<string, string>();
  const values = new Map<string, number>();
  const plant = typical ? 0.5 : random.fork('size').next();
  for (const [slug, weights] of stage.cells) {
    const character = library.character.get(slug);
    if (!character) continue;
    const own = random.fork(slug);
    if (character.kind === 'range') {
      const { low, high } = weights.range!;
      const value =
        low + (high - low) * (sharedSize * plant + (1 - sharedSize) * (typical ? 0.5 : own.next()));
      values.set(slug, value);
      states.set(slug, String(Math.round(value)));
    } else {
      const listed = weights.frequency.map((share, i) => (weights.listed[i] ? share : 0));
      const picked = typical ? listed.indexOf(Math.max(...listed)) : own.choose(listed);
      states.set(slug, character.states[picked]!.slug);
    }
  }
  return {
    state: (character) => states.get(character),
    value: (character) => values.get(character),
    shown: (...characters) =>
      characters.flatMap((character) => {
        const state = states.get(character);
        return state ? [{ character, state }] : [];
      })
  };
}
