import { type Spine, add, areaOf, isInside, mix, scale, spineThrough } from '../geometry';
import type { Model } from '../form';
import { paper, tubeEdges } from '../paint';
import type { Line, Part, PartKind, Point, Shape, Shown } from '../scene';
import type { Camera, Spine3 } from '../space';

/** A part of a figure: its place, what it shows, and how it lies on the paper. */

/** A point well inside one of the rings: the middle of the largest, or the inner point that is nearest to it. */
export function anchorIn(rings: readonly Line[], fallback: Point): Point {
  const ring = rings.reduce<Line | undefined>(
    (best, one) => (!best || areaOf(one) > areaOf(best) ? one : best),
    undefined
  );
  if (!ring || ring.length < 3) return fallback;
  const middle = scale(
    ring.reduce((sum, p) => add(sum, p), { x: 0, y: 0 }),
    1 / ring.length
  );
  if (isInside(middle, ring)) return middle;
  const opposite = ring.map((p, i) => mix(p, ring[(i + Math.floor(ring.length / 2)) % ring.length]!, 0.5));
  const near = ring.map((p, i) => mix(mix(p, ring[(i + 2) % ring.length]!, 0.5), middle, 0.04));
  return [...opposite, ...near].find((p) => isInside(p, ring)) ?? ring[0]!;
}

export function partOf(
  kind: PartKind,
  shapes: readonly Shape[],
  shows: readonly Shown[],
  hit: readonly Line[],
  depth: number,
  anchor?: Point
): Part {
  return { kind, shapes, shows, hit, depth, anchor: anchor ?? anchorIn(hit, { x: 0, y: 0 }) };
}

/** The same parts, from which some characters cannot be told where they stand. */
export const withoutShown = (parts: readonly Part[], ...slugs: readonly string[]): Part[] =>
  parts.map((part) => ({ ...part, shows: part.shows.filter(({ character }) => !slugs.includes(character)) }));

/**
 * Bare paper along the edge of what lies in front: the line of what lies behind breaks off before it, as a pen leaves
 * it out. Only on a plate, where there is paper behind.
 */
export const clearing = ({ pen, hasPaper }: Model, edges: readonly Line[], closed = true): Shape[] =>
  hasPaper
    ? [
        {
          rings: edges.map((edge) => edge.filter((_, i) => i % 3 === 0)),
          closed,
          stroke: paper,
          width: pen * 2.6
        }
      ]
    : [];

export const onPaper = (camera: Camera, spine: Spine3): Spine =>
  spineThrough(spine.points.map((p) => camera.onPaper(p)));

/** The area of a stalk or stem, a little wider than it is: a fingertip is blunt. */
export function tubeArea(spine: Spine, width: number): Line[] {
  const [left, right] = tubeEdges(spine, () => width, 10);
  return [[...left, ...right.reverse()]];
}
