import type { Position } from 'geojson';
import { cleanText } from '../text';
import { writeXml } from './xml';

interface Point {
  readonly name: string;
  readonly note: string;
  readonly longitude: number;
  readonly latitude: number;
  /** How devices mark it, in a word. */
  readonly symbol?: string | undefined;
  /** What it is, in our own words: read back by our own reader. */
  readonly type?: string | undefined;
}

export interface GpxContent {
  readonly name: string;
  readonly tracks?: readonly {
    readonly name: string;
    readonly type?: string | undefined;
    readonly path: readonly Position[];
  }[];
  /** Points to be gone to in this order: a route, which devices lead along. */
  readonly route?: readonly Point[];
  readonly waypoints: readonly Point[];
}

/** A GPX 1.1 file with waypoints, a route and tracks, in the order that its schema asks for. */
export function writeGpx({ name, tracks = [], route, waypoints }: GpxContent): string {
  // The schema knows no exponents; seven decimals are a centimetre.
  const written = (value: number, decimals: number) => value.toFixed(decimals).replace(/\.?0+$/, '');
  const place = (longitude: number, latitude: number) => ({
    '@lat': written(latitude, 7),
    '@lon': written(longitude, 7)
  });
  const point = (one: Point) => ({
    ...place(one.longitude, one.latitude),
    name: cleanText(one.name),
    ...(one.note ? { desc: cleanText(one.note) } : {}),
    ...(one.symbol ? { sym: one.symbol } : {}),
    ...(one.type ? { type: one.type } : {})
  });
  return writeXml({
    gpx: {
      '@version': '1.1',
      '@creator': 'Good Trail',
      '@xmlns': 'http://www.topografix.com/GPX/1/1',
      metadata: { name: cleanText(name) },
      wpt: waypoints.map(point),
      ...(route ? { rte: { name: cleanText(name), rtept: route.map(point) } } : {}),
      trk: tracks.map(({ name: title, type, path }) => ({
        name: cleanText(title),
        ...(type ? { type } : {}),
        trkseg: {
          trkpt: path.map(([longitude, latitude, elevation]) => ({
            ...place(longitude!, latitude!),
            ...(elevation === undefined ? {} : { ele: written(elevation, 1) })
          }))
        }
      }))
    }
  });
}
