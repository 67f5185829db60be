import {
  type FieldName,
  type LibraryDocument,
  type ListName,
  type Taxon,
  fieldOf,
  itemRow
} from '../knowledge';
import { type Row, writeCsv } from './csv';
import { entryColumns, entryRows, entryTables } from './entry-tables';

/**
 * A library's taxa as tables. `taxa.csv` and `vernacularnames.csv` follow Darwin Core (TDWG; the Taxon class and
 * the vernacular-names extension), `matrix.csv` is the character matrix in long form: one row a state, or a range.
 * What Darwin Core has no terms for stands in tables of its own.
 */
const taxonColumns = {
  'taxa.csv': [
    'taxonID',
    'scientificName',
    'taxonRank',
    'family',
    'kingdom',
    'taxonomicStatus',
    'acceptedNameUsageID'
  ],
  'vernacularnames.csv': ['taxonID', 'vernacularName', 'language', 'locality', 'taxonRemarks'],
  'matrix.csv': ['taxonID', 'stage', 'character', 'state', 'frequency', 'min', 'low', 'high', 'max'],
  'stages.csv': ['taxonID', 'stage', 'first', 'fullFrom', 'fullUntil', 'last'],
  'uses.csv': ['taxonID', 'kind', 'part', 'stages', 'preparation', 'conditions'],
  'hazards.csv': [
    'taxonID',
    'route',
    'severity',
    'principle',
    'effect',
    'onset',
    'parts',
    'stages',
    'fromTheGround'
  ],
  'legal.csv': ['taxonID', 'region', 'status'],
  'parts.csv': [
    'taxonID',
    'part',
    'harvestRule',
    'harvestTool',
    'harvestBasis',
    'allowancePart',
    'allowanceUnit',
    'allowanceFraction',
    'allowancePieces',
    'allowanceExempt',
    'allowanceLeastSquareMetres',
    'allowanceRestYears',
    'allowanceSpacing',
    'allowanceBasis',
    'pieceGrams',
    'handfulGrams',
    'basis'
  ],
  'preparations.csv': [
    'taxonID',
    'part',
    'way',
    'tool',
    'cutOff',
    'leftOver',
    'rinses',
    'washing',
    'heat',
    'why',
    'steps',
    'cleaned',
    'ready',
    'portionGrams',
    'portionOf',
    'portionsADay',
    'daysAWeek',
    'cupMillilitres',
    'notFor',
    'wrong',
    'contains',
    'keepingHow',
    'keepingDays',
    'keepingSource',
    'sources',
    'refused',
    'basis'
  ],
  'facts.csv': ['taxonID', 'field', 'value']
} as const;
export type TaxonTable = keyof typeof taxonColumns;
export const taxonTables = Object.keys(taxonColumns) as TaxonTable[];

export const tableColumns = { ...taxonColumns, ...entryColumns } as const;
export type TableName = keyof typeof tableColumns;
export const tableNames = Object.keys(tableColumns) as TableName[];
export type Tables = Partial<Record<TableName, string>>;

/** Algae belong to more than one kingdom, so theirs is left open. */
const kingdoms: Readonly<Record<Taxon['group'], string>> = {
  plant: 'Plantae',
  alga: '',
  fungus: 'Fungi',
  shellfish: 'Animalia'
};
/** The table of each list of a taxon: one row an item. */
export const listTables = {
  'vernacularnames.csv': 'names',
  'uses.csv': 'uses',
  'hazards.csv': 'hazards',
  'legal.csv': 'legal',
  'parts.csv': 'parts',
  'preparations.csv': 'preparations'
} as const satisfies Partial<Record<TableName, ListName>>;

/** What stands among the facts, in their order. */
export const factFields = [
  'lifeForm',
  'habitats',
  'microhabitat',
  'standing',
  'loads',
  'harvest',
  'allowance',
  'meaning',
  'flavour',
  'note',
  'basis'
] as const satisfies FieldName[];

const itemRows =
  (list: ListName) =>
  (taxon: Taxon): Row[] =>
    taxon[list].map((item) => ({ taxonID: taxon.slug, ...itemRow(list, item) }));

const rowsOf: Readonly<Record<TaxonTable, (taxon: Taxon) => Row[]>> = {
  'taxa.csv': (taxon) => [
    {
      taxonID: taxon.slug,
      scientificName: taxon.name,
      taxonRank: taxon.rank,
      family: taxon.family,
      kingdom: kingdoms[taxon.group],
      taxonomicStatus: 'accepted',
      acceptedNameUsageID: taxon.slug
    },
    ...taxon.synonyms.map((name, i) => ({
      taxonID: `${taxon.slug}:synonym:${i + 1}`,
      scientificName: name,
      taxonRank: taxon.rank,
      family: taxon.family,
      kingdom: kingdoms[taxon.group],
      taxonomicStatus: 'synonym',
      acceptedNameUsageID: taxon.slug
    }))
  ],
  'vernacularnames.csv': itemRows('names'),
  'matrix.csv': (taxon) =>
    Object.entries(taxon.stages).flatMap(([stage, { description }]) =>
      Object.entries(description).flatMap(([character, cell]): Row[] => {
        const at = { taxonID: taxon.slug, stage, character };
        if (typeof cell['min'] === 'number')
          return [
            { ...at, ...Object.fromEntries(Object.entries(cell).map(([end, value]) => [end, String(value)])) }
          ];
        return Object.entries(cell).map(([state, frequency]) => ({
          ...at,
          state,
          frequency: String(frequency)
        }));
      })
    ),
  'stages.csv': (taxon) =>
    Object.entries(taxon.stages).flatMap(([stage, { windows }]) =>
      windows.map(([first, fullFrom, fullUntil, last]) => ({
        taxonID: taxon.slug,
        stage,
        first: String(first),
        fullFrom: String(fullFrom),
        fullUntil: String(fullUntil),
        last: String(last)
      }))
    ),
  'uses.csv': itemRows('uses'),
  'hazards.csv': itemRows('hazards'),
  'legal.csv': itemRows('legal'),
  'parts.csv': itemRows('parts'),
  'preparations.csv': itemRows('preparations'),
  'facts.csv': (taxon) =>
    Object.entries({
      group: taxon.group,
      ...Object.assign(
        {},
        ...factFields.map((field) => (taxon[field] === undefined ? {} : fieldOf(field).toFacts(taxon[field])))
      )
    }).flatMap(([field, value]) => (value ? [{ taxonID: taxon.slug, field, value: String(value) }] : []))
};

/** A library as CSV texts by file name. */
export const libraryTables = (document: LibraryDocument): Record<TableName, string> =>
  Object.fromEntries([
    ...taxonTables.map((name) => [name, writeCsv(taxonColumns[name], document.taxa.flatMap(rowsOf[name]))]),
    ...entryTables.map((name) => [name, writeCsv(entryColumns[name], entryRows(document, name))])
  ]) as Record<TableName, string>;
