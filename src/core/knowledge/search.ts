import { canKill, harmsByTouch, isDangerous } from './harm';
import type { Library, LibraryTaxon } from './library';
import { englishName } from './english-name';
import { plain } from './plain';

/** How much harm a taxon does when it is mistaken: eaten or touched. */
export const harms = ['can kill', 'dangerous', 'burns the skin', 'no serious harm known'] as const;
export type Harm = (typeof harms)[number];

const does: Readonly<Record<Harm, (taxon: LibraryTaxon) => boolean>> = {
  'can kill': canKill,
  dangerous: isDangerous,
  'burns the skin': harmsByTouch,
  'no serious harm known': (taxon) => !isDangerous(taxon)
};

/** What is looked for; what is not stated does not matter. */
export interface Wanted {
  /** Every word must occur in some name, synonym, family or place. */
  readonly words?: string;
  readonly family?: string;
  readonly habitat?: string;
  readonly harm?: Harm;
}

/** A word as it was typed, and without what may make it a plural. @example singulars('berries') includes 'berry' */
const singulars = (word: string): string[] => [
  word,
  ...(word.length > 4 && word.endsWith('ies') ? [`${word.slice(0, -3)}y`] : []),
  ...(word.length > 4 && word.endsWith('s') ? [word.slice(0, -1)] : [])
];

interface Entry {
  readonly taxon: LibraryTaxon;
  /** Each text by which it can be found, plain. */
  readonly texts: readonly string[];
}

const indexes = new WeakMap<Library, readonly Entry[]>();

function indexOf(library: Library): readonly Entry[] {
  const known = indexes.get(library);
  if (known) return known;
  const entries = [...library.taxa.values()]
    .map((taxon) => ({
      taxon,
      texts: [
        ...taxon.names.map(({ name }) => name),
        taxon.name,
        ...taxon.synonyms,
        `${taxon.family} ${library.families.get(taxon.family)?.english ?? ''}`,
        `${taxon.habitats.join(' ')} ${taxon.microhabitat ?? ''}`
      ].map(plain)
    }))
    .sort((a, b) => englishName(a.taxon).localeCompare(englishName(b.taxon), 'en'));
  indexes.set(library, entries);
  return entries;
}

/**
 * The taxa that fit everything that is wanted, by English name. Words are compared without case or accents;
 * all words together must stand in one name, or each in some text of the taxon.
 */
export function findTaxa(library: Library, { words = '', family, habitat, harm }: Wanted): LibraryTaxon[] {
  const parts = plain(words).split(/\s+/).filter(Boolean);
  return indexOf(library)
    .filter(({ taxon, texts }) => {
      if (family && taxon.family !== family) return false;
      if (habitat && !taxon.habitats.includes(habitat)) return false;
      if (harm && !does[harm](taxon)) return false;
      return parts.every((part) => singulars(part).some((form) => texts.some((text) => text.includes(form))));
    })
    .map(({ taxon }) => taxon);
}
