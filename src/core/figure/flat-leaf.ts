import { tone } from './paint';
import type { Line, Shape } from './scene';
import { type Sheet, onSheet } from './space';

/** What is drawn flat on the plane of a leaf: foot at (0, 0), tip at (0, −length), the left half at x < 0. */

/** A shape of a flat leaf; one of a half is toned by the light that falls on it once it is bent. */
export interface FlatShape extends Shape {
  readonly half?: -1 | 1;
}

export interface FlatLeaf {
  readonly shapes: readonly FlatShape[];
  /** Polygons of the blade or its leaflets. */
  readonly outline: readonly Line[];
}

/** Bends a flat leaf to its place on the paper. */
export function bent(leaf: FlatLeaf, sheet: Sheet): { shapes: Shape[]; outline: Line[] } {
  return {
    shapes: leaf.shapes.map(({ half, ...shape }) => {
      const laid = onSheet(sheet, shape);
      return half && laid.fill ? { ...laid, fill: tone(laid.fill, (sheet.light(half) - 0.72) * 0.42) } : laid;
    }),
    outline: leaf.outline.map((ring) => ring.map(sheet))
  };
}
