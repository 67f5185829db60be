import booleanPointInPolygon from '@turf/boolean-point-in-polygon';
import { polygon } from '@turf/helpers';
import proj4 from 'proj4';

/**
 * Places by the grids of their countries, as maps and rescue services write them: the national grids of Great Britain
 * and of Ireland, elsewhere the military grid (MGRS) on UTM. Longitude and latitude are WGS 84.
 */

export interface Place {
  readonly longitude: number;
  readonly latitude: number;
}

// EPSG:27700 and EPSG:29903 with their seven-parameter transformations: to about five metres.
const britain =
  '+proj=tmerc +lat_0=49 +lon_0=-2 +k=0.9996012717 +x_0=400000 +y_0=-100000 +ellps=airy +towgs84=446.448,-125.157,542.06,0.1502,0.247,0.8421,-20.4894 +units=m';
const ireland =
  '+proj=tmerc +lat_0=53.5 +lon_0=-8 +k=1.000035 +x_0=200000 +y_0=250000 +ellps=mod_airy +towgs84=482.5,-130.6,564.6,-1.042,-0.214,-0.631,8.15 +units=m';

/** Letters of a square of five by five, from its north-west corner; there is no I. */
const letters = 'ABCDEFGHJKLMNOPQRSTUVWXYZ';
const square = 100_000;

interface Grid {
  readonly name: string;
  readonly projection: string;
  /** The letters of the hundred-kilometre square with this corner, counted in squares; undefined beyond the grid. */
  readonly lettersOf: (east: number, north: number) => string | undefined;
  /** Its corner, in metres. */
  readonly cornerOf: (letters: string) => readonly [number, number] | undefined;
}

/** Where a letter stands in its square of five by five: squares to the east and to the north of the south-west corner. */
const cellOf = (letter: string): readonly [number, number] | undefined => {
  const at = letters.indexOf(letter);
  return at < 0 ? undefined : [at % 5, 4 - Math.floor(at / 5)];
};
const letterAt = (east: number, north: number) => letters[(4 - north) * 5 + east];

export const irishGrid: Grid = {
  name: 'Irish Grid',
  projection: ireland,
  lettersOf: (east, north) =>
    east < 0 || east > 4 || north < 0 || north > 4 ? undefined : letterAt(east, north),
  cornerOf: (text) => {
    const cell = text.length === 1 ? cellOf(text) : undefined;
    return cell && [cell[0] * square, cell[1] * square];
  }
};

export const britishGrid: Grid = {
  name: 'British National Grid',
  projection: britain,
  // Squares of 500 km, S where the grid begins; its corner lies two squares of them west and one south.
  lettersOf: (east, north) => {
    if (east < 0 || east > 6 || north < 0 || north > 12) return undefined;
    const [x, y] = [east + 10, north + 5];
    return letterAt(Math.floor(x / 5), Math.floor(y / 5))! + letterAt(x % 5, y % 5)!;
  },
  cornerOf: (text) => {
    const [large, small] = [cellOf(text[0] ?? ''), cellOf(text[1] ?? '')];
    if (text.length !== 2 || !large || !small) return undefined;
    const [east, north] = [large[0] * 5 + small[0] - 10, large[1] * 5 + small[1] - 5];
    return britishGrid.lettersOf(east, north) === undefined ? undefined : [east * square, north * square];
  }
};

/** Ireland with its islands, coarsely: the North Channel is crossed at its narrowest. */
const islandOfIreland = polygon([
  [
    [-11, 51.2],
    [-9, 51.2],
    [-5.9, 52],
    [-5.7, 53.2],
    [-5.3, 54.2],
    [-5.35, 54.75],
    [-5.85, 55.05],
    [-5.95, 55.33],
    [-6.5, 55.48],
    [-8.5, 55.6],
    [-11, 54.5],
    [-11, 51.2]
  ]
]);

const isInIreland = ({ longitude, latitude }: Place) =>
  booleanPointInPolygon([longitude, latitude], islandOfIreland);

const isInBritain = ({ longitude, latitude }: Place) =>
  latitude > 49.8 &&
  latitude < 61 &&
  longitude > -9 &&
  longitude < 1.9 &&
  // France lies south of the Channel, the Channel Islands use the military grid.
  (latitude > 51.05 || longitude < 1.2);

const gridOf = (place: Place): Grid | undefined =>
  isInIreland(place) ? irishGrid : isInBritain(place) ? britishGrid : undefined;

/** @returns metres east and north, on one of the two grids */
export const onGrid = ({ projection }: Grid, { longitude, latitude }: Place): readonly [number, number] =>
  proj4(projection, [longitude, latitude]) as [number, number];
export const fromGrid = ({ projection }: Grid, east: number, north: number): Place => {
  const [longitude, latitude] = proj4(projection, 'WGS84', [east, north]) as [number, number];
  return { longitude, latitude };
};

/**
 * A place to ten metres as its country writes it. Squares are cut off, not rounded: a reference names the square that
 * the place lies in.
 * @returns empty beyond the grids, near the poles
 * @example gridReference({ longitude: -5.02, latitude: 51.91 }) === 'SM 9237 2780'
 */
export function gridReference(place: Place): string {
  const grid = gridOf(place);
  if (grid) {
    const [east, north] = onGrid(grid, place);
    const name = grid.lettersOf(Math.floor(east / square), Math.floor(north / square));
    const figures = (metres: number) => String(Math.floor((metres % square) / 10)).padStart(4, '0');
    if (name) return `${name} ${figures(east)} ${figures(north)}`;
  }
  const { longitude, latitude } = place;
  if (Math.abs(latitude) > 80) return '';
  return proj4.mgrs
    .forward([longitude, latitude])
    .replace(/^(\d+[A-Z])([A-Z]{2})(\d{4})\d(\d{4})\d$/, '$1 $2 $3 $4');
}

/** A place in degrees and on the grid of its country. @example '51.91000, -5.02000 · SM 9237 2780' */
export const placeInWords = (place: Place): string =>
  [`${place.latitude.toFixed(5)}, ${place.longitude.toFixed(5)}`, gridReference(place)]
    .filter(Boolean)
    .join(' · ');

/** Which grid the reference of a place is on, in words. */
export const gridName = (place: Place): string => gridOf(place)?.name ?? 'military grid';
