import { z } from 'zod';
import { Animal } from '../animal';
import { englishName } from '../english-name';
import { CuratedPair, Family, type LibraryDocument, mostStates } from '../schema';
import type { Glossary } from './kind';

/**
 * What a library holds besides its taxa, and a school may add to: pairs, animals, families, and states of its glossary.
 * Each is named by a path, as the cells of a taxon are:
 *
 *     pairs/daucus-carota:conium-maculatum   one plant taken for another, in one region
 *     animals/ticks                          one animal, in one region
 *     families/Apiaceae                      one family
 *     states/scent:fennel                    one state of a character
 */

/** Stands where a taxon's slug stands for a cell: the entry belongs to the library itself. */
export const ofLibrary = '';

/** A state of a character, with the character that it belongs to. */
export const OwnState = z.strictObject({
  character: z.string().min(1),
  slug: z.string().regex(/^[a-z][a-z0-9-]*$/, 'is not a slug (small letters, digits, hyphens)'),
  label: z.string().trim().min(1),
  definition: z.string().trim().min(1)
});
export type OwnState = z.infer<typeof OwnState>;

interface Named extends Glossary {
  readonly taxa?: ReadonlyMap<string, Parameters<typeof englishName>[0]>;
}

/** One kind of entry. */
interface EntryKind<Entry> {
  readonly title: string;
  /** It holds in the region in which it was made. */
  readonly isRegional?: true;
  readonly schema: z.ZodType<Entry>;
  keyOf(entry: Entry): string;
  at(document: LibraryDocument, key: string): Entry | undefined;
  put(document: LibraryDocument, entry: Entry): LibraryDocument;
  without(document: LibraryDocument, key: string): LibraryDocument;
  words(entry: Entry, library: Named): string;
  /** What is wrong with it beside the others, where its shape is right. */
  problem?(document: LibraryDocument, entry: Entry): string | undefined;
}

/** A kind that stands in a list of the document. */
function inList<Name extends 'pairs' | 'animals' | 'families', Entry extends LibraryDocument[Name][number]>(
  name: Name,
  kind: Omit<EntryKind<Entry>, 'at' | 'put' | 'without'>
): EntryKind<Entry> {
  const listOf = (document: LibraryDocument) => document[name] as unknown as readonly Entry[];
  const without = (document: LibraryDocument, key: string) => ({
    ...document,
    [name]: listOf(document).filter((entry) => kind.keyOf(entry) !== key)
  });
  return {
    ...kind,
    at: (document, key) => listOf(document).find((entry) => kind.keyOf(entry) === key),
    without,
    put: (document, entry) => ({
      ...document,
      [name]: [...listOf(without(document, kind.keyOf(entry))), entry]
    })
  };
}

const nameOf = ({ taxa }: Named, slug: string): string => {
  const taxon = taxa?.get(slug);
  return taxon ? englishName(taxon) : slug;
};

const pairs = inList<'pairs', CuratedPair>('pairs', {
  title: 'Pair',
  isRegional: true,
  schema: CuratedPair,
  keyOf: ({ target, lookalike }) => `${target}:${lookalike}`,
  words: ({ target, lookalike, hardestAt, why }, library) =>
    `${nameOf(library, lookalike)} taken for ${nameOf(library, target)}, hardest in ${hardestAt}: ${why}`,
  problem: ({ taxa, characters }, { target, lookalike, hardestAt, failingTest }) => {
    if (target === lookalike) return 'A plant is not taken for itself: choose two.';
    const stages = taxa.find(({ slug }) => slug === target)?.stages;
    if (stages && !(hardestAt in stages)) return `The first of the two is not described in ${hardestAt}.`;
    const unknown = failingTest.characters?.find((own) => !characters.some(({ slug }) => slug === own));
    return unknown && `The glossary has no character “${unknown}”.`;
  }
});

const animals = inList<'animals', Animal>('animals', {
  title: 'Animal',
  isRegional: true,
  schema: Animal,
  keyOf: ({ slug }) => slug,
  words: ({ name, avoid, firstAid }) => `${name}: ${avoid} ${firstAid.join(' ')}`
});

