import bbox from '@turf/bbox';
import booleanPointInPolygon from '@turf/boolean-point-in-polygon';
import type { Position } from 'geojson';
import { z } from 'zod';

export type Shape = 'Point' | 'LineString' | 'Polygon';

/** What can stand on a site's map, in the order in which it is drawn, and as what. */
const shapesOfKinds = {
  boundary: ['Polygon'],
  area: ['Polygon'],
  water: ['Polygon'],
  marsh: ['Polygon'],
  shingle: ['Polygon'],
  wood: ['Polygon'],
  heath: ['Polygon'],
  meadow: ['Polygon'],
  'sprayed margin': ['LineString', 'Polygon'],
  stream: ['LineString'],
  line: ['LineString'],
  cliff: ['LineString'],
  'dog path': ['LineString'],
  'field lane': ['LineString'],
  'lane with traffic': ['LineString'],
  'main road': ['LineString'],
  railway: ['LineString'],
  path: ['LineString'],
  'car park': ['Point'],
  'access point': ['Point'],
  toilets: ['Point'],
  shelter: ['Point'],
  'phone signal': ['Point'],
  'deep mud': ['Point', 'Polygon'],
  'overhead branches': ['Point'],
  outfall: ['Point'],
  'mine drainage': ['Point'],
  'waste or treated timber': ['Point', 'Polygon'],
  livestock: ['Point', 'Polygon'],
  label: ['Point']
} as const satisfies Record<string, readonly Shape[]>;
export type GroundKind = keyof typeof shapesOfKinds;
export const groundKinds = Object.keys(shapesOfKinds) as GroundKind[];

/** The kinds that a point, a line or an area can be. */
export const kindsOf = (shape: Shape): GroundKind[] =>
  groundKinds.filter((kind) => (shapesOfKinds[kind] as readonly Shape[]).includes(shape));

/** What a point, a line or an area is of which nothing else is known. */
export const plainKind: Readonly<Record<Shape, GroundKind>> = {
  Point: 'label',
  LineString: 'line',
  Polygon: 'area'
};

/** Words by which people name places that are no plants (common practice, no source). */
const wordsOfPoints: readonly (readonly [GroundKind, RegExp])[] = [
  ['car park', /\b(car ?park|parking|lay-?by|parked|cars?)\b/i],
  ['access point', /\b(access|ambulance|rendezvous|rv point|helicopter)\b/i],
  ['toilets', /\b(toilets?|wc|loos?)\b/i],
  ['shelter', /\b(shelter|hut|barn|bothy|porch)\b/i],
  ['phone signal', /\b(signal|phone)\b/i],
  ['deep mud', /\b(mud|quicksand|bog hole)\b/i],
  ['outfall', /\b(outfall|sewage|drain pipe)\b/i],
  ['label', /\b(gate|stile|start|finish|meeting point|meet|bench|bridge|junction|viewpoint|lunch|steps)\b/i]
];

/** The kind of a point on the map that its name speaks of, where it names a place and no plant. */
export const pointKindIn = (name: string): GroundKind | undefined =>
  wordsOfPoints.find(([, words]) => words.test(name))?.[0];

const longitude = z.number().min(-180).max(180);
const latitude = z.number().min(-90).max(90);
export const At = z.union([z.tuple([longitude, latitude]), z.tuple([longitude, latitude, z.number()])]);

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

/** Whether a place lies beyond the boundary of the ground; without a boundary nothing does. */
export function isOutside(
  ground: Ground,
  { longitude, latitude }: { longitude: number; latitude: number }
): boolean {
  const bounds = ground.features.flatMap(({ geometry, properties }) =>
    properties.kind === 'boundary' && geometry.type === 'Polygon' ? [geometry] : []
  );
  return (
    bounds.length > 0 && !bounds.some((polygon) => booleanPointInPolygon([longitude, latitude], polygon))
  );
}
