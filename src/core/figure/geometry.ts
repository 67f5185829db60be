import type { Bounds, Point } from './scene';

export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const scale = (a: Point, k: number): Point => ({ x: a.x * k, y: a.y * k });
export const mix = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t
});
export const length = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);

/** Unit vector; angle 0 points up, growing clockwise. */
export const towards = (angle: number): Point => ({ x: Math.sin(angle), y: -Math.cos(angle) });

/** Catmull–Rom curve through points, `steps` samples between each two. */
export function smooth(points: readonly Point[], steps: number): Point[] {
  const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))]!;
  const curve: Point[] = [];
  for (let i = 0; i < points.length - 1; i += 1) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    for (let k = 0; k < steps; k += 1) {
      const t = k / steps;
      const blend = (a: number, b: number, c: number, d: number) =>
        0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3);
      curve.push({ x: blend(p0.x, p1.x, p2.x, p3.x), y: blend(p0.y, p1.y, p2.y, p3.y) });
    }
  }
  curve.push(at(points.length - 1));
  return curve;
}

/** A stalk, midrib or stem: a curve that can be asked for its place and direction at any share of its length. */
export interface Spine {
  readonly points: readonly Point[];
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
export function growSpine(from: Point, heading: number, bend: number, size: number, samples = 20): Spine {
  const points: Point[] = [from];
  for (let i = 0; i < samples; i += 1) {
    const angle = heading + bend * ((i + 0.5) / samples) ** 1.4;
    points.push(add(points[i]!, scale(towards(angle), size / samples)));
  }
  return spineThrough(points);
}

export function spineThrough(points: readonly Point[]): Spine {
  const last = points.length - 1;
  const headingBetween = (a: Point, b: Point) => Math.atan2(b.x - a.x, -(b.y - a.y));
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
    heading: (t) => headingBetween(points[segment(t)]!, points[segment(t) + 1]!)
  };
}

/** As many decimals as can be seen: large plants are measured in larger steps. */
function rounded(value: number): string {
  const step = Math.abs(value) >= 400 ? 1 : Math.abs(value) >= 40 ? 10 : 100;
  return String(Math.round(value * step) / step);
}

/** SVG path data of a polyline. */
export function pathData(points: readonly Point[], closed: boolean): string {
  const [first, ...rest] = points;
  if (!first) return '';
  const line = rest.map(({ x, y }) => `${rounded(x)} ${rounded(y)}`).join('L');
  return `M${rounded(first.x)} ${rounded(first.y)}${line ? `L${line}` : ''}${closed ? 'Z' : ''}`;
}

const [minus, stop, zero, nine, arc, across] = [...'-.09ah'].map((sign) => sign.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
  number,
  number
];

/**
 * Bounds of path data as this file writes it: absolute pairs after M and L; what is relative (circles, dots)
 * is small and counts by its starting point. A scanner, since whole plants are half a megabyte of path data.
 */
export function pathBounds(d: string, start: Bounds): Bounds {
  let { left, top, right, bottom } = start;
  let isX = true;
  for (let i = 0; i < d.length; i += 1) {
    let code = d.charCodeAt(i);
    if (code === arc || code === across) {
      const next = d.indexOf('M', i);
      if (next < 0) break;
      i = next;
      continue;
    }
    if (code !== minus && (code < zero || code > nine)) continue;
    const sign = code === minus ? -1 : 1;
    if (code === minus) i += 1;
    let value = 0;
    let scaleOfDigit = 0;
    for (; i < d.length; i += 1) {
      code = d.charCodeAt(i);
      if (code === stop) scaleOfDigit = 1;
      else if (code < zero || code > nine) break;
      else if (scaleOfDigit === 0) value = value * 10 + (code - zero);
      else value += (code - zero) * (scaleOfDigit /= 10);
    }
    i -= 1;
    value *= sign;
    if (isX) {
      if (value < left) left = value;
      if (value > right) right = value;
    } else {
      if (value < top) top = value;
      if (value > bottom) bottom = value;
    }
    isX = !isX;
  }
  return { left, top, right, bottom };
}

export const circle = ({ x, y }: Point, r: number): string =>
  `M${rounded(x - r)} ${rounded(y)}a${rounded(r)} ${rounded(r)} 0 1 0 ${rounded(2 * r)} 0a${rounded(r)} ${rounded(r)} 0 1 0 ${rounded(-2 * r)} 0Z`;

/** An ellipse as a polygon, turned by an angle. */
export function ellipse(centre: Point, rx: number, ry: number, turn = 0, samples = 16): Point[] {
  return Array.from({ length: samples }, (_, i) => {
    const a = (2 * Math.PI * i) / samples;
    const [x, y] = [rx * Math.cos(a), ry * Math.sin(a)];
    return {
      x: centre.x + x * Math.cos(turn) - y * Math.sin(turn),
      y: centre.y + x * Math.sin(turn) + y * Math.cos(turn)
    };
  });
}

export function isInside({ x, y }: Point, polygon: readonly Point[]): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i, i += 1) {
    const [a, b] = [polygon[i]!, polygon[j]!];
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}
