import { kml } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import { strToU8, unzipSync, zipSync } from 'fflate';
import type { Feature, Geometry, Position } from 'geojson';
import { cleanText, decodeText } from '../text';
import { type GeoJsonResult, readGeoJson } from './geojson';
import { type GpxResult, largestGpxBytes, trackOf } from './gpx';
import { writeXml } from './xml';

/** KML 2.2 (OGC 07-147r2) and its archive KMZ: what map viewers, rangers and rescuers exchange. */

/** Whether a text is KML, by its first element. */
export const isKml = (text: string): boolean =>
  /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*<(\w+:)?kml[\s>]/.test(text.slice(0, 4000));

/**
 * The text of a map file: of a KMZ its first KML, of others the file itself.
 * @returns the text, or what is wrong
 */
export function textOfMapFile(bytes: Uint8Array): { readonly text: string } | { readonly problem: string } {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (!isZip) return decodeText(bytes);
  let [isTaken, isTooLarge] = [false, false];
  try {
    const entries = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (isTaken || !name.toLowerCase().endsWith('.kml')) return false;
        isTaken = true;
        isTooLarge = originalSize > largestGpxBytes;
        return !isTooLarge;
      }
    });
    if (isTooLarge) return { problem: 'This archive unpacks to more than 20 MB.' };
    const [inner] = Object.values(entries);
    return inner ? decodeText(inner) : { problem: 'This archive holds no KML.' };
  } catch {
    return { problem: 'This archive is damaged.' };
  }
}

/** How places look is for others to say; these are not reported as left out. */
const looks =
  /^(style|icon|fill|stroke|marker|label|visibility|open$|tessellate|extrude|altitudeMode|coordinateProperties|times$|gx:)/i;

/** Viewers write the height 0 where they know none: it says nothing. */
function withoutFlatHeights(geometry: Geometry): Geometry {
  const positions: Position[] = [];
  const collect = (value: unknown): void => {
    if (!Array.isArray(value)) return;
    if (typeof value[0] === 'number') positions.push(value as Position);
    else value.forEach(collect);
  };
  if (geometry.type === 'GeometryCollection')
    return { ...geometry, geometries: geometry.geometries.map(withoutFlatHeights) };
  collect(geometry.coordinates);
  if (positions.every(([, , height]) => !height)) for (const position of positions) position.length = 2;
  return geometry;
}

const listIn = (value: unknown): unknown => {
  if (typeof value !== 'string') return value;
  return value
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean);
};

function featureOf({ geometry, properties }: Feature<Geometry | null>): Feature<Geometry | null> {
  const kept = Object.entries(properties ?? {}).filter(([key]) => !looks.test(key));
  const named = Object.fromEntries(
    kept.map(([key, value]) => [key, key === 'habitats' ? listIn(value) : value])
  );
  return { type: 'Feature', geometry: geometry && withoutFlatHeights(geometry), properties: named };
}

function parsed(text: string): { features: Feature<Geometry | null>[] } | { problem: string } {
  const told: string[] = [];
  try {
    const document = new DOMParser({ onError: (_, message) => told.push(message) }).parseFromString(
      text,
      'text/xml'
    );
    return { features: kml(document).features.map(featureOf) };
  } catch {
    const said = (told[0] ?? 'it does not end').split('\n')[0]!;
    return { problem: `This file is not well-formed XML, so it is no KML: ${said}.` };
  }
}

/** Reads the placemarks of a KML file as {@link readGeoJson} reads features: a kind or a plant from its extended data. */
export function readKml(text: string): GeoJsonResult {
  const read = parsed(text);
  if ('problem' in read) return read;
  if (read.features.length === 0) return { problem: 'This KML file holds no places.' };
  return readGeoJson(JSON.stringify({ type: 'FeatureCollection', features: read.features }));
}

/** Reads the longest line of a KML file, or what it calls the path, as a track. */
export function readKmlTrack(text: string): GpxResult {
  const file = readKml(text);
  if ('problem' in file) return file;
  const { features } = file.ground;
  return trackOf({
    lines: features.flatMap(({ geometry, properties: { kind, name = '' } }) =>
      geometry.type === 'LineString'
        ? [
            {
              name,
              type: kind,
              segments: [
                geometry.coordinates.map(([longitude, latitude, elevation]) => ({
                  longitude,
                  latitude,
                  ...(elevation === undefined ? {} : { elevation })
                }))
              ]
            }
          ]
        : []
    ),
    waypoints: features.flatMap(({ geometry, properties: { name = '' } }) =>
      geometry.type === 'Point'
        ? [{ name, note: '', longitude: geometry.coordinates[0], latitude: geometry.coordinates[1] }]
        : []
    ),
    leftOut: []
  });
}

export interface KmlFolder {
  readonly name: string;
  readonly places: readonly {
    readonly name: string;
    readonly note: string;
    readonly isDanger: boolean;
    readonly geometry: Geometry;
    /** What our own reader takes back. */
    readonly data: Readonly<Record<string, string>>;
  }[];
}

const written = ([longitude, latitude, height]: Position): string =>
  [longitude!.toFixed(7), latitude!.toFixed(7), ...(height === undefined ? [] : [height.toFixed(1)])].join(
    ','
  );
const line = (positions: readonly Position[]) => positions.map(written).join(' ');
const ring = (positions: readonly Position[]) => ({ LinearRing: { coordinates: line(positions) } });

function shapeOf(geometry: Geometry): Record<string, unknown> {
  switch (geometry.type) {
    case 'Point':
      return { Point: { coordinates: written(geometry.coordinates) } };
    case 'LineString':
      return { LineString: { tessellate: 1, coordinates: line(geometry.coordinates) } };
    case 'Polygon':
      return {
        Polygon: {
          outerBoundaryIs: ring(geometry.coordinates[0]!),
          innerBoundaryIs: geometry.coordinates.slice(1).map(ring)
        }
      };
    default:
      throw new Error(`No geometry of a site: ${geometry.type}`);
  }
}

/** KML's colours are written backwards: opacity, blue, green, red. */
const styles = [
  { '@id': 'plain', LineStyle: { color: 'ff262d1f', width: 2 }, PolyStyle: { color: '33262d1f' } },
  {
    '@id': 'danger',
    IconStyle: { color: 'ff2b1da1' },
    LineStyle: { color: 'ff2b1da1', width: 3 },
    PolyStyle: { color: '402b1da1' }
  }
];

/** A KML 2.2 document with one folder for each kind of place. */
export function writeKml(name: string, folders: readonly KmlFolder[]): string {
  return writeXml({
    kml: {
      '@xmlns': 'http://www.opengis.net/kml/2.2',
      Document: {
        name: cleanText(name),
        Style: styles,
        Folder: folders.map((folder) => ({
          name: folder.name,
          Placemark: folder.places.map((place) => ({
            name: cleanText(place.name),
            ...(place.note ? { description: cleanText(place.note) } : {}),
            styleUrl: place.isDanger ? '#danger' : '#plain',
            ExtendedData: {
              Data: Object.entries(place.data).map(([key, value]) => ({
                '@name': key,
                value: cleanText(value)
              }))
            },
            ...shapeOf(place.geometry)
          }))
        }))
      }
    }
  });
}

/** KMZ: the document in a zip archive, under the name that viewers look for. */
export const packKmz = (text: string): Uint8Array<ArrayBuffer> =>
  new Uint8Array(zipSync({ 'doc.kml': strToU8(text) }, { level: 6 }));
