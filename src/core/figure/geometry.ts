import type { Line, Point } from './scene';

export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const scale = (a: Point, k: number): Point => ({ x: a.x * k, y: a.y * k });
export const mix = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t
});
export const length = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);
export const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value));

/** Unit vector; angle 0 points up, growing clockwise. */
export const towards = (angle: number): Point => ({ x: Math.sin(angle), y: -Math.cos(angle) });
const headingOf = (a: Point, b: Point): number => Math.atan2(b.x - a.x, -(b.y - a.y));

/** Moves a line drawn around (0, 0) to a place, turned clockwise and enlarged. */
export function placed(line: Line, at: Point, turn = 0, size = 1, mirror = 1): Point[] {
  const [c, s] = [Math.cos(turn) * size, Math.sin(turn) * size];
  return line.map(({ x, y }) => ({
    x: at.x + mirror * x * c - y * s,
    y: at.y + mirror * x * s + y * c
  }));
}

const blended = (a: number, b: number, c: number, d: number, t: number): number =>
  0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3);

/** Catmull–Rom curve through points, `steps` samples between each two. */
export function smooth(points: Line, steps: number): Point[] {
  const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))]!;
  const curve: Point[] = [];
  for (let i = 0; i < points.length - 1; i += 1) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    for (let k = 0; k < steps; k += 1) {
      const t = k / steps;
      curve.push({ x: blended(p0.x, p1.x, p2.x, p3.x, t), y: blended(p0.y, p1.y, p2.y, p3.y, t) });
    }
  }
  curve.push(at(points.length - 1));
  return curve;
}

/** A closed smooth curve through points. */
export function smoothRing(points: Line, steps: number): Point[] {
  const n = points.length;
  const wrapped = [points[n - 1]!, ...points, points[0]!, points[1]!];
  return smooth(wrapped, steps).slice(steps, steps * (n + 1));
}

/** Points at even distances along a line. @param count of the points, both ends included */
export function resample(line: Line, count: number): Point[] {
  const reach = [0];
  for (let i = 1; i < line.length; i += 1) reach.push(reach[i - 1]! + length(line[i - 1]!, line[i]!));
  const total = reach[reach.length - 1]!;
  const points: Point[] = [];
  let i = 1;
  for (let k = 0; k < count; k += 1) {
    const goal = (total * k) / (count - 1);
    while (i < line.length - 1 && reach[i]! < goal) i += 1;
    const span = reach[i]! - reach[i - 1]! || 1;
    points.push(mix(line[i - 1]!, line[i]!, clamp((goal - reach[i - 1]!) / span, 0, 1)));
  }
  return points;
}

/** A stalk, midrib or stem in the plane of the paper: asked for its place and direction at a share of its length. */
export interface Spine {
  readonly points: Line;
  readonly length: number;
  /** Beyond 0–1 the spine goes on straight. */
  place(t: number): Point;
  /** Direction as an angle; 0 points up. */
  heading(t: number): number;
}

/**
 * Grows a spine from a point.
 * @param heading starting angle; 0 is up @param bend change of angle from start to end, in radians
 */
export function growSpine(from: Point, heading: number, bend: number, size: number, samples = 16): Spine {
  const points: Point[] = [from];
  for (let i = 0; i < samples; i += 1) {
    const angle = heading + bend * ((i + 0.5) / samples) ** 1.4;
    points.push(add(points[i]!, scale(towards(angle), size / samples)));
  }
  return spineThrough(points);
}

/**
 * Grows a stem: from its foot at an angle, back to the upright or over, with a sway of its own and a slight turn at
 * each joint, as stems have that grew towards light.
 * @param heading starting angle; 0 is up @param bend change of angle from start to end @param joints shares of its length
 * @param sway greatest turn aside on the way, in radians
 */
export function growStem(
  from: Point,
  heading: number,
  bend: number,
  size: number,
  sway: number,
  joints: readonly number[] = []
): Spine {
  const samples = 24;
  const points: Point[] = [from];
  for (let i = 0; i < samples; i += 1) {
    const t = (i + 0.5) / samples;
    const passed = joints.filter((joint) => joint < t).length;
    const angle =
      heading +
      bend * t ** 1.4 +
      sway * Math.sin(2 * Math.PI * t) +
      (passed % 2 ? 0.5 : -0.5) * Math.abs(sway) * Number(joints.length > 0);
    points.push(add(points[i]!, scale(towards(angle), size / samples)));
  }
  return spineThrough(points);
}

export function spineThrough(points: Line): Spine {
  const last = points.length - 1;
  let total = 0;
  for (let i = 0; i < last; i += 1) total += length(points[i]!, points[i + 1]!);
  const segment = (t: number) => Math.max(0, Math.min(last - 1, Math.floor(t * last)));
  return {
    points,
    length: total,
    place: (t) => {
      const i = segment(t);
      return mix(points[i]!, points[i + 1]!, t * last - i);
    },
    heading: (t) => headingOf(points[segment(t)]!, points[segment(t) + 1]!)
  };
}

/** An ellipse as a polygon, turned by an angle. */
export function ellipse(centre: Point, rx: number, ry: number, turn = 0, samples = 14): Point[] {
  return Array.from({ length: samples }, (_, i) => {
    const a = (2 * Math.PI * i) / samples;
    const [x, y] = [rx * Math.cos(a), ry * Math.sin(a)];
    return {
      x: centre.x + x * Math.cos(turn) - y * Math.sin(turn),
      y: centre.y + x * Math.sin(turn) + y * Math.cos(turn)
    };
  });
}

export function isInside({ x, y }: Point, polygon: Line): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i, i += 1) {
    const [a, b] = [polygon[i]!, polygon[j]!];
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

export function areaOf(polygon: Line): number {
  let twice = 0;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i, i += 1)
    twice += polygon[j]!.x * polygon[i]!.y - polygon[i]!.x * polygon[j]!.y;
  return Math.abs(twice) / 2;
}

/** The convex outline around points. */
export function hull(points: Line): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const turn = (o: Point, a: Point, b: Point) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const half = (line: Line) => {
    const kept: Point[] = [];
    for (const p of line) {
      while (kept.length > 1 && turn(kept.at(-2)!, kept.at(-1)!, p) <= 0) kept.pop();
      kept.push(p);
    }
    return kept.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** Places on a golden-angle disc. */
export const golden = (count: number, r: number): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const at = r * Math.sqrt((i + 0.5) / count);
    const a = i * Math.PI * (3 - Math.sqrt(5));
    return { x: at * Math.cos(a), y: at * Math.sin(a) };
  });
