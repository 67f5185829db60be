import { add, scale, towards } from '../geometry';
import { blend, edged, filled, inkLine, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { type Profile, Solid } from '../solid';

/** Petals as they are seen through a lens: outline, wash, veins. */

export const pollen = '#D9BE55';
export const stigmaGreen = '#A9BC5F';

/** Half of a petal: half width and reach, as shares of its greatest width and its length. */
const petals: Readonly<Record<string, Profile>> = {
  round: [
    [0.1, 0],
    [0.3, 0.3],
    [0.48, 0.64],
    [0.4, 0.92],
    [0.16, 1],
    [0, 1.01]
  ],
  pointed: [
    [0.16, 0],
    [0.34, 0.28],
    [0.4, 0.52],
    [0.26, 0.8],
    [0.08, 0.96],
    [0, 1]
  ],
  notched: [
    [0.08, 0],
    [0.24, 0.3],
    [0.46, 0.68],
    [0.4, 0.95],
    [0.18, 0.97],
    [0, 0.82]
  ],
  split: [
    [0.06, 0],
    [0.18, 0.24],
    [0.38, 0.66],
    [0.36, 0.96],
    [0.2, 0.98],
    [0.08, 0.62],
    [0, 0.28]
  ],
  strap: [
    [0.2, 0],
    [0.42, 0.3],
    [0.5, 0.76],
    [0.44, 0.97],
    [0.2, 0.94],
    [0, 1]
  ],
  sepal: [
    [0.3, 0],
    [0.4, 0.3],
    [0.26, 0.7],
    [0, 1]
  ]
};

/** One petal from its foot at a place. @param long millimetres @param wide millimetres */
export function petal(
  kind: string,
  foot: Point,
  turn: number,
  long: number,
  wide: number,
  colour: string,
  pen: number,
  veins: readonly number[] = [-0.5, -0.25, 0, 0.25, 0.5]
): Shape[] {
  const profile = petals[kind]!.map(([w, t]) => [(w * wide) / long, 0.5 - t] as const);
  const solid = new Solid(
    profile,
    { size: long, colour, pen },
    add(foot, scale(towards(turn), long / 2)),
    turn,
    4
  );
  const dark = tone(blend(colour, '#6E7A66', 0.35), -0.35);
  const near = (share: number, from: number, to: number): Point[] => {
    const line = solid.meridian(share);
    return line.slice(Math.floor(line.length * from), Math.ceil(line.length * to));
  };
  const outline = '#55604F';
  if (kind === 'strap')
    return [
      edged([[...solid.meridian(-1), ...solid.meridian(1).reverse()]], colour, pen * 0.8, outline),
      solid.band(0.2, 1, dark, 0.2),
      lines([near(-0.3, 0.1, 0.9)], dark, pen * 0.6, 0.5)
    ];
  return [
    filled([[...solid.meridian(-1), ...solid.meridian(1).reverse()]], colour),
    filled([[...near(-1, 0, 0.34), ...near(1, 0, 0.34).reverse()]], dark, 0.16),
    solid.band(0.15, 1, dark, 0.1),
    solid.band(0.6, 1, dark, 0.14),
    solid.band(-0.75, -0.2, '#FFFFFF', 0.26),
    lines(
      veins.map((share) => near(share, 0.08, 0.78)),
      dark,
      pen * 0.6,
      0.42
    ),
    inkLine(solid.meridian(-1), pen * 0.9, outline),
    inkLine(solid.meridian(1), pen * 1.25, outline)
  ];
}

/** A part of uneven shape, lit from the upper left. */
export function modelled(ring: Line, colour: string, pen: number): Shape[] {
  const middle = scale(
    ring.reduce((sum, p) => add(sum, p), { x: 0, y: 0 }),
    1 / ring.length
  );
  const reach = Math.max(...ring.map((p) => Math.hypot(p.x - middle.x, p.y - middle.y)));
  const inner = (k: number, shift: number) =>
    ring.map((p) => ({
      x: middle.x + (p.x - middle.x) * k - reach * shift,
      y: middle.y + (p.y - middle.y) * k - reach * shift
    }));
  return [
    filled([ring], tone(colour, -0.2)),
    filled([inner(0.9, 0.03)], colour, 0.7),
    filled([inner(0.72, 0.07)], tone(colour, 0.12), 0.5),
    filled([inner(0.42, 0.14)], tone(colour, 0.5), 0.34),
    inkLine([...ring, ring[0]!], pen * 1.2, '#4C5647')
  ];
}

export interface Ring {
  readonly kind: string;
  readonly count: number;
  /** Width of a petal as a share of its length. */
  readonly wide: number;
  readonly sepals: boolean;
  readonly stamens: number;
  /** Radius of the ovary as a share of the flower's. */
  readonly ovary: number;
  /** Share of the radius that the petals are joined. */
  readonly joined?: number;
}
