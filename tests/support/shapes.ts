import type { Shape } from '../../src/core/figure/scene';

/** What is measured of drawn shapes. */

export interface Extent {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  readonly wide: number;
  readonly high: number;
}

/** The frame around some shapes, in shares of a size; up is negative. */
export function extentOf(shapes: readonly Shape[], size: number): Extent {
  const points = shapes.flatMap(({ rings }) => rings.flat());
  const of = (values: number[]) => [Math.min(...values) / size, Math.max(...values) / size] as const;
  const [left, right] = of(points.map(({ x }) => x));
  const [top, bottom] = of(points.map(({ y }) => y));
  return { left, right, top, bottom, wide: right - left, high: bottom - top };
}
