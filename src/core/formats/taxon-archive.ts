import { strToU8, zipSync } from 'fflate';
import type { LibraryDocument, Taxon } from '../knowledge';
import { type Row, writeCsv } from './csv';
import { libraryTables } from './library-tables';
import { writeXml } from './xml';

/**
 * A library as a Darwin Core archive (TDWG: Darwin Core text guide): the taxa as its core, with vernacular names, and
 * what is described and what harms as measurements or facts.
 */

const dwc = 'http://rs.tdwg.org/dwc/terms/';
const dc = 'http://purl.org/dc/terms/';

const terms: Readonly<Record<string, string>> = { language: `${dc}language` };
const termOf = (column: string) => terms[column] ?? `${dwc}${column}`;

const factColumns = [
  'taxonID',
  'measurementType',
  'measurementValue',
  'measurementUnit',
  'measurementRemarks'
] as const;

/** Cells of the matrix and hazards of a taxon, a row each. */
function factsOf(taxon: Taxon, document: LibraryDocument): Row[] {
  const units = new Map(
    document.characters.map((one) => [one.slug, one.kind === 'range' ? one.unit : undefined])
  );
  const fact = (type: string, value: string, unit: string, remarks: string): Row => ({
    taxonID: taxon.slug,
    measurementType: type,
    measurementValue: value,
    measurementUnit: unit,
    measurementRemarks: remarks
  });
  const cells = Object.entries(taxon.stages).flatMap(([stage, entry]) =>
    Object.entries(entry?.description ?? {}).flatMap(([character, cell]) => {
      const unit = units.get(character);
      return unit === undefined
        ? Object.entries(cell).map(([state, word]) => fact(character, state, '', `${stage}, ${word}`))
        : (['min', 'low', 'high', 'max'] as const).map((at) =>
            fact(`${character}, ${at}`, String((cell as Record<string, number>)[at]), unit, stage)
          );
    })
  );
  const hazards = taxon.hazards.map(({ route, severity, principle, effect, onset, parts }) =>
    fact(`harm: ${route}`, String(severity), 'of 4', `${principle}: ${effect}; ${onset}; ${parts}`)
  );
  return [...cells, ...hazards];
}

const fileOf = (columns: readonly string[], location: string, rowType: string, id: 'id' | 'coreid') => ({
  '@encoding': 'UTF-8',
  '@fieldsTerminatedBy': ',',
  '@linesTerminatedBy': '\\r\\n',
  '@fieldsEnclosedBy': '"',
  '@ignoreHeaderLines': '1',
  '@rowType': rowType,
  files: { location },
  [id]: { '@index': '0' },
  field: columns.flatMap((column, index) =>
    // The first column of an extension points to the core, and is no term of its own.
    id === 'coreid' && index === 0 ? [] : [{ '@index': String(index), '@term': termOf(column) }]
  )
});

/** Without the mark at the head of a file, which readers of archives take for a part of the first column's name. */
const plain = (table: string) => strToU8(table.replace(/^\uFEFF/, ''));
const columnsOf = (table: string) =>
  table
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/, 1)[0]!
    .split(',');

/** @param madeOn ISO 8601 date, of the metadata (EML 2.1.1, the least that it asks) */
export function packTaxa(
  document: LibraryDocument,
  rightsHolder: string,
  madeOn: string
): Uint8Array<ArrayBuffer> {
  const tables = libraryTables(document);
  const taxa = tables['taxa.csv'];
  const names = tables['vernacularnames.csv'];
  const facts = writeCsv(
    factColumns,
    document.taxa.flatMap((taxon) => factsOf(taxon, document))
  );
  const meta = writeXml({
    archive: {
      '@xmlns': 'http://rs.tdwg.org/dwc/text/',
      '@metadata': 'eml.xml',
      core: fileOf(columnsOf(taxa), 'taxa.csv', `${dwc}Taxon`, 'id'),
      extension: [
        fileOf(
          columnsOf(names),
          'vernacularnames.csv',
          'http://rs.gbif.org/terms/1.0/VernacularName',
          'coreid'
        ),
        fileOf(factColumns, 'facts.csv', `${dwc}MeasurementOrFact`, 'coreid')
      ]
    }
  });
  const party = { organizationName: rightsHolder };
  const eml = writeXml({
    'eml:eml': {
      '@xmlns:eml': 'eml://ecoinformatics.org/eml-2.1.1',
      '@packageId': `good-trail/${document.region.slug}/${madeOn}`,
      '@system': 'good-trail',
      dataset: {
        title: `${document.name}, ${document.region.title}`,
        creator: party,
        pubDate: madeOn,
        language: 'en',
        abstract: {
          para: 'Plants, their lookalikes and their harm, as a school teaches them. Drafts until confirmed; nothing in it clears a plant for eating.'
        },
        contact: party
      }
    }
  });
  return new Uint8Array(
    zipSync({
      'meta.xml': strToU8(meta),
      'eml.xml': strToU8(eml),
      'taxa.csv': plain(taxa),
      'vernacularnames.csv': plain(names),
      'facts.csv': plain(facts)
    })
  );
}
