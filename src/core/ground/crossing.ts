import kinks from '@turf/kinks';
import type { Position } from 'geojson';

/**
 * Where the outline of an area crosses itself.
 * @param rings of a polygon, closed
 * @returns the first such place, or undefined
 */
export function crossingOf(rings: readonly (readonly Position[])[]): Position | undefined {
  // A corner that stands there twice is no crossing.
  const corners = rings.map((ring) =>
    ring.filter((at, i) => i === 0 || at[0] !== ring[i - 1]![0] || at[1] !== ring[i - 1]![1])
  );
  const { features } = kinks({ type: 'Polygon', coordinates: corners });
  return features[0]?.geometry.coordinates;
}
