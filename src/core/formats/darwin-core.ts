import { strToU8, zipSync } from 'fflate';
import { writeCsv } from './csv';
import { writeXml } from './xml';

/**
 * What was seen, as Darwin Core occurrences (Biodiversity Information Standards, TDWG: Darwin Core quick reference, and
 * Darwin Core text guide for the archive), for record centres and other schools.
 */

export interface Occurrence {
  /** Stands for it everywhere and for ever. */
  readonly id: string;
  readonly scientificName: string;
  readonly vernacularName: string;
  readonly kingdom: string;
  /** ISO 8601 date. */
  readonly eventDate: string;
  readonly recordedBy: string;
  /** What of its life was seen, such as ‘flowering’. */
  readonly reproductiveCondition: string;
  readonly lifeStage: string;
  readonly quantity: string;
  /** In what the quantity is said, such as the DAFOR scale. */
  readonly quantityType: string;
  readonly locality: string;
  /** Degrees, WGS 84. */
  readonly place: { readonly longitude: number; readonly latitude: number } | undefined;
  /** It is rare there: its place is never told better than to ten kilometres. */
  readonly isRare: boolean;
  readonly remarks: string;
}

/** How well places are told. */
export const placeSteps = ['exact', '100 m', '1 km', '10 km', 'none'] as const;
export type PlaceStep = (typeof placeSteps)[number];

const cellMetres: Readonly<Record<PlaceStep, number>> = {
  exact: 0,
  '100 m': 100,
  '1 km': 1000,
  '10 km': 10_000,
  none: Infinity
};
/** Of a place that was pointed at on a map, or told by a phone (common practice, no source). */
const exactMetres = 30;
/** Of a degree of latitude, on a sphere of the mean radius 6,371 km. */
const metresADegree = 111_195;

const round = (value: number, places: number) => Number(value.toFixed(places));

/** The middle of the cell in which a place lies, so that all places of a cell are told alike. */
function coarsened({ longitude, latitude }: NonNullable<Occurrence['place']>, metres: number) {
  if (metres === 0)
    return { longitude: round(longitude, 5), latitude: round(latitude, 5), within: exactMetres };
  const high = metres / metresADegree;
  const row = Math.floor(latitude / high);
  const middle = (row + 0.5) * high;
  const wide = high / Math.cos((middle * Math.PI) / 180);
  return {
    longitude: round((Math.floor(longitude / wide) + 0.5) * wide, 5),
    latitude: round(middle, 5),
    // Half of a cell's diagonal: from its middle to a corner.
    within: Math.ceil(metres * Math.SQRT1_2)
  };
}

/** Terms in the order of the columns. */
const terms = [
  'occurrenceID',
  'basisOfRecord',
  'occurrenceStatus',
  'scientificName',
  'vernacularName',
  'kingdom',
  'eventDate',
  'recordedBy',
  'reproductiveCondition',
  'lifeStage',
  'organismQuantity',
  'organismQuantityType',
  'locality',
  'decimalLatitude',
  'decimalLongitude',
  'geodeticDatum',
  'coordinateUncertaintyInMeters',
  'dataGeneralizations',
  'occurrenceRemarks',
  'rightsHolder'
] as const;
type Term = (typeof terms)[number];

function rowOf(one: Occurrence, places: PlaceStep, rightsHolder: string): Record<Term, string> {
  const step: PlaceStep = one.isRare && cellMetres[places] < cellMetres['10 km'] ? '10 km' : places;
  const place = one.place && step !== 'none' ? coarsened(one.place, cellMetres[step]) : undefined;
  return {
    occurrenceID: `urn:uuid:${one.id}`,
    basisOfRecord: 'HumanObservation',
    occurrenceStatus: 'present',
    scientificName: one.scientificName,
    vernacularName: one.vernacularName,
    kingdom: one.kingdom,
    eventDate: one.eventDate,
    recordedBy: one.recordedBy,
    reproductiveCondition: one.reproductiveCondition,
    lifeStage: one.lifeStage,
    organismQuantity: one.quantity,
    organismQuantityType: one.quantity ? one.quantityType : '',
    locality: step === 'exact' || step === '100 m' ? one.locality : '',
    decimalLatitude: place ? String(place.latitude) : '',
    decimalLongitude: place ? String(place.longitude) : '',
    geodeticDatum: place ? 'EPSG:4326' : '',
    coordinateUncertaintyInMeters: place ? String(place.within) : '',
    dataGeneralizations:
      step === 'exact'
        ? ''
        : step === 'none'
          ? 'Place withheld.'
          : `Coordinates are the middle of a cell of ${step}${step === places ? '' : ', since the plant is rare there'}.`,
    occurrenceRemarks: one.remarks,
    rightsHolder
  };
}

/** A table of occurrences, its columns named by the terms. */
export const writeOccurrences = (
  occurrences: readonly Occurrence[],
  places: PlaceStep,
  rightsHolder: string
): string =>
  writeCsv(
    terms,
    occurrences.map((one) => rowOf(one, places, rightsHolder))
  );

const termAddress = 'http://rs.tdwg.org/dwc/terms/';
const dublinCore = new Set<Term>(['rightsHolder']);

/** What the columns of the table mean, for whoever reads the archive (Darwin Core text guide, `meta.xml`). */
const metaFile = (): string =>
  writeXml({
    archive: {
      '@xmlns': 'http://rs.tdwg.org/dwc/text/',
      core: {
        '@encoding': 'UTF-8',
        '@fieldsTerminatedBy': ',',
        '@linesTerminatedBy': '\\r\\n',
        '@fieldsEnclosedBy': '"',
        '@ignoreHeaderLines': '1',
        '@rowType': `${termAddress}Occurrence`,
        files: { location: 'occurrence.csv' },
        id: { '@index': '0' },
        field: terms.map((term, index) => ({
          '@index': String(index),
          '@term': dublinCore.has(term) ? `http://purl.org/dc/terms/${term}` : `${termAddress}${term}`
        }))
      }
    }
  });

/** The same as a Darwin Core archive: a ZIP file of the table and what its columns mean. */
export const packOccurrences = (
  occurrences: readonly Occurrence[],
  places: PlaceStep,
  rightsHolder: string
): Uint8Array<ArrayBuffer> =>
  new Uint8Array(
    zipSync(
      {
        'meta.xml': strToU8(metaFile()),
        // Readers of archives take a mark at the head of the file for a part of the first column's name.
        'occurrence.csv': strToU8(writeOccurrences(occurrences, places, rightsHolder).replace(/^\uFEFF/, ''))
      },
      { level: 6 }
    )
  );
