import type { Position } from 'geojson';

/** Fewer points for a path, in three dimensions: a ridge that is straight on the map keeps its climbs. */

type Metres = readonly [x: number, y: number, z: number];

/** WGS 84's mean radius, in metres. */
const earthRadius = 6_371_008.8;

/** Positions on a plane that touches the earth at the first of them; heights as they are, or of the one before. */
function onPlane(path: readonly Position[]): Metres[] {
  const toRadians = Math.PI / 180;
  const [longitude0 = 0, latitude0 = 0] = path[0] ?? [];
  const shrink = Math.cos(latitude0 * toRadians);
  let height = path.find((position) => position[2] !== undefined)?.[2] ?? 0;
  return path.map(([longitude, latitude, elevation]) => {
    height = elevation ?? height;
    return [
      (longitude! - longitude0) * toRadians * earthRadius * shrink,
      (latitude! - latitude0) * toRadians * earthRadius,
      height
    ];
  });
}

/** Metres between a point and the stretch from a to b, in space. */
function distance([px, py, pz]: Metres, [ax, ay, az]: Metres, [bx, by, bz]: Metres): number {
  const [dx, dy, dz] = [bx - ax, by - ay, bz - az];
  const square = dx * dx + dy * dy + dz * dz;
  const share = square > 0 ? ((px - ax) * dx + (py - ay) * dy + (pz - az) * dz) / square : 0;
  const t = Math.min(1, Math.max(0, share));
  return Math.hypot(px - ax - t * dx, py - ay - t * dy, pz - az - t * dz);
}

/** What deviates less is on the line: far below what a receiver can tell. */
const nothing = 0.05;

/**
 * How much each point matters, in metres: how far the path would lie off without it and all that matter less.
 * Ramer 1972, Douglas & Peucker 1973, taken to the end instead of to one tolerance.
 */
function weights(points: readonly Metres[]): Float64Array {
  const weight = new Float64Array(points.length);
  weight[0] = weight[points.length - 1] = Infinity;
  const open: [from: number, to: number, most: number][] = [[0, points.length - 1, Infinity]];
  for (let stretch = open.pop(); stretch; stretch = open.pop()) {
    const [from, to, most] = stretch;
    let [at, far] = [-1, nothing];
    for (let i = from + 1; i < to; i += 1) {
      const off = distance(points[i]!, points[from]!, points[to]!);
      if (off > far) [at, far] = [i, off];
    }
    if (at < 0) continue;
    const own = Math.min(far, most);
    weight[at] = own;
    open.push([from, at, own], [at, to, own]);
  }
  return weight;
}

/**
 * The points of a path that matter most, in their order.
 * @param path longitude, latitude and perhaps metres above the sea
 * @param most how many points stay at most, two or more
 */
export function simplifyPath(path: readonly Position[], most: number): Position[] {
  if (path.length <= most) return [...path];
  const weight = weights(onPlane(path));
  const least = [...weight].sort((a, b) => b - a)[most - 1]!;
  return path.filter((_, i) => weight[i]! > 0 && weight[i]! >= least).slice(0, most);
}
