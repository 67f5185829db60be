import type { Position } from 'geojson';
import { type Ground, type GroundKind, type Shape, plainKind } from '$core/ground';

/** A feature of a site's map while it is being drawn. */
export interface Drawn {
  readonly id: string;
  readonly kind: GroundKind;
  readonly name: string;
  readonly geometry: Ground['features'][number]['geometry'];
}

export const drawnOf = (ground: Ground, newId: () => string): Drawn[] =>
  ground.features.map(({ geometry, properties }) => ({
    id: newId(),
    kind: properties.kind,
    name: properties.name ?? '',
    geometry
  }));

export const groundOf = (drawn: readonly Drawn[]): Ground => ({
  type: 'FeatureCollection',
  features: drawn.map(({ kind, name, geometry }) => ({
    type: 'Feature',
    geometry,
    properties: name.trim() ? { kind, name: name.trim() } : { kind }
  }))
});

/** What a new point, line or area is until it is named: the boundary and the path come first, once each. */
export function newKind(shape: Shape, drawn: readonly Drawn[]): GroundKind {
  const first = ({ Point: undefined, LineString: 'path', Polygon: 'boundary' } as const)[shape];
  return first && !drawn.some(({ kind }) => kind === first) ? first : plainKind[shape];
}

const placesOf = ({ geometry }: Pick<Drawn, 'geometry'>): Position[] =>
  geometry.type === 'Point'
    ? [geometry.coordinates]
    : geometry.type === 'LineString'
      ? geometry.coordinates
      : geometry.coordinates.flat();

/** Where a map begins that has nothing on it yet. */
const nowhere = [-8.7, 54.3] as const;

/** A small point, line or area in the middle of what is drawn, for who sets its places by figures. */
export function inTheMiddle(shape: Shape, drawn: readonly Drawn[]): Drawn['geometry'] {
  const all = drawn.flatMap(placesOf);
  const mean = (i: 0 | 1) =>
    all.length === 0 ? nowhere[i] : all.reduce((sum, place) => sum + place[i]!, 0) / all.length;
  const beside = (x: number, y: number): [number, number] => [mean(0) + x * 2e-4, mean(1) + y * 1e-4];
  if (shape === 'Point') return { type: shape, coordinates: beside(0, 0) };
  if (shape === 'LineString') return { type: shape, coordinates: [beside(-1, 0), beside(1, 0)] };
  return { type: shape, coordinates: [[beside(-1, -1), beside(1, -1), beside(1, 1), beside(-1, -1)]] };
}

/** The new geometry with the heights that its unmoved places had. */
export function withHeights(before: Drawn | undefined, geometry: Drawn['geometry']): Drawn['geometry'] {
  const key = (place: Position) => `${place[0]!.toFixed(6)} ${place[1]!.toFixed(6)}`;
  const heights = new Map(
    before
      ? placesOf(before).flatMap((place) => (place[2] === undefined ? [] : [[key(place), place[2]]]))
      : []
  );
  if (heights.size === 0) return geometry;
  type Place = [number, number] | [number, number, number];
  const high = (place: Position): Place => {
    const height = heights.get(key(place));
    return height === undefined ? [place[0]!, place[1]!] : [place[0]!, place[1]!, height];
  };
  if (geometry.type === 'Point') return { type: 'Point', coordinates: high(geometry.coordinates) };
  if (geometry.type === 'LineString')
    return { type: 'LineString', coordinates: geometry.coordinates.map(high) };
  return { type: 'Polygon', coordinates: geometry.coordinates.map((ring) => ring.map(high)) };
}

/** The places of a feature as lines of text, latitude first as on maps and devices; the last of a ring is left out. */
export function placesAsText(feature: Pick<Drawn, 'geometry'>): string {
  const { geometry } = feature;
  const places = geometry.type === 'Polygon' ? geometry.coordinates[0]!.slice(0, -1) : placesOf(feature);
  return places
    .map(([longitude, latitude, height]) =>
      [latitude!.toFixed(6), longitude!.toFixed(6), ...(height === undefined ? [] : [String(height)])].join(
        ', '
      )
    )
    .join('\n');
}

/** @returns the geometry that the lines describe, or what is wrong and in which line; holes of an area are kept */
export function placesFromText(
  text: string,
  before: Drawn['geometry']
): { geometry: Drawn['geometry'] } | { problem: string } {
  const places: [number, number, number?][] = [];
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const numbers = line
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map(Number);
    const [latitude, longitude, height] = numbers;
    if (numbers.length < 2 || numbers.length > 3 || numbers.some((n) => !Number.isFinite(n)))
      return { problem: `Line ${i + 1}, “${line.trim()}”, should read like “54.302100, -8.701200”.` };
    if (Math.abs(latitude!) > 90 || Math.abs(longitude!) > 180)
      return { problem: `Line ${i + 1}, “${line.trim()}”, lies outside the world. Latitude comes first.` };
    places.push(height === undefined ? [longitude!, latitude!] : [longitude!, latitude!, height]);
  }
  const least = { Point: 1, LineString: 2, Polygon: 3 }[before.type];
  if (places.length < least) return { problem: `${places.length} of at least ${least} places.` };
  type Place = [number, number] | [number, number, number];
  const all = places as Place[];
  if (before.type === 'Point')
    return all.length > 1
      ? { problem: 'A point has one place.' }
      : { geometry: { type: 'Point', coordinates: all[0]! } };
  if (before.type === 'LineString') return { geometry: { type: 'LineString', coordinates: all } };
  return {
    geometry: { type: 'Polygon', coordinates: [[...all, all[0]!], ...before.coordinates.slice(1)] }
  };
}
