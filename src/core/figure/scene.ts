/** What a drawing is made of. Lengths are millimetres of the living plant; y grows downwards, the ground is 0. */

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** One filled or stroked path. */
export interface Shape {
  readonly d: string;
  readonly fill?: string;
  readonly stroke?: string;
  readonly strokeWidth?: number;
  readonly opacity?: number;
}

/** Named neutrally: the name may be shown in a question without giving the answer away. */
export type PartKind = 'leaf' | 'leaf stalk' | 'foot' | 'stem' | 'flower cluster' | 'flower' | 'torn leaf';

/** A character that a part shows, with the state that was drawn. */
export interface Shown {
  readonly character: string;
  readonly state: string;
}

export interface Part {
  readonly kind: PartKind;
  readonly shapes: readonly Shape[];
  readonly shows: readonly Shown[];
  /** Where a leader line ends. */
  readonly anchor: Point;
  /** Polygons that a tap may hit. */
  readonly hit: readonly (readonly Point[])[];
}

export const views = ['whole', 'leaf', 'stalk', 'foot', 'stem', 'flower', 'torn leaf'] as const;
export type View = (typeof views)[number];

export interface Scene {
  readonly view: View;
  /** Back to front. */
  readonly parts: readonly Part[];
  readonly bounds: Bounds;
}

export const noBounds: Bounds = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };

export const boundsOf = (points: readonly Point[], start: Bounds = noBounds): Bounds =>
  points.reduce(
    (box, { x, y }) => ({
      left: Math.min(box.left, x),
      top: Math.min(box.top, y),
      right: Math.max(box.right, x),
      bottom: Math.max(box.bottom, y)
    }),
    start
  );
