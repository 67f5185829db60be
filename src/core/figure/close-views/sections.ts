import type { Model } from '../form';
import { add, ellipse, placed, scale, smoothRing } from '../geometry';
import { edged, filled, paper, tone } from '../paint';
import type { Point, Shape } from '../scene';

/** Leaves and leaf stalks cut across. */

/** Half an outline, its upper side above and its right side given. */
type Half = readonly (readonly [x: number, y: number])[];

const whole = (half: Half, at: Point, r: number, thick = 1): Point[] =>
  placed(
    smoothRing(
      [
        ...half.map(([x, y]) => ({ x, y: y * thick })),
        ...half
          .slice(1, -1)
          .reverse()
          .map(([x, y]) => ({ x: -x, y: y * thick }))
      ],
      4
    ),
    at,
    0,
    r
  );

/** Of a blade, in half widths. */
const bladeSections: Readonly<Record<string, Half>> = {
  flat: [
    [0, -0.05],
    [0.5, -0.1],
    [1, -0.06],
    [0.98, 0.02],
    [0.5, 0.06],
    [0, 0.16]
  ],
  keeled: [
    [0, 0.16],
    [0.5, -0.12],
    [1, -0.42],
    [0.99, -0.3],
    [0.5, 0.08],
    [0, 0.62]
  ],
  channelled: [
    [0, 0.24],
    [0.42, 0.1],
    [0.78, -0.3],
    [1, -0.72],
    [0.98, -0.3],
    [0.66, 0.34],
    [0, 0.62]
  ],
  'half-round': [
    [0, -0.22],
    [0.6, -0.26],
    [1, -0.24],
    [0.86, 0.32],
    [0.46, 0.66],
    [0, 0.76]
  ],
  tube: [
    [0, -0.92],
    [0.64, -0.7],
    [0.98, 0],
    [0.68, 0.7],
    [0, 0.92]
  ]
};

/** A blade cut across, as thick as it is described. @param r half its width */
export function bladeCut({ traits, form, pen }: Model, at: Point, r: number): Shape[] {
  const section = traits.state('leaf-section') ?? 'flat';
  const thick = traits.state('leaf-thickness') === 'fleshy' && section !== 'tube' ? 1.5 : 1;
  const ring = whole(bladeSections[section] ?? bladeSections['flat']!, at, r, thick);
  return [
    edged([ring], tone(form.colour.leaf, 0.5), pen),
    ...(section === 'tube' ? [edged([ellipse(at, r * 0.7, r * 0.66)], paper, pen * 0.7)] : [])
  ];
}

/** Of a leaf stalk, in shares of its radius. */
const stalkSections: Readonly<Record<string, Half>> = {
  round: [
    [0, -1],
    [0.7, -0.72],
    [1, 0],
    [0.7, 0.72],
    [0, 1]
  ],
  grooved: [
    [0, -0.28],
    [0.34, -0.62],
    [0.72, -0.86],
    [1, -0.3],
    [0.86, 0.5],
    [0.4, 0.92],
    [0, 1]
  ],
  flat: [
    [0, -0.3],
    [0.8, -0.5],
    [1.6, -0.7],
    [1.5, -0.36],
    [0.8, 0.24],
    [0, 0.5]
  ],
  'three-sided': [
    [0, -0.72],
    [0.6, -0.78],
    [1.06, -0.8],
    [0.62, 0.2],
    [0.16, 0.98],
    [0, 1.02]
  ]
};

/** A leaf stalk cut across: its outline, its skin, and the strands that run through it. */
export function stalkCut({ traits, form, pen }: Model, at: Point, r: number): Shape[] {
  const section = traits.state('stalk-section') ?? 'round';
  const half = stalkSections[section] ?? stalkSections['round']!;
  const ring = whole(half, at, r);
  const wide = Math.max(...half.map(([x]) => x));
  const strands = [-0.62, -0.3, 0, 0.3, 0.62].map((x) =>
    add(at, { x: x * wide * r, y: r * (0.46 - 0.5 * x * x) * (section === 'flat' ? 0.1 : 1) })
  );
  const green = traits.state('stalk-colour') === 'red' ? '#8E4A56' : form.colour.stem;
  return [
    edged([ring], tone(green, -0.1), pen * 1.1),
    filled([ring.map((p) => add(at, scale(add(p, scale(at, -1)), 0.86)))], tone(form.colour.stem, 0.66)),
    edged(
      strands.map((p) => ellipse(p, r * 0.09, r * 0.11, 0, 9)),
      tone(form.colour.stem, 0.2),
      pen * 0.6,
      tone(form.colour.stem, -0.5)
    )
  ];
}
