import { ellipse, resample } from './geometry';
import { filled, lines } from './paint';
import { type Bounds, type Line, type Point, type Scene, type Shape, boundsOf } from './scene';

/** A tall plant as a whole, small, beside a person who stands next to it: a plate shows only a part of it near. */

/** Millimetres. */
const person = 1700;
/** From this height on, in millimetres, a plant is no longer measured with the hand. */
export const tallFrom = 1000;

/** Somebody who stands, in shares of the height; the feet stand at 0. */
const body: Line = [
  ...[
    [0.05, -0.86],
    [0.13, -0.81],
    [0.155, -0.62],
    [0.145, -0.46],
    [0.105, -0.46],
    [0.095, -0.7],
    [0.085, -0.5],
    [0.09, -0.25],
    [0.075, 0],
    [0.025, 0],
    [0, -0.45]
  ].map(([x, y]) => ({ x: x!, y: y! })),
  ...[
    [-0.025, 0],
    [-0.075, 0],
    [-0.09, -0.25],
    [-0.085, -0.5],
    [-0.095, -0.7],
    [-0.105, -0.46],
    [-0.145, -0.46],
    [-0.155, -0.62],
    [-0.13, -0.81],
    [-0.05, -0.86]
  ].map(([x, y]) => ({ x: x!, y: y! }))
];

/** Lumps of a crown, in shares of the height: middle and half widths. */
const crowns = {
  tree: [
    [0, -0.74, 0.2, 0.22],
    [-0.2, -0.56, 0.19, 0.2],
    [0.2, -0.58, 0.19, 0.21],
    [0, -0.5, 0.22, 0.2]
  ],
  shrub: [
    [0, -0.68, 0.24, 0.3],
    [-0.24, -0.44, 0.22, 0.36],
    [0.24, -0.42, 0.22, 0.36],
    [0, -0.36, 0.3, 0.34]
  ]
} as const;

/** Many outlines are more than so small a drawing shows. */
const mostRings = 26;

const widthOf = (ring: Line): number => {
  const { left, right } = boundsOf(ring);
  return right - left;
};

/** The outline of what is drawn near, as tall as the plant is described. Shares of the height. */
function ownOutline({ parts, bounds }: Scene): Line[] {
  const tall = bounds.bottom - bounds.top;
  const middle = (bounds.left + bounds.right) / 2;
  return parts
    .filter(({ kind }) => kind !== 'ground')
    .flatMap(({ hit }) => hit)
    .sort((a, b) => widthOf(b) - widthOf(a))
    .slice(0, mostRings)
    .map((ring) =>
      resample(ring, 9).map(({ x, y }) => ({ x: (x - middle) / tall, y: (y - bounds.bottom) / tall }))
    );
}

/**
 * @param scene a whole plant that says how tall it is
 * @param box where there is room for it, in plate units
 */
export function heightMark(scene: Scene, { left, right, top, bottom }: Bounds): Shape[] {
  const { stature } = scene;
  if (!stature) return [];
  const scale = (bottom - top) / Math.max(stature.height, person);
  const at = (x: number, k: number) => (p: Point) => ({ x: x + p.x * k, y: bottom + p.y * k });
  const tall = stature.height * scale;
  const plant =
    stature.form === 'herb'
      ? ownOutline(scene)
      : crowns[stature.form].map(([x, y, rx, ry]) => ellipse({ x, y }, rx, ry, 0, 14));
  const small = person * scale;
  // The plant keeps to its room: a wide one is drawn less wide.
  const room = right - left - small * 0.34;
  const wide = Math.max(...plant.map((ring) => Math.max(...ring.map(({ x }) => Math.abs(x))))) * 2 * tall;
  const narrow = Math.min(1, room / wide);
  const middle = left + small * 0.34 + room / 2;
  const stand = at(middle, tall);
  const trunk: Line[] =
    stature.form === 'tree'
      ? [
          [
            { x: 0, y: 0 },
            { x: 0, y: -0.5 }
          ].map(stand)
        ]
      : [];
  return [
    lines(trunk, '#B3A58C', Math.max(tall * 0.045, 1)),
    filled(
      plant.map((ring) => ring.map(({ x, y }) => stand({ x: x * narrow, y }))),
      '#BFCBA6'
    ),
    filled(
      [body, ellipse({ x: 0, y: -0.93 }, 0.062, 0.072, 0, 12)].map((ring) =>
        ring.map(at(left + small * 0.17, small))
      ),
      '#8C8878'
    ),
    lines(
      [
        [
          { x: left, y: bottom },
          { x: right, y: bottom }
        ]
      ],
      '#8C8878',
      0.6
    )
  ].filter(({ rings }) => rings.length > 0);
}
