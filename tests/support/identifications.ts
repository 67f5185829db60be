import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Observation } from '../../src/core/evidence';
import type { Character, Library } from '../../src/core/knowledge';
import { homeRegion, shippedLibrary } from './content';

/** What somebody saw of a plant, where and when. */
export interface Identification {
  readonly line: number;
  /** Of the region where it was seen. */
  readonly library: Library;
  /** A slug; or the name of a plant that the library lacks. */
  readonly plant: string;
  readonly isLacking: boolean;
  readonly isoDate: string;
  readonly habitats: readonly string[];
  /** What they took it for. */
  readonly asked: string | undefined;
  readonly seen: readonly Observation[];
}

function stateOf(character: Character, word: string, line: number): number {
  if (character.kind === 'states') {
    const state = character.states.findIndex(({ slug }) => slug === word);
    if (state < 0) throw new Error(`line ${line}: ${character.slug} has no ${word}`);
    return state;
  }
  const above = character.limits.filter((limit) => Number(word) >= limit).length - 1;
  return Math.min(Math.max(above, 0), character.limits.length - 2);
}

/** Reads the table of identifications against the glossary and the plants of their regions. */
export function readIdentifications(): Identification[] {
  const text = readFileSync(join(import.meta.dirname, '../reference/identifications.txt'), 'utf8');
  let library = shippedLibrary(homeRegion);
  return text.split('\n').flatMap((own, i): Identification[] => {
    const line = i + 1;
    if (own === '' || own.startsWith('#')) return [];
    if (own.startsWith('region ')) {
      library = shippedLibrary(own.slice('region '.length));
      return [];
    }
    const [plant, day, ground, asked, signs] = own.split(';').map((part) => part.trim());
    const seen = signs!.split(',').map((sign) => {
      const [slug, word] = sign.trim().split(' ');
      const character = library.character.get(slug!);
      if (!character) throw new Error(`line ${line}: no character ${slug}`);
      return { character, state: stateOf(character, word!, line) };
    });
    const isLacking = plant!.startsWith('(');
    const name = isLacking ? plant!.slice(1, -1) : plant!;
    for (const slug of [isLacking ? undefined : name, asked === '-' ? undefined : asked])
      if (slug && !library.taxa.has(slug)) throw new Error(`line ${line}: no taxon ${slug}`);
    if (isLacking && [...library.taxa.values()].some((taxon) => taxon.name === name))
      throw new Error(`line ${line}: the library has ${name}`);
    return [
      {
        line,
        library,
        plant: name,
        isLacking,
        isoDate: `2027-${day}`,
        habitats: ground!.split(' '),
        asked: asked === '-' ? undefined : asked,
        seen
      }
    ];
  });
}
