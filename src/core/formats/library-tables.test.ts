import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import {
  type LibraryDocument,
  type Taxon,
  cellHash,
  applyEdits,
  compileLibrary,
  valueAt,
  withCell,
  withEntry
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
    baseHash: cellHash(valueAt(into, slug, path))
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

describe('what a library holds besides its taxa', () => {
  const own = {
    'pairs/urtica-dioica:ficaria-verna': {
      target: 'urtica-dioica',
      lookalike: 'ficaria-verna',
      kind: 'grows among' as const,
      hardestAt: 'leaf' as const,
      stages: ['leaf' as const],
      why: 'They stand in one bed; a "quick" hand takes both.',
      failingTest: {
        claim: 'It stings, or it does not.',
        fails: 'Not through a glove.',
        characters: ['leaf-hairs']
      },
      inseparable: 'Through a glove nothing tells them.'
    },
    'animals/geese': {
      slug: 'geese',
      name: 'Geese with young',
      habitats: ['waterside'],
      seasons: [[91, 181] as [number, number], [350, 10] as [number, number]],
      within: [[-10, 50, 2, 60] as [number, number, number, number]],
      isOnShore: true as const,
      avoid: 'Keep away from the nest; go round.',
      firstAid: ['Back off.', 'A bruise: cool it.'],
      consequence: 2,
      likelihood: 3,
      kit: [{ key: 'stick', label: 'A stick, held low', carriedBy: 'leaders' as const, protects: true }]
    },
    'families/Droseraceae': {
      name: 'Droseraceae',
      english: 'Sundew family',
      shares: 'Leaves with sticky hairs.',
      trust: 'Sure.',
      caution: 'Protected.',
      cautious: true
    },
    'states/scent:fishy': { character: 'scent', slug: 'fishy', label: 'fishy', definition: 'Of stale fish.' }
  };
  const grown = Object.entries(own).reduce<LibraryDocument>(
    (sofar, [path, value]) => withEntry(sofar, path, value),
    document
  );

  it('goes out and comes in without loss', () => {
    const files = libraryTables(grown);
    const { changes } = compareTables(files, document);
    expect(Object.fromEntries(changes.map(({ path, after }) => [path, after]))).toEqual(own);
    for (const [path, value] of Object.entries(own))
      expect(valueAt(imported(document, files), '', path)).toEqual(value);
  });

  it('is left as it is by a table that lacks it, and reads itself as no change', () => {
    expect(compareTables(libraryTables(document), grown).changes).toEqual([]);
    expect(compareTables(libraryTables(grown), grown).changes).toEqual([]);
  });

  it('counts for what stands in the same files', () => {
    const nettle = document.taxa.find(({ slug }) => slug === 'urtica-dioica')!;
    const smelling = withCell(nettle, 'stages/leaf/scent', { fishy: 'always' });
    const files = libraryTables({
      ...grown,
      taxa: grown.taxa.map((one) => (one === nettle || one.slug === nettle.slug ? smelling : one))
    });
    const { changes, problems } = compareTables(files, document);
    expect(problems).toEqual([]);
    expect(changes.map(({ path }) => path)).toContain('stages/leaf/scent');
  });

  it('names the line of what cannot be', () => {
    const files = {
      'pairs.csv': `${tableColumns['pairs.csv'].join(',')}\nurtica-dioica,urtica-dioica,,leaf,,Why,Claim,Fails,,\n`,
      'animals.csv': `${tableColumns['animals.csv'].join(',')}\nbear,Bear,,,,,,Beware,Back off,9,1,\n`,
      'states.csv': `${tableColumns['states.csv'].join(',')}\nplant-height,tall,tall,Tall.\n`
    };
    expect(compareTables(files, document).problems).toEqual([
      expect.objectContaining({ file: 'animals.csv', line: 2 }),
      expect.objectContaining({ file: 'pairs.csv', line: 2, message: expect.stringContaining('for itself') }),
      expect.objectContaining({ file: 'states.csv', line: 2, message: expect.stringContaining('has states') })
    ]);
  });
});
