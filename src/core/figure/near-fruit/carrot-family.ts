import type { Random } from '../../random';
import type { FruitLook } from '../fruit-look';
import { add, ellipse, placed, scale, smooth, towards } from '../geometry';
import { edged, filled, inkLine, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { type Profile, Solid, sphere } from '../solid';

/** Fruits of the carrot family, near: ribs, wings, hooks, the cushion with its styles. */

/** The swollen foot of the styles on a fruit of the carrot family, with the styles. */
function crownOf(look: FruitLook, solid: Solid, long: number, spread: number): Shape[] {
  if (look.crown !== 'styles') return [];
  const { size, colour, pen, green } = look;
  return [
    edged(
      [-0.06, 0.06].map((x) => ellipse(solid.place({ x, y: -0.5 }), size * 0.075, size * 0.055, 0, 16)),
      tone(green, 0.25),
      pen * 0.7
    ),
    ...[-1, 1].map((side) =>
      inkLine(
        smooth(
          [
            solid.place({ x: side * 0.05, y: -0.53 }),
            solid.place({ x: side * (0.06 + spread * 0.35), y: -0.53 - long * 0.6 }),
            solid.place({ x: side * (0.06 + spread), y: -0.53 - long * (spread > 0.1 ? 0.72 : 1) })
          ],
          5
        ),
        pen * 2,
        tone(colour, -0.5)
      )
    )
  ];
}

export const carrotFruits: Readonly<
  Record<string, { profile: Profile; ribs: readonly number[]; width: number; wave?: number }>
> = {
  'wavy-ridged': {
    profile: [
      [0.05, 0.5],
      [0.34, 0.36],
      [0.46, 0.1],
      [0.44, -0.16],
      [0.28, -0.4],
      [0.07, -0.5]
    ],
    ribs: [-0.84, -0.42, 0, 0.42, 0.84],
    width: 0.12,
    wave: 0.06
  },
  'ribbed-egg': {
    profile: [
      [0.06, 0.5],
      [0.26, 0.4],
      [0.36, 0.14],
      [0.32, -0.18],
      [0.18, -0.42],
      [0.07, -0.5]
    ],
    ribs: [-0.8, -0.28, 0.28, 0.8],
    width: 0.11
  },
  cylinder: {
    profile: [
      [0.05, 0.5],
      [0.2, 0.44],
      [0.24, 0.2],
      [0.23, -0.2],
      [0.19, -0.42],
      [0.07, -0.5]
    ],
    ribs: [-0.66, 0, 0.66],
    width: 0.24
  },
  'long-smooth': {
    profile: [
      [0.03, 0.5],
      [0.12, 0.4],
      [0.15, 0.12],
      [0.11, -0.2],
      [0.06, -0.38],
      [0.04, -0.5]
    ],
    ribs: [],
    width: 0
  }
};

export function ofCarrotFamily(look: FruitLook, at: Point, facing: number): Shape[] {
  const { profile, ribs, width, wave } = carrotFruits[look.form]!;
  const solid = new Solid(profile, look, at, facing);
  const isCylinder = look.form === 'cylinder';
  return [
    ...solid.body(),
    ...solid.ribs(ribs, width, wave),
    ...solid.outline(),
    ...crownOf(look, solid, isCylinder ? 0.42 : 0.16, isCylinder ? 0.09 : 0.2)
  ];
}

export function flatWinged(look: FruitLook, at: Point, facing: number): Shape[] {
  const { colour, pen, size } = look;
  const rim = new Solid(sphere(0.44), { ...look, colour: tone(colour, 0.4) }, at, facing);
  const core = new Solid(sphere(0.31, 0.41), look, at, facing);
  // Oil tubes shine through from the tip downwards.
  const tubes = [-0.66, -0.24, 0.24, 0.66].map((k) =>
    (look.wholeLines ? [0.02, 0.2, 0.38, 0.56, 0.72] : [0.02, 0.12, 0.22, 0.32, 0.42]).map((t) =>
      add(
        at,
        scale(placed([{ x: k * 0.3 * Math.sin(Math.PI * (0.2 + t)), y: -0.38 + t }], at, facing)[0]!, size)
      )
    )
  );
  return [
    ...rim.body(tone(colour, 0.4)),
    ...core.body(),
    ...tubes.map((tube) => inkLine(tube, pen * (look.wholeLines ? 1.8 : 3), tone(colour, -0.6))),
    // Short ones end in a club.
    ...(look.wholeLines
      ? []
      : tubes.map((tube) =>
          filled([ellipse(tube[tube.length - 1]!, pen * 2.6, pen * 3.4, facing, 10)], tone(colour, -0.6))
        )),
    lines([core.meridian(-1), core.meridian(1)], tone(colour, -0.5), pen * 0.7, 0.7),
    ...rim.outline(),
    ...crownOf(look, rim, 0.13, 0.2)
  ];
}

/** Rows of hooked spines along the ridges, as of carrot; or hooks all over two round halves, as of cleavers. */
export function hooked(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { colour, pen } = look;
  const hook = (from: Point, outward: number, reach: number): Point[] => {
    const tip = add(from, scale(towards(outward), reach));
    return smooth(
      [
        from,
        add(from, scale(towards(outward), reach * 0.6)),
        tip,
        add(tip, scale(towards(outward + 2), reach * 0.2))
      ],
      3
    );
  };
  const spines = (solid: Solid, shares: readonly number[], every: number, reach: number): Line[] =>
    shares.flatMap((share) =>
      solid
        .meridian(share)
        .filter((_, i, all) => i > 3 && i < all.length - 3 && i % every === 0)
        .map((from) => {
          const away = Math.asin(Math.max(-1, Math.min(1, share)));
          return hook(
            from,
            facing + away + random.between(-0.12, 0.12),
            reach * (0.35 + 0.65 * Math.abs(share))
          );
        })
    );
  const coat = (all: readonly Line[], width: number) => [lines(all, tone(colour, -0.45), width, 0.95)];
  if (look.form === 'spiny') {
    const solid = new Solid(sphere(0.32), look, at, facing);
    return [
      ...solid.body(),
      ...solid.ribs([-0.55, 0, 0.55], 0.1),
      ...solid.outline(),
      ...coat(spines(solid, [-1, -0.55, 0, 0.55, 1], 4, look.size * 0.24), pen * 1.6)
    ];
  }
  return [-1, 1].flatMap((side) => {
    const middle = placed([{ x: side * 0.24, y: 0.16 }], at, facing, look.size)[0]!;
    const solid = new Solid(sphere(0.27, 0.32), look, middle, facing);
    const shares = [-1, -0.7, -0.3, 0.1, 0.5, 0.8, 1].filter((share) => side * share > -0.9);
    return [
      ...solid.body(),
      ...solid.outline(),
      ...coat(spines(solid, shares, 5, look.size * 0.17), pen * 1.3)
    ];
  });
}
