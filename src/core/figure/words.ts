import { type Library, stateLabel } from '../knowledge';
import { type Plate, statureOn } from './plate';
import type { Shown, View } from './scene';

/** A plate in words: what its parts show, in the terms of the glossary. Nothing of it names the plant. */

const viewNames: Readonly<Record<View, string>> = {
  whole: 'The plant',
  leaf: 'One leaf from near',
  underside: 'Its underside',
  stalk: 'A leaf stalk from near',
  foot: 'The foot of the shoot from near',
  stem: 'A length of stem from near',
  flower: 'A cluster from near',
  'single flower': 'One flower from near',
  fruit: 'One fruit from near',
  underground: 'The underground part',
  'torn leaf': 'A torn leaf'
};

/** A character with its state, such as "outline of the leaf: elliptic". */
export function shownInWords(library: Library, { character: slug, state }: Shown): string {
  const character = library.character.get(slug)!;
  const value =
    character.kind === 'range'
      ? `about ${state} ${character.unit}`
      : stateLabel(
          character,
          character.states.findIndex((one) => one.slug === state)
        );
  return `${character.name.toLowerCase()}: ${value}`;
}

/**
 * One sentence for each view, such as "The plant: outline of the leaf: elliptic; …".
 * Scent cannot be drawn, so a torn leaf says nothing of it.
 */
export function plateInWords(library: Library, plate: Plate): string[] {
  const said = new Set<string>();
  const tall = statureOn(plate);
  const stature =
    tall === undefined
      ? []
      : [`Small beside it: the whole plant, about ${(tall / 1000).toFixed(1)} m tall, and a person.`];
  const views = plate.figures.map(({ scene }) => {
    const shown = scene.parts.flatMap(({ shows }) => shows);
    const words = shown.flatMap((one) => {
      if (said.has(one.character) || one.character === 'scent') return [];
      said.add(one.character);
      return [shownInWords(library, one)];
    });
    const name = viewNames[scene.view];
    return words.length > 0 ? `${name}: ${words.join('; ')}.` : `${name}.`;
  });
  return [...views, ...stature];
}
