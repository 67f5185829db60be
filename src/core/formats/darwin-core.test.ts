import { DOMParser } from '@xmldom/xmldom';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { type Occurrence, type PlaceStep, packOccurrences, writeOccurrences } from './darwin-core';

const ramsons: Occurrence = {
  id: '0192f000-0000-7000-8000-000000000001',
  scientificName: 'Allium ursinum',
  vernacularName: 'Ramsons',
  kingdom: 'Plantae',
  eventDate: '2027-04-25',
  recordedBy: 'Tarn Hollow Field School',
  reproductiveCondition: 'flowering',
  lifeStage: '',
  quantity: 'frequent',
  quantityType: 'DAFOR scale',
  locality: 'Carpet by the burn, “old” wood',
  place: { longitude: -8.69712, latitude: 54.30456 },
  isRare: false,
  remarks: 'In the shade,\nbelow hazels'
};

/** Reads an archive by its meta.xml alone, as the text guide asks of readers: terms by their address. */
function readArchive(bytes: Uint8Array): Record<string, string>[] {
  const files = unzipSync(bytes);
  const meta = new DOMParser().parseFromString(strFromU8(files['meta.xml']!), 'text/xml');
  const core = meta.getElementsByTagName('core')[0]!;
  const location = core.getElementsByTagName('location')[0]!.textContent!;
  const { data } = Papa.parse<string[]>(strFromU8(files[location]!), {
    delimiter: core.getAttribute('fieldsTerminatedBy')!,
    quoteChar: core.getAttribute('fieldsEnclosedBy')!,
    skipEmptyLines: true
  });
  const fields = [...core.getElementsByTagName('field')].map((field) => ({
    index: Number(field.getAttribute('index')),
    term: field.getAttribute('term')!.split('/').at(-1)!
  }));
  return data
    .slice(Number(core.getAttribute('ignoreHeaderLines')))
    .map((cells) => Object.fromEntries(fields.map(({ index, term }) => [term, cells[index]!])));
}

const read = (one: Partial<Occurrence>, places: PlaceStep = 'exact') =>
  readArchive(packOccurrences([{ ...ramsons, ...one }], places, 'Tarn Hollow Field School'))[0]!;

const metresApart = (a: { latitude: number; longitude: number }, row: Record<string, string>) => {
  const north = (Number(row['decimalLatitude']) - a.latitude) * 111_195;
  const east =
    (Number(row['decimalLongitude']) - a.longitude) * 111_195 * Math.cos((a.latitude * Math.PI) / 180);
  return Math.hypot(north, east);
};

describe('an archive of occurrences', () => {
  it('is read back by its description alone, with commas, quotes and line ends whole', () => {
    expect(read({})).toMatchObject({
      occurrenceID: 'urn:uuid:0192f000-0000-7000-8000-000000000001',
      basisOfRecord: 'HumanObservation',
      scientificName: 'Allium ursinum',
      eventDate: '2027-04-25',
      decimalLatitude: '54.30456',
      geodeticDatum: 'EPSG:4326',
      locality: 'Carpet by the burn, “old” wood',
      occurrenceRemarks: 'In the shade,\nbelow hazels',
      rightsHolder: 'Tarn Hollow Field School'
    });
  });

  it('names each column by a term, once, in the order of the table', () => {
    const [heading] = Papa.parse<string[]>(
      writeOccurrences([ramsons], 'exact', '').replace(/^\uFEFF/, '')
    ).data;
    expect(new Set(heading).size).toBe(heading!.length);
    expect(Object.keys(read({}))).toEqual(heading);
  });
});

describe('a place', () => {
  it.each<[PlaceStep, number]>([
    ['100 m', 71],
    ['1 km', 708],
    ['10 km', 7072]
  ])('to %s lies within what it says, and says no locality beyond 100 m', (step, within) => {
    const row = read({}, step);
    expect(row['coordinateUncertaintyInMeters']).toBe(String(within));
    expect(metresApart(ramsons.place!, row)).toBeLessThanOrEqual(within + 2);
    expect(row['locality'] === '').toBe(step !== '100 m');
    expect(row['dataGeneralizations']).toContain(step);
  });

  it('is told alike for all that lies in one cell', () => {
    const near = { longitude: -8.69702, latitude: 54.3046 };
    expect(read({ place: near }, '1 km')['decimalLongitude']).toBe(read({}, '1 km')['decimalLongitude']);
  });

  it('of what is rare is never better than ten kilometres, and withheld means withheld', () => {
    const rare = read({ isRare: true }, 'exact');
    expect(rare['coordinateUncertaintyInMeters']).toBe('7072');
    expect(rare['dataGeneralizations']).toContain('rare');
    expect(rare['locality']).toBe('');
    expect(read({ isRare: true }, 'none')).toMatchObject({
      decimalLatitude: '',
      dataGeneralizations: 'Place withheld.'
    });
    expect(read({ place: undefined }, 'exact')['geodeticDatum']).toBe('');
  });
});
