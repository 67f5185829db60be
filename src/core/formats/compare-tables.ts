import {
  Cell,
  type CellValue,
  type LibraryDocument,
  Stage,
  Taxon,
  type Window,
  cellsOf,
  canonicalJson,
  entryProblem,
  fieldOf,
  itemFrom,
  type ListName,
  numberIn,
  ofLibrary,
  parseCell,
  stageNames,
  valueAt,
  weighCell,
  withEntry
} from '../knowledge';
import { type ReadRow, type Row, readCsv } from './csv';
import { entryFrom, entryTables } from './entry-tables';
import {
  type TableName,
  type Tables,
  type TaxonTable,
  factFields,
  listTables,
  tableColumns,
  taxonTables
} from './library-tables';

/** What is wrong with a row of a file. */
export interface RowProblem {
  readonly file: string;
  /** Line in the file; 1 is its header. */
  readonly line: number;
  readonly message: string;
}

/** One cell that an import would change. */
export interface TableChange {
  readonly taxon: string;
  readonly path: string;
  readonly before: CellValue;
  readonly after: CellValue;
}

/** What the tables say of one taxon, by path, and the paths of which they say everything. */
interface Said {
  readonly cells: Map<string, { value: CellValue; file: TableName; line: number }>;
  readonly whole: Set<string>;
  accepted?: Row;
}

/**
 * Compares tables with a library. A table says everything of the taxa that it names, and all tables together of
 * those in `taxa.csv`: what is missing there is taken away. Scientific name, rank and group of a taxon that the
 * library has cannot be changed so.
 * @returns the cells that would change, and every row that cannot be read; with any of those nothing should be done
 */