const families = inList<'families', Family>('families', {
  title: 'Family',
  schema: Family,
  keyOf: ({ name }) => name,
  words: ({ name, english, shares, trust }) => `${english} (${name}): ${shares} ${trust}`
});

const states: EntryKind<OwnState> = {
  title: 'State',
  schema: OwnState,
  keyOf: ({ character, slug }) => `${character}:${slug}`,
  at: ({ characters }, key) => {
    const [character, slug] = key.split(':');
    const owner = characters.find((one) => one.slug === character);
    const state =
      owner?.kind === 'states' ? owner.states.find((one) => one.slug === slug && !one.absent) : undefined;
    return (
      state && { character: character!, slug: state.slug, label: state.label, definition: state.definition }
    );
  },
  put: (document, { character, ...state }) => ({
    ...document,
    characters: document.characters.map((one) =>
      one.slug === character && one.kind === 'states'
        ? { ...one, states: [...one.states.filter(({ slug }) => slug !== state.slug), state] }
        : one
    )
  }),
  without: (document, key) => {
    const [character, slug] = key.split(':');
    return {
      ...document,
      characters: document.characters.map((one) =>
        one.slug === character && one.kind === 'states'
          ? { ...one, states: one.states.filter((state) => state.slug !== slug) }
          : one
      )
    };
  },
  words: ({ character, label, definition }, { character: all }) =>
    `${all.get(character)?.name ?? character}: ${label}. ${definition}`,
  problem: ({ characters }, { character, slug, label }) => {
    const owner = characters.find((one) => one.slug === character);
    if (owner?.kind !== 'states') return 'Choose a character that has states.';
    const own = owner.states.find((one) => one.slug === slug);
    // That an organ is not there is no answer like the others: nothing takes its place.
    if (own?.absent) return `“${own.label}” says that already.`;
    if (!own && owner.states.length >= mostStates)
      return 'This character has as many answers as it can hold.';
    const same = owner.states.find(
      (one) => one.slug !== slug && one.label.toLowerCase() === label.toLowerCase()
    );
    return same && `“${same.label}” is there already.`;
  }
};

const kinds = { pairs, animals, families, states } as const;
export type EntryName = keyof typeof kinds;
type Entry = CuratedPair | Animal | Family | OwnState;

export const isEntryName = (name: string): name is EntryName => name in kinds;
/** By its name alone. */
const kindBy = (name: EntryName): EntryKind<Entry> => kinds[name] as unknown as EntryKind<Entry>;

/** The kind of an entry by its path; undefined where it names none. */
export function entryKindOf(path: string): EntryKind<Entry> | undefined {
  const [name, key] = path.split('/');
  return isEntryName(name!) && key ? kindBy(name) : undefined;
}

const keyIn = (path: string): string => path.slice(path.indexOf('/') + 1);

export const entryPath = (name: EntryName, entry: Entry): string => `${name}/${kindBy(name).keyOf(entry)}`;

export const entryAt = (document: LibraryDocument, path: string): Entry | undefined =>
  entryKindOf(path)?.at(document, keyIn(path));

/** A document with an entry set, or without it. */
export function withEntry(document: LibraryDocument, path: string, value: unknown): LibraryDocument {
  const kind = entryKindOf(path);
  if (!kind) return document;
  return value === undefined ? kind.without(document, keyIn(path)) : kind.put(document, value as Entry);
}

/** What is wrong with an entry beside the others of its library. */
export const entryProblem = (document: LibraryDocument, path: string, value: unknown): string | undefined =>
  entryKindOf(path)?.problem?.(document, value as Entry);

/** Every entry of one kind, by its path. */
export const entriesNamed = (document: LibraryDocument, name: EntryName): [path: string, entry: Entry][] =>
  (name === 'states'
    ? document.characters.flatMap((character) =>
        character.kind === 'states'
          ? character.states
              .filter(({ absent }) => !absent)
              .map(({ slug, label, definition }): Entry => ({
                character: character.slug,
                slug,
                label,
                definition
              }))
          : []
      )
    : (document[name] as readonly Entry[])
  ).map((entry) => [entryPath(name, entry), entry]);
