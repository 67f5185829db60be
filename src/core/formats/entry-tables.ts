import {
  type EntryName,
  type Family,
  type LibraryDocument,
  entriesNamed,
  numberIn,
  readTableList,
  writeTableList
} from '../knowledge';
import type { Row } from './csv';

/** What a library holds besides its taxa, as tables: a row an entry. What a table lacks is left as it is. */
export const entryColumns = {
  'pairs.csv': [
    'target',
    'lookalike',
    'kind',
    'hardestAt',
    'stages',
    'why',
    'claim',
    'fails',
    'characters',
    'inseparable'
  ],
  'animals.csv': [
    'animal',
    'name',
    'scientificName',
    'habitats',
    'seasons',
    'onShore',
    'within',
    'avoid',
    'firstAid',
    'consequence',
    'likelihood',
    'kit'
  ],
  'families.csv': ['family', 'english', 'shares', 'alsoShownBy', 'signs', 'trust', 'caution', 'cautious'],
  'states.csv': ['character', 'state', 'label', 'definition']
} as const;
export type EntryTable = keyof typeof entryColumns;
export const entryTables = Object.keys(entryColumns) as EntryTable[];

const nameOf = (table: EntryTable): EntryName => table.slice(0, -'.csv'.length) as EntryName;

/** Fields that have no column of their own, or are lists, in a text and back. */
const spans = (all: readonly (readonly number[])[]): string => all.map((one) => one.join(' ')).join('; ');
const spansIn = (text: string): number[][] =>
  text
    .split(';')
    .map((one) => one.trim().split(/\s+/).map(numberIn))
    .filter((one) => one.length > 1);
/** Between what stands in one place of a list: the parts of a piece of kit, a character and its states. */
const mark = ' = ';
const stateMark = ' / ';
type Sign = NonNullable<Family['signs']>[number];

type Fields = Readonly<Record<string, unknown>>;
const strings = (value: unknown): string => (value === undefined ? '' : writeTableList(value as string[]));
const orNothing = (name: string, text: string, value: (text: string) => unknown = (one) => one) =>
  text === '' ? {} : { [name]: value(text) };

const rows: Readonly<Record<EntryTable, (entry: Fields) => Row>> = {
  'pairs.csv': ({ failingTest, stages, ...own }) => {
    const { claim, fails, characters } = failingTest as Fields;
    return {
      target: String(own['target']),
      lookalike: String(own['lookalike']),
      kind: String(own['kind']),
      hardestAt: String(own['hardestAt']),
      stages: strings(stages),
      why: String(own['why']),
      claim: String(claim),
      fails: String(fails),
      characters: strings(characters),
      inseparable: String(own['inseparable'] ?? '')
    };
  },
  'animals.csv': (own) => ({
    animal: String(own['slug']),
    name: String(own['name']),
    scientificName: String(own['scientific'] ?? ''),
    habitats: strings(own['habitats']),
    seasons: spans(own['seasons'] as number[][]),
    onShore: own['isOnShore'] ? 'yes' : '',
    within: own['within'] ? spans(own['within'] as number[][]) : '',
    avoid: String(own['avoid']),
    firstAid: strings(own['firstAid']),
    consequence: String(own['consequence']),
    likelihood: String(own['likelihood']),
    kit: writeTableList(
      (own['kit'] as Fields[]).map(({ key, label, carriedBy, protects }) =>
        [key, label, carriedBy, protects ? 'protects' : 'helps'].join(mark)
      )
    )
  }),
  'families.csv': (own) => ({
    family: String(own['name']),
    english: String(own['english']),
    shares: String(own['shares']),
    alsoShownBy: String(own['alsoShownBy'] ?? ''),
    signs: writeTableList(
      ((own['signs'] ?? []) as Sign[]).map(({ character, states }) =>
        [character, states.join(stateMark)].join(mark)
      )
    ),
    trust: String(own['trust']),
    caution: String(own['caution']),
    cautious: own['cautious'] ? 'yes' : 'no'
  }),
  'states.csv': (own) => ({
    character: String(own['character']),
    state: String(own['slug']),
    label: String(own['label']),
    definition: String(own['definition'])
  })
};

const values: Readonly<Record<EntryTable, (row: Row) => Fields>> = {
  'pairs.csv': (row) => ({
    target: row['target'],
    lookalike: row['lookalike'],
    ...orNothing('kind', row['kind']!),
    hardestAt: row['hardestAt'],
    ...orNothing('stages', row['stages']!, readTableList),
    why: row['why'],
    failingTest: {
      claim: row['claim'],
      fails: row['fails'],
      ...orNothing('characters', row['characters']!, readTableList)
    },
    ...orNothing('inseparable', row['inseparable']!)
  }),
  'animals.csv': (row) => ({
    slug: row['animal'],
    name: row['name'],
    ...orNothing('scientific', row['scientificName']!),
    habitats: readTableList(row['habitats']!),
    seasons: spansIn(row['seasons']!),
    ...(row['onShore'] === 'yes' ? { isOnShore: true } : {}),
    ...orNothing('within', row['within']!, spansIn),
    avoid: row['avoid'],
    firstAid: readTableList(row['firstAid']!),
    consequence: numberIn(row['consequence']!),
    likelihood: numberIn(row['likelihood']!),
    kit: readTableList(row['kit']!).map((one) => {
      const [key, label, carriedBy, harm] = one.split(mark);
      return { key, label, carriedBy, protects: harm === 'protects' };
    })
  }),
  'families.csv': (row) => ({
    name: row['family'],
    english: row['english'],
    shares: row['shares'],
    ...orNothing('alsoShownBy', row['alsoShownBy']!),
    ...orNothing('signs', row['signs']!, (text) =>
      readTableList(text).map((one) => {
        const [character, states = ''] = one.split(mark);
        return { character, states: states.split(stateMark) };
      })
    ),
    trust: row['trust'],
    caution: row['caution'],
    cautious: row['cautious'] !== 'no'
  }),
  'states.csv': (row) => ({
    character: row['character'],
    slug: row['state'],
    label: row['label'],
    definition: row['definition']
  })
};

/** All entries of a library that belong in a table. */
export const entryRows = (document: LibraryDocument, table: EntryTable): Row[] =>
  entriesNamed(document, nameOf(table)).map(([, entry]) => rows[table](entry as unknown as Fields));

/** What a row says: its entry, not checked yet, and where it belongs. */
export function entryFrom(table: EntryTable, row: Row): { readonly path: string; readonly value: unknown } {
  const value = values[table](row);
  const key = {
    'pairs.csv': `${row['target']}:${row['lookalike']}`,
    'animals.csv': row['animal'],
    'families.csv': row['family'],
    'states.csv': `${row['character']}:${row['state']}`
  }[table];
  return { path: `${nameOf(table)}/${key}`, value };
}