export function compareTables(
  tables: Tables,
  current: LibraryDocument
): { changes: TableChange[]; problems: RowProblem[] } {
  const problems: RowProblem[] = [];
  const said = new Map<string, Said>();
  const known = new Map(current.taxa.map((taxon) => [taxon.slug, taxon]));
  const characters = new Map(current.characters.map((character) => [character.slug, character]));
  const families = new Set(current.families.map(({ name }) => name));
  const of = (taxon: string): Said => {
    const own = said.get(taxon) ?? { cells: new Map(), whole: new Set<string>() };
    said.set(taxon, own);
    return own;
  };
  const rowsIn = (name: TableName): ReadRow[] | undefined => {
    const text = tables[name];
    if (text === undefined) return undefined;
    const rows = readCsv(text, tableColumns[name]);
    if (!('problem' in rows)) return rows;
    problems.push({ file: name, line: 1, message: rows.problem });
    return undefined;
  };
  // What the files bring along counts for what else stands in them.
  let grown = current;
  const entries = entryTables.flatMap((table) =>
    (rowsIn(table) ?? []).flatMap(({ cells, line }) => {
      const { path, value } = entryFrom(table, cells);
      const parsed = parseCell(path, value);
      const wrong = 'problem' in parsed ? parsed.problem : entryProblem(grown, path, parsed.value);
      if (wrong) problems.push({ file: table, line, message: wrong });
      if ('problem' in parsed || wrong) return [];
      const before = valueAt(current, ofLibrary, path);
      if (canonicalJson(before ?? null) === canonicalJson(parsed.value ?? null)) return [];
      grown = withEntry(grown, path, parsed.value);
      return [{ taxon: ofLibrary, path, before, after: parsed.value }];
    })
  );
  for (const character of grown.characters) characters.set(character.slug, character);
  for (const { name } of grown.families) families.add(name);
  const read = new Map<TaxonTable, ReadRow[]>();
  for (const name of taxonTables) {
    const rows = rowsIn(name);
    if (rows) read.set(name, rows);
  }
  const accepted = (read.get('taxa.csv') ?? []).filter(({ cells }) => cells['taxonomicStatus'] !== 'synonym');
  for (const { cells, line } of accepted) {
    const slug = cells['taxonID']!;
    if (said.get(slug)?.accepted)
      problems.push({ file: 'taxa.csv', line, message: `'${slug}' stands in two rows` });
    of(slug).accepted = cells;
  }

  function put(file: TableName, line: number, taxon: string, path: string, value: unknown): void {
    if (!known.has(taxon) && !said.get(taxon)?.accepted) {
      problems.push({ file, line, message: `'${taxon}' is neither in the library nor in taxa.csv` });
      return;
    }
    const parsed = parseCell(path, value);
    if ('problem' in parsed) {
      problems.push({ file, line, message: parsed.problem });
      return;
    }
    const own = of(taxon);
    if (own.cells.has(path)) problems.push({ file, line, message: `'${path}' stands in two rows` });
    else own.cells.set(path, { value: parsed.value, file, line });
  }

  // Which part of a taxon each table speaks of.
  const speaksOf: Readonly<Record<TaxonTable, (cells: Row) => string[]>> = {
    'taxa.csv': () => ['family', 'synonyms'],
    'vernacularnames.csv': () => ['names/'],
    'matrix.csv': (cells) => [`stages/${cells['stage']}/`],
    'stages.csv': () => ['windows'],
    'uses.csv': () => ['uses/'],
    'hazards.csv': () => ['hazards/'],
    'legal.csv': () => ['legal/'],
    'parts.csv': () => ['parts/'],
    'preparations.csv': () => ['preparations/'],
    'facts.csv': () => []
  };
  for (const [name, rows] of read)
    for (const { cells } of rows) {
      const slug =
        name === 'taxa.csv' ? cells['acceptedNameUsageID'] || cells['taxonID']! : cells['taxonID']!;
      for (const part of speaksOf[name](cells)) of(slug).whole.add(part);
    }
  if (read.has('taxa.csv'))
    for (const { cells } of accepted) {
      const own = of(cells['taxonID']!);
      for (const name of read.keys())
        for (const part of name === 'matrix.csv'
          ? stageNames.map((stage) => `stages/${stage}/`)
          : name === 'facts.csv'
            ? ['microhabitat', 'loads', 'harvest', 'allowance', 'meaning', 'flavour', 'note']
            : speaksOf[name](cells))
          own.whole.add(part);
    }

  readTaxa(read.get('taxa.csv') ?? []);
  function readTaxa(rows: readonly ReadRow[]): void {
    const synonyms = new Map<string, string[]>();
    for (const { cells, line } of rows) {
      const slug = cells['acceptedNameUsageID'] || cells['taxonID']!;
      if (cells['taxonomicStatus'] === 'synonym') {
        if (!said.get(slug)?.accepted)
          problems.push({ file: 'taxa.csv', line, message: `is a synonym of '${slug}', which has no row` });
        synonyms.set(slug, [...(synonyms.get(slug) ?? []), cells['scientificName']!]);
        continue;
      }
      const taxon = known.get(slug);
      if (taxon && (taxon.name !== cells['scientificName'] || taxon.rank !== cells['taxonRank']))
        problems.push({
          file: 'taxa.csv',
          line,
          message: `'${slug}' is ${taxon.name}, ${taxon.rank}, in the library: another plant needs another taxonID`
        });
      if (!families.has(cells['family']!))
        problems.push({ file: 'taxa.csv', line, message: `the family '${cells['family']}' has no entry` });
      put('taxa.csv', line, slug, 'family', cells['family']);
    }
    for (const { cells, line } of accepted)
      put('taxa.csv', line, cells['taxonID']!, 'synonyms', synonyms.get(cells['taxonID']!) ?? []);
  }

  for (const [name, list] of Object.entries(listTables) as [keyof typeof listTables, ListName][])
    for (const { cells, line } of read.get(name) ?? []) {
      const { path, value } = itemFrom(list, cells);
      put(name, line, cells['taxonID']!, path, value);
    }

  const windows = new Map<string, { windows: Window[]; line: number; taxon: string }>();
  for (const { cells, line } of read.get('stages.csv') ?? []) {
    const path = `stages/${cells['stage']}/windows`;
    const key = `${cells['taxonID']} ${path}`;
    const own = windows.get(key) ?? { windows: [], line, taxon: cells['taxonID']! };
    own.windows.push(
      ['first', 'fullFrom', 'fullUntil', 'last'].map((end) => numberIn(cells[end]!)) as Window
    );
    windows.set(key, own);
  }
  for (const [key, { windows: all, line, taxon }] of windows)
    put('stages.csv', line, taxon, key.slice(taxon.length + 1), all);

  const matrix = new Map<
    string,
    { taxon: string; path: string; line: number; cell: Record<string, unknown> }
  >();
  for (const { cells, line } of read.get('matrix.csv') ?? []) {
    const path = `stages/${cells['stage']}/${cells['character']}`;
    const key = `${cells['taxonID']} ${path}`;
    if (!Stage.safeParse(cells['stage']).success) {
      problems.push({ file: 'matrix.csv', line, message: `'${cells['stage']}' is no stage` });
      continue;
    }
    if (!characters.has(cells['character']!)) {
      problems.push({
        file: 'matrix.csv',
        line,
        message: `'${cells['character']}' is no character of the glossary`
      });
      continue;
    }
    const own = matrix.get(key) ?? { taxon: cells['taxonID']!, path, line, cell: {} };
    if (cells['state']) {
      if (own.cell[cells['state']])
        problems.push({
          file: 'matrix.csv',
          line,
          message: `the state '${cells['state']}' stands in two rows`
        });
      own.cell[cells['state']] = cells['frequency'];
    } else for (const end of ['min', 'low', 'high', 'max']) own.cell[end] = numberIn(cells[end]!);
    matrix.set(key, own);
  }
  for (const { taxon, path, line, cell } of matrix.values()) {
    const character = characters.get(path.split('/')[2]!)!;
    const parsed = Cell.safeParse(cell);
    const weighed = parsed.success
      ? weighCell(character, parsed.data)
      : 'needs a frequency word, or four numbers';
    if (typeof weighed === 'string')
      problems.push({ file: 'matrix.csv', line, message: `${character.slug} ${weighed}` });
    else put('matrix.csv', line, taxon, path, cell);
  }

  const facts = new Map<string, { fields: Record<string, string>; line: number }>();
  for (const { cells, line } of read.get('facts.csv') ?? []) {
    const own = facts.get(cells['taxonID']!) ?? { fields: {}, line };
    own.fields[cells['field']!] = cells['value']!;
    facts.set(cells['taxonID']!, own);
  }
  for (const [slug, { fields, line }] of facts) {
    for (const field of factFields) {
      const value = fieldOf(field).fromFacts(fields);
      // A plant stands somewhere: that nothing is said of it takes nothing away.
      const isSaid = field === 'habitats' ? (value as string[]).length > 0 : value !== undefined;
      if (isSaid) put('facts.csv', line, slug, field, value);
    }
  }

  const changes: TableChange[] = [...entries];
  for (const [slug, own] of said) {
    const taxon = known.get(slug);
    if (taxon) changes.push(...changesOf(taxon, own));
    else if (own.accepted) {
      const made = newTaxon(slug, own, facts.get(slug)?.fields ?? {});
      if ('problem' in made) {
        const line = accepted.find(({ cells }) => cells['taxonID'] === slug)!.line;
        problems.push({
          file: 'taxa.csv',
          line,
          message: `'${slug}' is new and incomplete: ${made.problem}`
        });
      } else changes.push({ taxon: slug, path: 'taxon', before: undefined, after: made });
    }
  }
  const inOrder = (a: RowProblem, b: RowProblem) => a.file.localeCompare(b.file) || a.line - b.line;
  return { changes, problems: problems.sort(inOrder) };
}

