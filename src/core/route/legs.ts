import distance from '@turf/distance';
import { lineString, point } from '@turf/helpers';
import nearestPointOnLine from '@turf/nearest-point-on-line';
import type { Position } from 'geojson';

/** The way from one place to another. */
export interface Leg {
  readonly metres: number;
  /** Sum of the climbs, and of the drops; 0 where the path has no elevation. */
  readonly ascentMetres: number;
  readonly descentMetres: number;
  /** Metres walked and height above the sea, in walking direction; empty where heights are not known. */
  readonly profile: readonly (readonly [walked: number, height: number])[];
  /** Of it beside the path, or all of it where there is none. */
  readonly offPathMetres: number;
  /** Longitude, latitude and, where it is known, height of every bend, both ends included. */
  readonly line: readonly Position[];
}

/**
 * Two stops further than this from the path go straight from one to the other where that is much shorter than to the
 * path and back.
 */
const farFromPathMetres = 150;
const muchShorter = 0.6;
/** An end of a path that lies this close to another stretch of it meets it there. */
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

/**
 * How long a path is and how much it climbs from its beginning to its end.
 * @param path longitude, latitude and perhaps metres above the sea
 * @returns metres; climbs are undefined where fewer than two points have a height
 */
export function pathSize(path: readonly Position[]): {
  readonly metres: number;
  readonly ascentMetres: number | undefined;
  readonly descentMetres: number | undefined;
} {
  const along = distancesAlong(path);
  const heights = smoothElevations(path, along);
  const rises = heights?.slice(1).map((height, i) => height - heights[i]!);
  const sumOf = (sign: number) => rises?.reduce((sum, rise) => sum + Math.max(0, sign * rise), 0);
  return { metres: along.at(-1) ?? 0, ascentMetres: sumOf(1), descentMetres: sumOf(-1) };
}

/** A place on the path: metres from its start, and what lies there. */
interface Spot {
  readonly along: number;
  readonly at: Position;
  readonly height: number | undefined;
}

const between = (a: number, b: number, share: number) => a + share * (b - a);

function straightLeg(from: Position, to: Position): Leg {
  const line = [from.slice(0, 2), to.slice(0, 2)];
  const metres = straightMetres(from, to);
  return { metres, offPathMetres: metres, ascentMetres: 0, descentMetres: 0, profile: [], line };
}

/** The leg over spots in walking direction; the ends lie off the path by some metres of level ground. */
function legOver(
  spots: readonly Spot[],
  from: Position,
  to: Position,
  offStart: number,
  offEnd: number
): Leg {
  let walked = offStart;
  let [ascentMetres, descentMetres] = [0, 0];
  const profile: [number, number][] = [];
  spots.forEach((spot, i) => {
    const before = spots[i - 1];
    if (before) walked += Math.abs(spot.along - before.along);
    if (spot.height === undefined) return;
    const rise = before?.height === undefined ? 0 : spot.height - before.height;
    ascentMetres += Math.max(0, rise);
    descentMetres += Math.max(0, -rise);
    profile.push([walked, spot.height]);
  });
  const metres = Math.max(straightMetres(from, to), walked + offEnd);
  const placed = (position: Position, height: number | undefined): Position => [
    ...position.slice(0, 2),
    ...(height === undefined ? [] : [height])
  ];
  const line = [
    placed(from, spots[0]?.height),
    ...spots.map(({ at, height }) => placed(at, height)),
    placed(to, spots.at(-1)?.height)
  ];
  return { metres, offPathMetres: offStart + offEnd, ascentMetres, descentMetres, profile, line };
}

/** What lies nearer to an end than this along the path is the end's own stretch. */
const endsApartMetres = 3 * loopMetres;

/**
 * Prepares a path for asking the way between places: from each straight to the path, and along it. What lies beside it
 * has the height of the path there.
 * Where an end of the path meets it again, as on a loop or a loop on a stalk, the shorter way round is taken.
 * What was asked once is remembered: a plan is timed again with every change.
 * @param path longitude, latitude and perhaps metres above the sea
 */
