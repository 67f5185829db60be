import { englishName } from '../english-name';
import { type Cell, type LibraryDocument, Stage, type StageEntry, Taxon, stageNames } from '../schema';
import { allowance } from './allowance';
import { description } from './description';
import { type EntryName, entryAt, entryKindOf, entryPath, isEntryName, ofLibrary } from './entries';
import { harvest } from './harvest';
import { hazards } from './hazards';
import type { CellKind, CellValue, FieldKind, Filled, Glossary, ListKind, Read } from './kind';
import { legal } from './legal';
import { names } from './names';
import { parts } from './parts';
import {
  basis,
  family,
  flavour,
  habitats,
  lifeForm,
  loads,
  meaning,
  microhabitat,
  note,
  synonyms
} from './plain';
import { preparations } from './preparations';
import { standing } from './standing';
import { uses } from './uses';
import { windows } from './windows';

export {
  OwnState,
  entriesNamed,
  type EntryName,
  entryPath,
  entryProblem,
  ofLibrary,
  withEntry
} from './entries';
export type { CellValue, Filled } from './kind';
export { numberIn, readList as readTableList, writeList as writeTableList } from './kind';
export { allowanceInWords } from './allowance';
export { stepsText } from './preparations';
export { dayInWords, windowsText } from './windows';

/**
 * The cells of a taxon that a school may correct, each named by a path:
 *
 *     taxon                      a whole taxon of the school's own
 *     stages/leaf/windows        when a stage is up; removing it removes the stage
 *     stages/leaf/leaf-outline   one character at one stage; removed it is not known
 *     uses/food:leaf             one use, by kind and part
 *     hazards/eaten:whole plant  one hazard, by route and parts
 *     names/en:Hemlock           one name, by language
 *     legal/Ireland              one legal status, by region
 *     parts/seed                 the rules of one part alone
 *     preparations/leaf:steam    how a part is prepared in one way
 *     harvest, allowance, note … what a taxon has once
 *
 * What there is to know of a kind stands in its file.
 */

const lists = { uses, hazards, names, legal, parts, preparations } as const;
const fields = {
  harvest,
  allowance,
  note,
  meaning,
  flavour,
  microhabitat,
  habitats,
  standing,
  loads,
  synonyms,
  lifeForm,
  family,
  basis
} as const;

export type ListName = keyof typeof lists;
export type FieldName = keyof typeof fields;
type ListItem = Taxon[ListName][number];

const isList = (name: string): name is ListName => name in lists;
const isField = (name: string): name is FieldName => name in fields;
/** By its name alone. */
const listOf = (name: ListName): ListKind<ListItem> => lists[name] as unknown as ListKind<ListItem>;
export const fieldOf = (name: FieldName): FieldKind<CellValue> =>
  fields[name] as unknown as FieldKind<CellValue>;

/** The kind of a cell by its path; undefined where there is no such cell. A taxon as a whole is none. */
function kindOf(path: string): CellKind<CellValue> | undefined {
  if (isField(path)) return fieldOf(path);
  const [head, second, third] = path.split('/');
  if (head === 'stages' && Stage.safeParse(second).success && third)
    return (third === 'windows' ? windows : description) as unknown as CellKind<CellValue>;
  return isList(head!) && second ? (listOf(head) as unknown as CellKind<CellValue>) : undefined;
}

/** The region in which alone a cell holds that is edited in one; empty where what it says is the same in all. */
export const scopeOf = (path: string, region: string): string =>
  path === 'taxon' || kindOf(path)?.isRegional || entryKindOf(path)?.isRegional ? region : '';

/** The keys of the items of each list of a taxon. */
export const listKeys = (taxon: Pick<Taxon, ListName>): Record<ListName, string[]> => {
  const keys = (name: ListName) => (taxon[name] as ListItem[]).map(listOf(name).keyOf);
  return {
    uses: keys('uses'),
    hazards: keys('hazards'),
    names: keys('names'),
    legal: keys('legal'),
    parts: keys('parts'),
    preparations: keys('preparations')
  };
};

/** The path of an item of a list. */
export const itemPath = (list: ListName, item: ListItem): string => `${list}/${listOf(list).keyOf(item)}`;

/** An item of a list as a row of a table, and what such a row says: its path and value, not checked yet. */
export const itemRow = (list: ListName, item: ListItem): Readonly<Record<string, string>> =>
  listOf(list).toRow(item);
export function itemFrom(
  list: ListName,
  row: Readonly<Record<string, string>>
): { readonly path: string; readonly value: unknown } {
  const value = listOf(list).fromRow(row);
  return { path: itemPath(list, value as ListItem), value };
}

/** Every cell of a taxon that can be corrected, by its path. */
export function cellsOf(taxon: Taxon): Map<string, CellValue> {
  const cells = new Map<string, CellValue>();
  for (const field of Object.keys(fields) as FieldName[])
    if (taxon[field] !== undefined) cells.set(field, taxon[field]);
  for (const list of Object.keys(lists) as ListName[])
    for (const item of taxon[list]) cells.set(itemPath(list, item), item);
  for (const [stage, entry] of Object.entries(taxon.stages)) {
    cells.set(`stages/${stage}/windows`, entry.windows);
    for (const [slug, cell] of Object.entries(entry.description)) cells.set(`stages/${stage}/${slug}`, cell);
  }
  return cells;
}

