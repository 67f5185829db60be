import type { Observation } from './observation';
import { type Character, type Library, stateCount, stateLabel } from '../knowledge';

/** What was seen of a plant, as it stands in addresses and is kept with finds: character~state. */

/** A state's name in an address: its slug, or the number of its class. */
export const stateKey = (character: Character, state: number): string =>
  character.kind === 'states' ? character.states[state]!.slug : String(state);

export const entryOf = ({ character, state }: Observation): string =>
  `${character.slug}~${stateKey(character, state)}`;

/** Every state of a character, as an entry and in words. */
export const entriesOf = (character: Character): { readonly entry: string; readonly label: string }[] =>
  Array.from({ length: stateCount(character) }, (_, state) => ({
    entry: entryOf({ character, state }),
    label: stateLabel(character, state)
  }));

/** What an entry says, in words; the entry itself where the glossary does not have it. */
export function entryInWords(
  library: Library,
  entry: string
): { readonly name: string; readonly label: string } {
  const character = library.character.get(entry.split('~')[0]!);
  const known = character && entriesOf(character).find((one) => one.entry === entry);
  return character && known ? { name: character.name, label: known.label } : { name: '', label: entry };
}

/**
 * Reads entries; what the glossary does not have is left out, and the last word on a character counts.
 * @param cannot slugs of characters that could not be seen
 */
export function observationsFrom(
  library: Library,
  entries: readonly string[],
  cannot: readonly string[]
): { seen: Observation[]; unseen: string[] } {
  const seen = new Map<string, Observation>();
  for (const entry of entries) {
    const [slug, key] = entry.split('~');
    const character = library.character.get(slug!);
    if (!character) continue;
    const states = Array.from({ length: stateCount(character) }, (_, state) => stateKey(character, state));
    const state = states.indexOf(key ?? '');
    if (state >= 0) seen.set(character.slug, { character, state });
  }
  const unseen = [...new Set(cannot)].filter((slug) => library.character.has(slug) && !seen.has(slug));
  return { seen: [...seen.values()], unseen };
}
