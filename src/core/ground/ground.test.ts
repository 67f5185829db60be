import { check } from '@placemarkio/check-geojson';
import { describe, expect, it } from 'vitest';
import {
  Ground,
  Outline,
  centreOf,
  emptyGround,
  isOutside,
  middleOf,
  pathOf,
  pointKindIn,
  squareMetresOf,
  withPath
} from './index';

const square = [
  [-8.7, 54.3],
  [-8.69, 54.3],
  [-8.69, 54.31],
  [-8.7, 54.31],
  [-8.7, 54.3]
];
const feature = (kind: string, geometry: object, name?: string) => ({
  type: 'Feature',
  geometry,
  properties: name ? { kind, name } : { kind }
});
const ground = Ground.parse({
  type: 'FeatureCollection',
  features: [
    feature('wood', { type: 'Polygon', coordinates: [square] }, 'Oak and ash'),
    feature('path', { type: 'LineString', coordinates: square.slice(0, 3) }),
    feature('access point', { type: 'Point', coordinates: [-8.71, 54.29] })
  ]
});

describe('a site’s own map', () => {
  it('is GeoJSON by an independent checker (RFC 7946)', () => {
    expect(check(JSON.stringify(ground)).type).toBe('FeatureCollection');
    expect(check(JSON.stringify(emptyGround)).type).toBe('FeatureCollection');
  });

  it.each([
    ['a latitude beyond the pole', feature('label', { type: 'Point', coordinates: [-8.7, 95] })],
    ['a longitude beyond the date line', feature('label', { type: 'Point', coordinates: [-188.7, 54] })],
    ['a line of one point', feature('stream', { type: 'LineString', coordinates: [[-8.7, 54.3]] })],
    ['a ring of three points', feature('wood', { type: 'Polygon', coordinates: [square.slice(0, 3)] })],
    ['a kind that is not drawn', feature('volcano', { type: 'Point', coordinates: [-8.7, 54.3] })],
    ['a geometry that is not drawn', feature('label', { type: 'MultiPoint', coordinates: [[-8.7, 54.3]] })]
  ])('refuses %s', (_, bad) => {
    expect(Ground.safeParse({ type: 'FeatureCollection', features: [bad] }).success).toBe(false);
  });

  it('keeps elevations', () => {
    const high = Ground.parse({
      type: 'FeatureCollection',
      features: [feature('path', { type: 'LineString', coordinates: square.map(([x, y]) => [x, y, 120]) })]
    });
    expect(pathOf(high)![0]).toEqual([-8.7, 54.3, 120]);
  });

  it('has one path: a new one takes the place of the old, and nothing else changes', () => {
    const changed = withPath(ground, square.slice(1, 4), 'My own loop');
    expect(pathOf(changed)).toEqual(square.slice(1, 4));
    expect(changed.features.filter(({ properties }) => properties.kind === 'path')).toHaveLength(1);
    expect(changed.features.filter(({ properties }) => properties.kind !== 'path')).toEqual(
      ground.features.filter(({ properties }) => properties.kind !== 'path')
    );
  });

  it('has its middle in the middle of all that is on it, and none while it is empty', () => {
    expect(centreOf(ground)).toEqual([expect.closeTo(-8.7), expect.closeTo(54.3)]);
    expect(centreOf(emptyGround)).toBeUndefined();
    expect(pathOf(emptyGround)).toBeUndefined();
  });
});

describe('the boundary', () => {
  const square = (east: number) => [
    [east, 54.3],
    [east + 0.002, 54.3],
    [east + 0.002, 54.302],
    [east, 54.302],
    [east, 54.3]
  ];
  const bounded = Ground.parse({
    type: 'FeatureCollection',
    features: [-8.7, -8.69].map((east) => ({
      type: 'Feature',
      properties: { kind: 'boundary' },
      geometry: { type: 'Polygon', coordinates: [square(east)] }
    }))
  });
  it('tells what lies beyond all of its parts; without one nothing does', () => {
    const at = (longitude: number) => ({ longitude, latitude: 54.301 });
    expect([-8.699, -8.689, -8.695].map((east) => isOutside(bounded, at(east)))).toEqual([
      false,
      false,
      true
    ]);
    expect(isOutside(emptyGround, at(0))).toBe(false);
  });
});

describe('a patch as an area', () => {
  // 0.001° of latitude is 111.2 m on a sphere of 6,371 km; of longitude at 54.3° N 64.9 m.
  const outline = Outline.parse({
    type: 'Polygon',
    coordinates: [
      [
        [-8.7, 54.3],
        [-8.699, 54.3],
        [-8.699, 54.301],
        [-8.7, 54.301],
        [-8.7, 54.3]
      ]
    ]
  });
  it('has its square metres', () => {
    expect(Math.abs(squareMetresOf(outline) - 111.2 * 64.9)).toBeLessThan(40);
  });
  it('has its middle inside', () => {
    const [longitude, latitude] = middleOf(outline);
    expect(longitude).toBeCloseTo(-8.6995, 5);
    expect(latitude).toBeCloseTo(54.3005, 5);
  });
});

describe('the name of a waypoint', () => {
  it.each([
    ['Car park', 'car park'],
    ['Lay-by at the bend', 'car park'],
    ['Ambulance gate', 'access point'],
    ['WC', 'toilets'],
    ['Stile', 'label'],
    ['Wild garlic hollow', undefined],
    ['Parkland oak', undefined]
  ] as const)('%s speaks of: %s', (name, kind) => {
    expect(pointKindIn(name)).toBe(kind);
  });
});
