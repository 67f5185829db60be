import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import {
  type LibraryDocument,
  type Taxon,
  cellHash,
  cellAt,
  applyEdits,
  compileLibrary,
  withCell
} from '../knowledge';
import {
  type Tables,
  compareTables,
  dialects,
  libraryTables,
  readCsv,
  tableColumns,
  tableNames,
  writeCsv
} from './index';

const { document } = shippedContent();
const tables = libraryTables(document);
const taxon = (slug: string) => document.taxa.find((one) => one.slug === slug)!;
const withTaxon = (changed: Taxon): LibraryDocument => ({
  ...document,
  taxa: document.taxa.map((one) => (one.slug === changed.slug ? changed : one))
});
/** A library after an import of tables. */
function imported(into: LibraryDocument, from: Tables): LibraryDocument {
  const { changes, problems } = compareTables(from, into);
  expect(problems).toEqual([]);
  const edits = changes.map(({ taxon: slug, path, after }) => ({
    taxon: slug,
    path,
    kind: after === undefined ? ('remove' as const) : ('set' as const),
    value: after,
    baseHash: cellHash(
      cellAt(
        into.taxa.find((one) => one.slug === slug),
        path
      )
    )
  }));
  return applyEdits(into, edits).document;
}
/** A table with one line replaced. */
const broken = (name: keyof Tables, line: number, from: string | RegExp, to: string): Tables => ({
  [name]: tables[name as keyof typeof tables]!.split('\r\n')
    .map((one, i) => (i === line - 1 ? one.replace(from, to) : one))
    .join('\r\n')
});

describe('CSV', () => {
  it('has semicolons and decimal commas where they are asked for: an independent reader finds the same cells', () => {
    const text = writeCsv(['who', 'rate'], [{ who: 'a; b, c', rate: '-0.25' }], dialects.semicolon);
    expect(text.startsWith('\uFEFFwho;rate\r\n')).toBe(true);
    expect(Papa.parse(text.slice(1).trim(), { delimiter: ';' }).data).toEqual([
      ['who', 'rate'],
      ['a; b, c', '-0,25']
    ]);
    expect(readCsv(text, ['who', 'rate'])).toMatchObject([{ cells: { who: 'a; b, c', rate: '-0,25' } }]);
  });

  it('brings back what was written, formulas, quotes and line breaks included', () => {
    const rows = [
      { a: '=1+1', b: 'say "so", twice' },
      { a: 'two\nlines', b: "'-1" },
      { a: '', b: 'ciguë' }
    ];
    const text = writeCsv(['a', 'b'], rows);
    expect(text).toContain("'=1+1");
    const read = readCsv(text, ['a']);
    expect(Array.isArray(read) && read.map(({ cells }) => cells)).toEqual(rows);
  });

  it('says which columns a file lacks, and that it is none', () => {
    expect(readCsv('a,b\r\n1,2', ['a', 'c', 'd'])).toEqual({ problem: 'lacks the columns c, d' });
    expect(readCsv('', ['a'])).toEqual({ problem: 'is empty' });
    expect(readCsv('a\r\n"open', ['a'])).toEqual({ problem: expect.stringContaining('is not CSV') });
    expect(readCsv(','.repeat(300_000), ['a'])).toEqual({
      problem: 'has a line of more than 200,000 letters: it is no such table'
    });
  });
});

