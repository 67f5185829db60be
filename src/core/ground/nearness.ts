import booleanPointInPolygon from '@turf/boolean-point-in-polygon';
import { polygon } from '@turf/helpers';
import type { Position } from 'geojson';

/** How near a way comes to what stands on the map, on a plane of metres: a site is small enough. */

/** A line, or the closed outline of an area, as it stands on the map. */
export interface Edge {
  readonly line: readonly Position[];
  /** What lies within an area lies at it. */
  readonly isArea: boolean;
}

type Point = readonly [x: number, y: number];

/** Of latitude, on the mean sphere. */
export const metresADegree = 111_320;

/** @returns metres from a place near both, to the east and to the north */
function planeAt([longitude, latitude]: Position): (at: Position) => Point {
  const shorter = Math.cos((latitude! * Math.PI) / 180);
  return (at) => [(at[0]! - longitude!) * shorter * metresADegree, (at[1]! - latitude!) * metresADegree];
}

function metresToSegment([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const squared = dx * dx + dy * dy;
  const share = squared === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / squared));
  return Math.hypot(x - ax - share * dx, y - ay - share * dy);
}

const side = ([ax, ay]: Point, [bx, by]: Point, [x, y]: Point) => (bx - ax) * (y - ay) - (by - ay) * (x - ax);

const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;

/**
 * @param way of at least one place
 * @returns metres between the two where they are nearest; 0 where they cross, or the way leads through an area
 */
export function metresFromWay(way: readonly Position[], { line, isArea }: Edge): number {
  const onPlane = planeAt(way[0]!);
  const [walked, edge] = [way.map(onPlane), line.map(onPlane)];
  const area = isArea ? polygon([line.map((at) => [...at])]) : undefined;
  if (area && way.some((at) => booleanPointInPolygon([...at], area))) return 0;
  let least = Infinity;
  for (let i = 0; i < Math.max(1, walked.length - 1); i += 1)
    for (let j = 0; j < Math.max(1, edge.length - 1); j += 1) {
      const [a, b] = [walked[i]!, walked[i + 1] ?? walked[i]!];
      const [c, d] = [edge[j]!, edge[j + 1] ?? edge[j]!];
      if (cross(a, b, c, d)) return 0;
      least = Math.min(
        least,
        metresToSegment(a, c, d),
        metresToSegment(b, c, d),
        metresToSegment(c, a, b),
        metresToSegment(d, a, b)
      );
    }
  return least;
}