export function wayAlong(path: readonly Position[] | undefined): (from: Position, to: Position) => Leg {
  if (!path || path.length < 2) return straightLeg;
  const line = lineString(path as Position[]);
  const along = distancesAlong(path);
  const heights = smoothElevations(path, along);
  const bends: Spot[] = path.map((at, i) => ({ along: along[i]!, at, height: heights?.[i] }));
  const known = new Map<string, { off: number; spot: Spot }>();
  const spotAt = (metres: number): Spot => {
    const next = along.findIndex((one) => one >= metres);
    if (next <= 0) return bends[next === 0 ? 0 : bends.length - 1]!;
    const [a, b] = [bends[next - 1]!, bends[next]!];
    const span = b.along - a.along;
    const share = span > 0 ? (metres - a.along) / span : 0;
    return {
      along: metres,
      at: [between(a.at[0]!, b.at[0]!, share), between(a.at[1]!, b.at[1]!, share)],
      height:
        a.height === undefined || b.height === undefined ? undefined : between(a.height, b.height, share)
    };
  };
  const onPath = (place: Position) => {
    const key = `${place[0]} ${place[1]}`;
    const found = known.get(key);
    if (found) return found;
    const { dist, location } = nearestPointOnLine(line, point(place), { units: 'meters' }).properties;
    const entry = { off: dist ?? Infinity, spot: spotAt(location ?? 0) };
    known.set(key, entry);
    return entry;
  };
  /** Where an end of the path meets a stretch of it that is farther along. */
  const meeting = (end: Spot): [Spot, Spot][] => {
    const others = bends.filter(({ along: at }) => Math.abs(at - end.along) > endsApartMetres);
    if (others.length < 2) return [];
    const found = nearestPointOnLine(lineString(others.map(({ at }) => at)), point(end.at), {
      units: 'meters'
    }).properties;
    if ((found.dist ?? Infinity) > loopMetres) return [];
    return [[end, spotAt(others[0]!.along + (found.location ?? 0))]];
  };
  const links = [...meeting(bends[0]!), ...meeting(bends.at(-1)!)];
  /** The spots from one to another along the path, in walking direction. */
  const stretch = (from: Spot, to: Spot): Spot[] => {
    const [low, high] = [Math.min(from.along, to.along), Math.max(from.along, to.along)];
    const inner = bends.filter((bend) => bend.along > low && bend.along < high);
    return [from, ...(from.along > to.along ? inner.reverse() : inner), to];
  };
  const gap = (a: Spot, b: Spot) => Math.abs(a.along - b.along);
  const legBetween = (from: Position, to: Position): Leg => {
    const [a, b] = [onPath(from), onPath(to)];
    const straight = straightMetres(from, to);
    if (Math.min(a.off, b.off) > farFromPathMetres && straight < muchShorter * (a.off + b.off))
      return straightLeg(from, to);
    // Over a meeting of the path with itself: to one side of it, and on from the other. The gap is no way.
    const over = links
      .flatMap(([p, q]) => [[p, q] as const, [q, p] as const])
      .map(([p, q]) => ({ p, q, metres: gap(a.spot, p) + gap(q, b.spot) }))
      .sort((one, other) => one.metres - other.metres)[0];
    if (!over || over.metres >= gap(a.spot, b.spot))
      return legOver(stretch(a.spot, b.spot), from, to, a.off, b.off);
    const out = legOver(stretch(a.spot, over.p), from, over.p.at, a.off, 0);
    const rest = legOver(stretch(over.q, b.spot), over.q.at, to, 0, b.off);
    return {
      metres: Math.max(straight, out.metres + rest.metres),
      offPathMetres: out.offPathMetres + rest.offPathMetres,
      ascentMetres: out.ascentMetres + rest.ascentMetres,
      descentMetres: out.descentMetres + rest.descentMetres,
      profile: [
        ...out.profile,
        ...rest.profile.map(([walked, height]) => [out.metres + walked, height] as const)
      ],
      line: [...out.line, ...rest.line]
    };
  };
  const legs = new Map<string, Leg>();
  return (from, to) => {
    const key = `${from[0]} ${from[1]} ${to[0]} ${to[1]}`;
    const leg = legs.get(key) ?? legBetween(from, to);
    legs.set(key, leg);
    return leg;
  };
}