describe('a library as tables', () => {
  it.each(tableNames)('%s is read alike by an independent parser (RFC 4180)', (name) => {
    const { data, errors, meta } = Papa.parse<Record<string, string>>(tables[name], {
      header: true,
      skipEmptyLines: true
    });
    expect(errors).toEqual([]);
    expect(meta.fields).toEqual([...tableColumns[name]]);
    const own = readCsv(tables[name], []);
    expect(Array.isArray(own) && own.length).toBe(data.length);
  });

  it('uses Darwin Core terms as they are meant: every synonym names its accepted taxon, every rank is one', () => {
    const { data } = Papa.parse<Record<string, string>>(tables['taxa.csv'], {
      header: true,
      skipEmptyLines: true
    });
    const ids = new Set(data.map(({ taxonID }) => taxonID));
    expect(ids.size).toBe(data.length);
    for (const row of data) {
      expect(ids).toContain(row['acceptedNameUsageID']);
      expect(['accepted', 'synonym']).toContain(row['taxonomicStatus']);
      if (row['taxonomicStatus'] === 'accepted') expect(row['taxonID']).toBe(row['acceptedNameUsageID']);
    }
  });

  it('changes nothing when it is imported where it came from', () => {
    expect(compareTables(tables, document)).toEqual({ changes: [], problems: [] });
  });

  it('carries every correction into another school: the two compare equal', () => {
    const corrected = [
      ['stages/leaf/scent', { rank: 'always' }],
      ['stages/winter/windows', undefined],
      ['names/cy:Cegid', undefined],
      ['hazards/touch:sap', undefined],
      ['note', '=SUM(A1) is no formula here'],
      ['synonyms', ['Coriandrum cicuta']],
      ['stages/flower/plant-height', { min: 50, low: 90, high: 210, max: 300 }]
    ].reduce((one, [path, value]) => withCell(one, path as string, value), taxon('conium-maculatum'));
    const own: Taxon = { ...taxon('daucus-carota'), slug: 'own-carrot', name: 'Daucus proprius' };
    delete own.recipe;
    const school = { ...withTaxon(corrected), taxa: [...withTaxon(corrected).taxa, own] };
    const result = imported(document, libraryTables(school));
    expect(libraryTables(result)).toEqual(
      libraryTables({ ...school, taxa: [...school.taxa].sort((a, b) => (a.slug < b.slug ? -1 : 1)) })
    );
    expect(compileLibrary(result).problems).toEqual([]);
    expect(result.taxa.find(({ slug }) => slug === 'own-carrot')).toEqual(own);
  });

  it('leaves alone what a single table does not speak of', () => {
    const { 'matrix.csv': matrix } = libraryTables({
      ...document,
      taxa: [withCell(taxon('conium-maculatum'), 'stages/leaf/scent', undefined)]
    });
    const { changes, problems } = compareTables({ 'matrix.csv': matrix }, document);
    expect(problems).toEqual([]);
    expect(changes).toEqual([
      {
        taxon: 'conium-maculatum',
        path: 'stages/leaf/scent',
        before: taxon('conium-maculatum').stages.leaf!.description['scent'],
        after: undefined
      }
    ]);
  });
});

describe('a bad file is told row by row', () => {
  it.each([
    ['a frequency word that is none', 'matrix.csv', 5, /,[a-z]+,,,,$/, ',mostly,,,,', /frequency word/],
    ['a stage that is none', 'stages.csv', 2, /,[a-z -]+,/, ',autumn,', /is no cell/],
    ['a day beyond the year', 'stages.csv', 3, /\d+$/, '400', /Too big|366/i],
    [
      'a taxon that nobody knows',
      'uses.csv',
      2,
      /^[a-z-]+/,
      'nobody',
      /neither in the library nor in taxa.csv/
    ],
    ['a severity that there is not', 'hazards.csv', 2, /,\d,/, ',7,', /severity/],
    [
      'a family without an entry',
      'taxa.csv',
      2,
      /,[A-Z][a-z]+,Plantae/,
      ',Nowhereaceae,Plantae',
      /has no entry/
    ],
    [
      'another plant under a known id',
      'taxa.csv',
      2,
      /,[A-Z][a-z]+ [a-z]+,/,
      ',Alius alius,',
      /another taxonID/
    ]
  ] as const)('%s', (_, name, line, from, to, message) => {
    const { problems } = compareTables(broken(name, line, from, to), document);
    expect(problems.map((problem) => `${problem.file} ${problem.line}`)).toContain(`${name} ${line}`);
    expect(problems.map((problem) => problem.message).join('\n')).toMatch(message);
  });

  it('names every bad row, not only the first', () => {
    const text =
      'taxonID,stage,character,state,frequency,min,low,high,max\r\nconium-maculatum,leaf,scent,violets,always,,,,\r\nconium-maculatum,leaf,nothing,x,always,,,,\r\nconium-maculatum,leaf,plant-height,,,1,2,,4';
    const { problems } = compareTables({ 'matrix.csv': text }, document);
    expect(problems.map(({ line }) => line)).toEqual([2, 3, 4]);
  });

  it('says of a new taxon what it lacks', () => {
    const text = `${tableColumns['taxa.csv'].join()}\r\nnova,Nova nova,species,Apiaceae,Plantae,accepted,nova`;
    const { problems } = compareTables({ 'taxa.csv': text }, document);
    expect(problems).toHaveLength(1);
    expect(problems[0]!.message).toMatch(/'nova' is new and incomplete: .*names/);
  });
});
