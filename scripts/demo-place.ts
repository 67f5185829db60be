import { Ground } from '../src/core/ground';
import type { Demo } from './demo-schema';

/** Where the demo's invented things lie: metres east and north of an origin, as places on the globe. */

/** The id of a thing of the demo, by its kind and key. */
export type IdOf = (kind: string, key: string) => string;

const metresPerDegree = 111_320;

/** @param at metres east and north of an origin */
export function place(
  [longitude, latitude]: readonly [number, number],
  [east, north]: readonly [number, number]
): [number, number] {
  const round = (degrees: number) => Math.round(degrees * 1e6) / 1e6;
  const perDegreeEast = metresPerDegree * Math.cos((latitude * Math.PI) / 180);
  return [round(longitude + east / perDegreeEast), round(latitude + north / metresPerDegree)];
}

/** East and north, and for a path perhaps its height above the sea. */
type Metres = readonly [number, number] | readonly [number, number, number];

/** Rounds the corners of a hand-drawn line (Chaikin's corner cutting), so that the demo looks surveyed. */
export function rounded(points: readonly Metres[], closed: boolean, times = 3): Metres[] {
  if (times === 0) return [...points];
  const ends = closed ? [...points, points[0]!] : points;
  const cut = ends.slice(1).flatMap((b, i): Metres[] => {
    const a = ends[i]!;
    const at = (t: number): Metres => {
      const [east, north] = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
      return a[2] === undefined || b[2] === undefined
        ? [east, north]
        : [east, north, Math.round((a[2] + (b[2] - a[2]) * t) * 10) / 10];
    };
    return [at(0.25), at(0.75)];
  });
  return rounded(closed ? cut : [points[0]!, ...cut, points.at(-1)!], closed, times - 1);
}

export const closedRing = (points: readonly Metres[]): Metres[] => [...points, points[0]!];

export function groundOf(site: Demo['sites'][number]): Ground {
  const at = ([east, north, height]: Metres) => {
    const position = place(site.origin, [east, north]);
    return height === undefined ? position : [...position, height];
  };
  return Ground.parse({
    type: 'FeatureCollection',
    features: site.ground.map(({ kind, name, polygon, line, point }) => ({
      type: 'Feature',
      properties: { kind, name },
      geometry: polygon
        ? { type: 'Polygon', coordinates: [closedRing(rounded(polygon, true)).map(at)] }
        : line
          ? { type: 'LineString', coordinates: rounded(line, false).map(at) }
          : { type: 'Point', coordinates: at(point!) }
    }))
  });
}
