import { XMLBuilder } from 'fast-xml-parser';
import type { Position } from 'geojson';

export interface GpxContent {
  readonly name: string;
  readonly path?: readonly Position[];
  readonly waypoints: readonly { name: string; note: string; longitude: number; latitude: number }[];
}

/** A GPX 1.1 file with waypoints and a track, in the order that its schema asks for. */
export function writeGpx({ name, path, waypoints }: GpxContent): string {
  const place = (longitude: number, latitude: number) => ({ '@lat': latitude, '@lon': longitude });
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
      metadata: { name },
      wpt: waypoints.map((one) => ({
        ...place(one.longitude, one.latitude),
        name: one.name,
        ...(one.note ? { desc: one.note } : {})
      })),
      ...(path
        ? {
            trk: {
              name,
              trkseg: {
                trkpt: path.map(([longitude, latitude, elevation]) => ({
                  ...place(longitude!, latitude!),
                  ...(elevation === undefined ? {} : { ele: elevation })
                }))
              }
            }
          }
        : {})
    }
  });
}
