import { XMLBuilder } from 'fast-xml-parser';
import type { Position } from 'geojson';
import { cleanText } from '../text';

export interface GpxContent {
  readonly name: string;
  readonly path?: readonly Position[];
  /** Points to be gone to in this order: a route, which devices lead along. */
  readonly route?: readonly { name: string; note: string; longitude: number; latitude: number }[];
  readonly waypoints: readonly { name: string; note: string; longitude: number; latitude: number }[];
}

/** A GPX 1.1 file with waypoints, a route and a track, in the order that its schema asks for. */
export function writeGpx({ name, path, route, waypoints }: GpxContent): string {
  // The schema knows no exponents; seven decimals are a centimetre.
  const written = (value: number, decimals: number) => value.toFixed(decimals).replace(/\.?0+$/, '');
  const place = (longitude: number, latitude: number) => ({
    '@lat': written(latitude, 7),
    '@lon': written(longitude, 7)
  });
  const point = (one: GpxContent['waypoints'][number]) => ({
    ...place(one.longitude, one.latitude),
    name: cleanText(one.name),
    ...(one.note ? { desc: cleanText(one.note) } : {})
  });
  return new XMLBuilder({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    format: true,
    suppressEmptyNode: true
  }).build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    gpx: {
      '@version': '1.1',
      '@creator': 'Good Trail',
      '@xmlns': 'http://www.topografix.com/GPX/1/1',
      metadata: { name: cleanText(name) },
      wpt: waypoints.map(point),
      ...(route ? { rte: { name: cleanText(name), rtept: route.map(point) } } : {}),
      ...(path
        ? {
            trk: {
              name: cleanText(name),
              trkseg: {
                trkpt: path.map(([longitude, latitude, elevation]) => ({
                  ...place(longitude!, latitude!),
                  ...(elevation === undefined ? {} : { ele: written(elevation, 1) })
                }))
              }
            }
          }
        : {})
    }
  });
}
