import { strFromU8, unzipSync } from 'fflate';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import { packTaxa, writeSdd } from './index';

const { document } = shippedContent();
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  isArray: (name) => /^(CodedDescription|Categorical|Quantitative|State|Measure|StateDefinition)$/.test(name)
});

describe('a library as Structured Descriptive Data', () => {
  const xml = writeSdd(document, '2027-04-24T08:00:00Z');
  const { Datasets } = parser.parse(xml);
  const { Dataset } = Datasets;
  const allOf = (name: string): string[] =>
    [...xml.matchAll(new RegExp(` ${name}="([^"]+)"`, 'g'))].map(([, id]) => id!);

  it('is well-formed, in the namespace of the standard (TDWG 116)', () => {
    expect(XMLValidator.validate(xml)).toBe(true);
    expect(Datasets['@xmlns']).toBe('http://rs.tdwg.org/UBIF/2006/');
  });

  it('points only to what is there, and names everything once', () => {
    const known = allOf('id');
    expect(new Set(known).size).toBe(known.length);
    expect(known.filter((id) => !/^[A-Za-z_][\w.-]*$/.test(id))).toEqual([]);
    const there = new Set(known);
    expect(allOf('ref').filter((id) => !there.has(id))).toEqual([]);
    expect(allOf('ref').length).toBeGreaterThan(1000);
  });

  it('holds each cell of each stage, ranges by their four figures', () => {
    const cells = document.taxa.flatMap(({ stages }) =>
      Object.values(stages).flatMap((entry) => Object.keys(entry?.description ?? {}))
    );
    type Summary = {
      Categorical?: unknown[];
      Quantitative?: { '@ref': string; Measure: { '@type': string; '@value': string }[] }[];
    };
    const summaries: Summary[] = Dataset.CodedDescriptions.CodedDescription.map(
      ({ SummaryData }: { SummaryData: Summary }) => SummaryData
    );
    const written = summaries.reduce(
      (sum, { Categorical = [], Quantitative = [] }) => sum + Categorical.length + Quantitative.length,
      0
    );
    expect(written).toBe(cells.length);
    const ramsons = Dataset.CodedDescriptions.CodedDescription.find(
      (one: { '@id': string }) => one['@id'] === 'd-allium-ursinum--leaf'
    );
    const widths = ramsons.SummaryData.Quantitative.find(
      (one: { '@ref': string }) => one['@ref'] === 'c-leaf-width'
    );
    const cell = document.taxa.find(({ slug }) => slug === 'allium-ursinum')!.stages.leaf!.description[
      'leaf-width'
    ];
    expect(
      Object.fromEntries(
        widths.Measure.map((one: { '@type': string; '@value': string }) => [
          one['@type'],
          Number(one['@value'])
        ])
      )
    ).toEqual({
      Min: (cell as Record<string, number>)['min'],
      UMethLower: (cell as Record<string, number>)['low'],
      UMethUpper: (cell as Record<string, number>)['high'],
      Max: (cell as Record<string, number>)['max']
    });
  });

  it('says with each description that it clears nothing', () => {
    expect(xml.match(/No description here clears a plant/g)!.length).toBeGreaterThan(
      Dataset.CodedDescriptions.CodedDescription.length
    );
  });
});

// Rules of the Darwin Core text guide (TDWG): a core with an id column, extensions that point to it, fields by term.
describe('a library as Darwin Core archive', () => {
  const files = unzipSync(packTaxa(document, 'Tarn Hollow', '2027-04-24'));
  const { archive } = parser.parse(strFromU8(files['meta.xml']!));
  const table = (name: string) =>
    Papa.parse<Record<string, string>>(strFromU8(files[name]!), { header: true, skipEmptyLines: true });

  it('says of each file what its columns are', () => {
    for (const one of [archive.core, ...archive.extension]) {
      const name = one.files.location as string;
      const { meta, errors } = table(name);
      expect(errors).toEqual([]);
      const offset = one === archive.core ? 0 : 1;
      expect(one.field.map((field: { '@term': string }) => field['@term'].split('/').at(-1))).toEqual(
        meta.fields!.slice(offset)
      );
    }
    expect(archive.core['@rowType']).toBe('http://rs.tdwg.org/dwc/terms/Taxon');
    expect(XMLValidator.validate(strFromU8(files['eml.xml']!))).toBe(true);
  });

  it('ties every name and fact to a taxon of the core, each of which is there once', () => {
    const taxa = table('taxa.csv').data.map(({ taxonID }) => taxonID);
    expect(new Set(taxa).size).toBe(taxa.length);
    for (const name of ['vernacularnames.csv', 'facts.csv']) {
      const rows = table(name).data;
      expect(rows.length).toBeGreaterThan(document.taxa.length);
      expect(rows.filter(({ taxonID }) => !taxa.includes(taxonID))).toEqual([]);
    }
  });

  it('holds the harm of each plant that has some', () => {
    const harms = table('facts.csv').data.filter(({ measurementType }) =>
      measurementType!.startsWith('harm: ')
    );
    expect(new Set(harms.map(({ taxonID }) => taxonID))).toEqual(
      new Set(document.taxa.filter(({ hazards }) => hazards.length > 0).map(({ slug }) => slug))
    );
  });
});
