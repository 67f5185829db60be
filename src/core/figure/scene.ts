/** What a drawing is made of. Lengths are millimetres of the living plant; y grows downwards, the ground is 0. */

export interface Point {
  readonly x: number;
  readonly y: number;
}

export type Line = readonly Point[];

export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * Rings that are painted alike. A ring of a single point is a round dot as wide as the stroke.
 * Geometry, not path data: the same shapes serve the screen, print, hits and measuring.
 */
export interface Shape {
  readonly rings: readonly Line[];
  readonly closed: boolean;
  readonly fill?: string;
  readonly stroke?: string;
  /** Width of the stroke. */
  readonly width?: number;
  readonly opacity?: number;
}

/** Named neutrally: the name may be shown in a question without giving the answer away. */
export const partKinds = [
  'leaf',
  'leaf cut across',
  'leaf stalk',
  'leaf stalk cut across',
  'foot',
  'stem',
  'closed buds',
  'flower cluster',
  'flower',
  'fruit',
  'underground part',
  'frond',
  'shell',
  'torn leaf',
  'ground'
] as const;
export type PartKind = (typeof partKinds)[number];

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
  /** Polygons that a tap may hit; they also say what hides what. */
  readonly hit: readonly Line[];
  /** How near to the viewer: what is nearer is painted later. */
  readonly depth: number;
}

export const views = [
  'whole',
  'leaf',
  'underside',
  'stalk',
  'foot',
  'stem',
  'flower',
  'single flower',
  'fruit',
  'underground',
  'torn leaf'
] as const;
export type View = (typeof views)[number];

export interface Scene {
  readonly view: View;
  /** Back to front. */
  readonly parts: readonly Part[];
  readonly bounds: Bounds;
  /** Of a tall plant as a whole: how tall it grows, in millimetres, and as what. */
  readonly stature?: { readonly height: number; readonly form: 'herb' | 'shrub' | 'tree' };
}

export const noBounds: Bounds = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };

export function boundsOf(points: Line, start: Bounds = noBounds): Bounds {
  let { left, top, right, bottom } = start;
  for (const { x, y } of points) {
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  return { left, top, right, bottom };
}

/** True bounds of all that was drawn, pens' widths left out. */
export const boundsOfParts = (parts: readonly Part[]): Bounds =>
  parts.reduce(
    (box, { shapes }) =>
      shapes.reduce((grown, { rings }) => rings.reduce((all, ring) => boundsOf(ring, all), grown), box),
    noBounds
  );

/** One view placed on a plate. */
export interface Figure {
  readonly scene: Scene;
  readonly scale: number;
  readonly dx: number;
  readonly dy: number;
}
