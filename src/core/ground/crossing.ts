import kinks from '@turf/kinks';
import type { Position } from 'geojson';

/**
 * Where the outline of an area crosses itself.
 * @param rings of a polygon, closed
 * @returns the first such place, or undefined
 */
export function crossingOf(rings: readonly (readonly Position[])[]): Position | undefined {
  const { features } = kinks({ type: 'Polygon', coordinates: rings.map((ring) => [...ring]) });
  return features[0]?.geometry.coordinates;
}
