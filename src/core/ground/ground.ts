import bbox from '@turf/bbox';
import type { Position } from 'geojson';
import { z } from 'zod';

/** What can stand on a site's map, in the order in which it is drawn. */
export const groundKinds = [
  'boundary',
  'area',
  'water',
  'marsh',
  'shingle',
  'wood',
  'heath',
  'meadow',
  'sprayed margin',
  'stream',
  'line',
  'cliff',
  'dog path',
  'field lane',
  'lane with traffic',
  'main road',
  'railway',
  'path',
  'car park',
  'access point',
  'toilets',
  'shelter',
  'phone signal',
  'deep mud',
  'overhead branches',
  'outfall',
  'mine drainage',
  'waste or treated timber',
  'livestock',
  'label'
] as const;
export type GroundKind = (typeof groundKinds)[number];

export type Shape = 'Point' | 'LineString' | 'Polygon';

const byShape: Readonly<Record<Shape, readonly GroundKind[]>> = {
  Polygon: [
    'boundary',
    'area',
    'water',
    'marsh',
    'shingle',
    'wood',
    'heath',
    'meadow',
    'sprayed margin',
    'livestock',
    'waste or treated timber',
    'deep mud'
  ],
  LineString: [
    'path',
    'stream',
    'line',
    'cliff',
    'dog path',
    'field lane',
    'lane with traffic',
    'main road',
    'railway',
    'sprayed margin'
  ],
  Point: [
    'label',
    'car park',
    'access point',
    'toilets',
    'shelter',
    'phone signal',
    'deep mud',
    'overhead branches',
    'outfall',
    'mine drainage',
    'waste or treated timber',
    'livestock'
  ]
};
/** The kinds that a point, a line or an area can be; the first but one is what an unknown one becomes. */
export const kindsOf = (shape: Shape): readonly GroundKind[] => byShape[shape];

const longitude = z.number().min(-180).max(180);
const latitude = z.number().min(-90).max(90);
const At = z.union([z.tuple([longitude, latitude]), z.tuple([longitude, latitude, z.number()])]);

const Geometry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('Point'), coordinates: At }),
  z.object({ type: z.literal('LineString'), coordinates: z.array(At).min(2) }),
  z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(At).min(4)).min(1) })
]);

/** A site's own map: a GeoJSON FeatureCollection (RFC 7946) whose features have a kind and perhaps a name. */
export const Ground = z.object({
  type: z.literal('FeatureCollection'),
  features: z.array(
    z.object({
      type: z.literal('Feature'),
      geometry: Geometry,
      properties: z.object({ kind: z.enum(groundKinds), name: z.string().optional() })
    })
  )
});
export type Ground = z.infer<typeof Ground>;

export const emptyGround: Ground = { type: 'FeatureCollection', features: [] };

/** The site's path, as longitude and latitude. */
export function pathOf(ground: Ground): Position[] | undefined {
  const path = ground.features.find(({ properties }) => properties.kind === 'path');
  return path?.geometry.type === 'LineString' ? path.geometry.coordinates : undefined;
}

/** The same ground with another path in place of its own. */
export function withPath(ground: Ground, path: readonly Position[], name: string): Ground {
  const others = ground.features.filter(({ properties }) => properties.kind !== 'path');
  return Ground.parse({
    ...ground,
    features: [
      ...others,
      {
        type: 'Feature',
        geometry: { type: 'LineString', coordinates: path },
        properties: { kind: 'path', name }
      }
    ]
  });
}

/** The middle of everything on the ground; undefined where it is empty. */
export function centreOf(ground: Ground): Position | undefined {
  if (ground.features.length === 0) return undefined;
  const [west, south, east, north] = bbox(ground);
  return [(west! + east!) / 2, (south! + north!) / 2];
}
