import distance from '@turf/distance';
import { lineString, point } from '@turf/helpers';
import nearestPointOnLine from '@turf/nearest-point-on-line';
import type { Position } from 'geojson';

/** The way from one stop to the next. */
export interface Leg {
  readonly metres: number;
  /** Sum of the climbs; 0 where the path has no elevation. */
  readonly ascentMetres: number;
}

/** A stop further than this from the path is reached straight, not along it. */
const nearPathMetres = 150;
/** A path whose ends lie this close is a loop, and can be walked on past its end. */
const loopMetres = 40;
/** A receiver's elevation jumps by some metres: it is averaged over this way to either side. */
const smoothingMetres = 40;

const straightMetres = (from: Position, to: Position): number => distance(from, to, { units: 'meters' });

/** Metres from the start of a line to each of its points. */
function distancesAlong(path: readonly Position[]): number[] {
  const along = [0];
  for (let i = 1; i < path.length; i += 1) along.push(along[i - 1]! + straightMetres(path[i - 1]!, path[i]!));
  return along;
}

/** Elevation at each point, smoothed; undefined where fewer than two points have one. */
function smoothElevations(path: readonly Position[], along: readonly number[]): number[] | undefined {
  const known = path.flatMap((position, i) =>
    position[2] === undefined ? [] : [{ at: along[i]!, height: position[2] }]
  );
  if (known.length < 2) return undefined;
  const nearest = (at: number) =>
    known.reduce((best, one) => (Math.abs(one.at - at) < Math.abs(best.at - at) ? one : best)).height;
  // A window slides along the path: from `first` up to, not including, `end`.
  let [first, end, sum] = [0, 0, 0];
  return along.map((at) => {
    while (end < known.length && known[end]!.at <= at + smoothingMetres) sum += known[end++]!.height;
    while (first < end && known[first]!.at < at - smoothingMetres) sum -= known[first++]!.height;
    return end > first ? sum / (end - first) : nearest(at);
  });
}

/** Sum of the climbs along a profile between two places on it, in walking direction. */
function ascentBetween(
  along: readonly number[],
  heights: readonly number[],
  from: number,
  to: number
): number {
  const heightAt = (at: number) => {
    const next = along.findIndex((metres) => metres >= at);
    if (next <= 0) return heights[next === 0 ? 0 : heights.length - 1]!;
    const span = along[next]! - along[next - 1]!;
    const share = span > 0 ? (at - along[next - 1]!) / span : 0;
    return heights[next - 1]! + share * (heights[next]! - heights[next - 1]!);
  };
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const between = along.flatMap((at, i) => (at > low && at < high ? [heights[i]!] : []));
  const profile = [heightAt(low), ...between, heightAt(high)];
  if (from > to) profile.reverse();
  return profile.slice(1).reduce((sum, height, i) => sum + Math.max(0, height - profile[i]!), 0);
}

/**
 * Prepares a path for asking the way between places: along it where both lie near it, otherwise straight.
 * On a loop the shorter way round is taken.
 * @param path longitude, latitude and perhaps metres above the sea
 */
export function wayAlong(path: readonly Position[] | undefined): (from: Position, to: Position) => Leg {
  if (!path || path.length < 2) return (from, to) => ({ metres: straightMetres(from, to), ascentMetres: 0 });
  const line = lineString(path as Position[]);
  const along = distancesAlong(path);
  const heights = smoothElevations(path, along);
  const total = along.at(-1)!;
  const isLoop = straightMetres(path[0]!, path.at(-1)!) <= loopMetres;
  const onPath = (place: Position) => {
    const { dist, location } = nearestPointOnLine(line, point(place), { units: 'meters' }).properties;
    return { off: dist ?? Infinity, at: location ?? 0 };
  };
  return (from, to) => {
    const straight = straightMetres(from, to);
    const [a, b] = [onPath(from), onPath(to)];
    if (a.off > nearPathMetres || b.off > nearPathMetres) return { metres: straight, ascentMetres: 0 };
    const direct = Math.abs(b.at - a.at);
    const goesRound = isLoop && total - direct < direct;
    const climb = (start: number, end: number) => (heights ? ascentBetween(along, heights, start, end) : 0);
    const ascentMetres = !goesRound
      ? climb(a.at, b.at)
      : b.at < a.at
        ? climb(a.at, total) + climb(0, b.at)
        : climb(a.at, 0) + climb(total, b.at);
    const metres = (goesRound ? total - direct : direct) + a.off + b.off;
    return { metres: Math.max(straight, metres), ascentMetres };
  };
}