/** The value at a path of a taxon; for a path of a taxon that is not there, undefined. */
export const cellAt = (taxon: Taxon | undefined, path: string): CellValue =>
  taxon && (path === 'taxon' ? taxon : cellsOf(taxon).get(path));

/** The value at a path of a document: of a taxon’s cell, or of an entry of the library itself. */
export const valueAt = (document: LibraryDocument, taxon: string, path: string): CellValue =>
  taxon === ofLibrary
    ? entryAt(document, path)
    : cellAt(
        document.taxa.find(({ slug }) => slug === taxon),
        path
      );

/**
 * Checks that a value may stand at a path.
 * @returns the parsed value, or what is wrong with it
 */
export function parseCell(path: string, value: unknown): Read {
  const schema = path === 'taxon' ? Taxon : (kindOf(path) ?? entryKindOf(path))?.schema;
  if (!schema) return { problem: `“${path}” is no cell of a taxon` };
  const parsed = schema.safeParse(value);
  if (!parsed.success)
    return {
      problem: parsed.error.issues.map((issue) => [...issue.path, issue.message].join(' ')).join('; ')
    };
  const [list] = path.split('/');
  if (isList(list!) || isEntryName(list!)) {
    const own = isList(list!)
      ? itemPath(list, parsed.data as ListItem)
      : entryPath(list as EntryName, parsed.data as Parameters<typeof entryPath>[1]);
    if (own !== path) return { problem: `belongs at ${own}` };
  }
  return { value: parsed.data };
}

/** A taxon with one cell set, or without it. A cell of a stage that is not there is left out. */
export function withCell(taxon: Taxon, path: string, value: CellValue): Taxon {
  if (isField(path)) {
    const { [path]: _, ...rest } = taxon;
    return (value === undefined ? rest : { ...rest, [path]: value }) as Taxon;
  }
  const [head, ...tail] = path.split('/');
  if (isList(head!)) {
    const items = taxon[head] as readonly ListItem[];
    const at = items.findIndex((item) => itemPath(head, item) === path);
    const others = items.filter((_, i) => i !== at);
    if (value === undefined) return { ...taxon, [head]: others };
    return { ...taxon, [head]: at < 0 ? [...items, value] : items.with(at, value as ListItem) };
  }
  const [stage, slug] = tail as [Stage, string];
  const entry = taxon.stages[stage];
  const stages = { ...taxon.stages };
  if (slug === 'windows') {
    if (value === undefined) delete stages[stage];
    else stages[stage] = { description: {}, ...entry, windows: value as StageEntry['windows'] };
  } else if (entry) {
    const cells = { ...entry.description };
    if (value === undefined) delete cells[slug];
    else cells[slug] = value as Cell;
    stages[stage] = { ...entry, description: cells };
  }
  const inOrder = stageNames.flatMap((name) => (stages[name] ? [[name, stages[name]] as const] : []));
  return { ...taxon, stages: Object.fromEntries(inOrder) as Taxon['stages'] };
}

/**
 * Of the school's value and a base that has changed, the stricter: each kind says what that is; elsewhere the school's
 * value stands.
 */
export function stricter(path: string, own: CellValue, base: CellValue): CellValue {
  const kind = kindOf(path);
  return base === undefined || !kind?.stricter ? own : kind.stricter(own, base);
}

/** Which cell of a taxon a path names, in words. */
export function pathInWords(glossary: Glossary, path: string): string {
  if (path === 'taxon') return 'the taxon as a whole';
  const entry = entryKindOf(path);
  if (entry) return entry.title.toLowerCase();
  const [head, second, third] = path.split('/');
  if (head === 'stages')
    return third === 'windows'
      ? `times of ${second}`
      : `${glossary.character.get(third!)?.name.toLowerCase() ?? third} in ${second}`;
  if (isField(path)) return fieldOf(path).title;
  const title = isList(head!) ? listOf(head).title : head!;
  const key = path.slice(head!.length + 1);
  return key ? `${title} (${key.replaceAll(':', ', ')})` : title;
}

/** A cell's value in words. */
export function valueInWords(glossary: Glossary, path: string, value: CellValue): string {
  if (value === undefined || value === null) return path.startsWith('stages/') ? 'not known' : 'none';
  if (path === 'taxon') return `${englishName(value as Taxon)}, ${(value as Taxon).name}`;
  return (
    entryKindOf(path)?.words(value as Parameters<typeof entryPath>[1], glossary) ??
    kindOf(path)?.words(value, glossary, path) ??
    JSON.stringify(value)
  );
}

/**
 * Reads the form of a cell: of one that is there by its `path`, of one to be added by its `list`.
 * @returns where it belongs and its value, undefined where it was emptied; or what is wrong with it
 */
export function cellFrom(
  glossary: Glossary,
  filled: Filled
): { readonly path: string; readonly value: CellValue } | { readonly problem: string } {
  const list = filled.text('list');
  if (list && !isList(list)) return { problem: 'A taxon has no such list.' };
  const path = list ? `${list}/new` : filled.text('path');
  const kind = kindOf(path);
  if (!kind) return { problem: `“${path}” is no cell of a taxon` };
  const read = kind.read(filled, glossary, path);
  if ('problem' in read) return read;
  return { path: isList(list) ? itemPath(list, read.value as ListItem) : path, value: read.value };
}