/** Whether the tables say everything of a path. */
const isCovered = (own: Said, path: string): boolean =>
  [...own.whole].some((part) =>
    part === 'windows'
      ? path.endsWith('/windows')
      : part.endsWith('/')
        ? path.startsWith(part) && !path.endsWith('/windows')
        : path === part
  );

function changesOf(taxon: Taxon, own: Said): TableChange[] {
  const now = cellsOf(taxon);
  const changes: TableChange[] = [];
  for (const [path, { value }] of own.cells)
    if (canonicalJson(now.get(path) ?? null) !== canonicalJson(value ?? null))
      changes.push({ taxon: taxon.slug, path, before: now.get(path), after: value });
  const leaving = new Set(
    [...now.keys()].filter(
      (path) => path.endsWith('/windows') && isCovered(own, path) && !own.cells.has(path)
    )
  );
  for (const [path, before] of now) {
    if (own.cells.has(path) || !isCovered(own, path)) continue;
    const windows = `${path.split('/').slice(0, 2).join('/')}/windows`;
    // A stage that goes takes its cells along.
    if (path.startsWith('stages/') && path !== windows && leaving.has(windows)) continue;
    changes.push({ taxon: taxon.slug, path, before, after: undefined });
  }
  return changes;
}

function newTaxon(slug: string, own: Said, fields: Record<string, string>): Taxon | { problem: string } {
  const at = (prefix: string) =>
    [...own.cells].filter(([path]) => path.startsWith(prefix)).map(([, { value }]) => value);
  const stages: Record<string, { windows: unknown; description: Record<string, unknown> }> = {};
  for (const [path, { value }] of own.cells) {
    const [head, stage, cell] = path.split('/');
    if (head !== 'stages') continue;
    stages[stage!] ??= { windows: [], description: {} };
    if (cell === 'windows') stages[stage!]!.windows = value;
    else stages[stage!]!.description[cell!] = value;
  }
  const parsed = Taxon.safeParse({
    slug,
    name: own.accepted!['scientificName'],
    rank: own.accepted!['taxonRank'],
    family: own.accepted!['family'],
    group: fields['group'],
    ...Object.fromEntries(
      ['synonyms', ...factFields].flatMap((field) => {
        const said = own.cells.get(field);
        return said ? [[field, said.value]] : [];
      })
    ),
    names: at('names/'),
    uses: at('uses/'),
    hazards: at('hazards/'),
    legal: at('legal/'),
    parts: at('parts/'),
    preparations: at('preparations/'),
    stages: Object.fromEntries(stageNames.flatMap((stage) => (stages[stage] ? [[stage, stages[stage]]] : [])))
  });
  if (parsed.success) return parsed.data;
  return {
    problem: parsed.error.issues.map(({ path, message }) => `${path.join(' ')}: ${message}`).join('; ')
  };
}
