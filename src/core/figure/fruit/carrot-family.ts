import { ellipse, placed, smooth } from '../geometry';
import { edged, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid } from '../solid';
import { bodyOf, type FruitForm, type FruitLook, isTiny, line, ribs, stylesOf } from './look';

/** Fruits of the carrot family: ridges, ribs, styles. */

/** An egg or cylinder with ribs. */
const ribbed =
  (rx: number, ry: number, many: number) =>
  (look: FruitLook, at: Point, facing: number): Shape[] => {
    const { size, colour, pen } = look;
    const isSmall = isTiny(look);
    return [
      edged([ellipse(at, size * rx, size * ry, facing, isSmall ? 8 : 14)], colour, pen * 0.5),
      ...(isSmall ? [] : [lines(ribs(at, facing, size, rx, many), tone(colour, -0.5), pen * 0.5, 0.8)]),
      ...stylesOf(look, at, facing)
    ];
  };

function wavyRidged(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const isSmall = isTiny(look);

  const waves = [-0.3, -0.1, 0.12, 0.32].map((k) =>
    placed(
      smooth(
        Array.from({ length: 8 }, (_, i) => ({ x: k + (i % 2 ? 0.055 : -0.055), y: 0.4 - 0.115 * i })),
        2
      ),
      at,
      facing,
      size
    )
  );
  return [
    edged([ellipse(at, size * 0.46, size * 0.5, facing, 14)], colour, pen * 0.6),
    ...(isSmall ? [] : [lines(waves, tone(colour, -0.55), pen * 0.6, 0.85)]),
    ...stylesOf(look, at, facing)
  ];
}

function longSmooth(look: FruitLook, at: Point, facing: number): Shape[] {
  const { colour, pen } = look;
  const body = bodyOf(look, at, facing);
  return [
    edged(
      [
        body(
          line([-0.1, 0.46], [-0.14, 0.1], [-0.07, -0.3], [0, -0.54], [0.07, -0.3], [0.14, 0.1], [0.1, 0.46]),
          2
        )
      ],
      colour,
      pen * 0.5
    ),
    ...stylesOf(look, at, facing)
  ];
}

/** The swollen foot of the styles on a fruit of the carrot family, with the styles. */
export function crownOf(look: FruitLook, solid: Solid, long: number, spread: number): Shape[] {
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

interface Near {
  readonly profile: Profile;
  readonly ribs: readonly number[];
  readonly width: number;
  readonly wave?: number;
}

function throughLens(
  look: FruitLook,
  { profile, ribs: raised, width, wave }: Near,
  at: Point,
  facing: number
): Shape[] {
  const solid = new Solid(profile, look, at, facing);
  const isCylinder = look.form === 'cylinder';
  return [
    ...solid.body(),
    ...solid.ribs(raised, width, wave),
    ...solid.outline(),
    ...crownOf(look, solid, isCylinder ? 0.42 : 0.16, isCylinder ? 0.09 : 0.2)
  ];
}

const formOf = (far: FruitForm['far'], near: Near): FruitForm => ({
  far,
  near: (look, at, facing) => throughLens(look, near, at, facing)
});

export const carrotForms: Readonly<Record<string, FruitForm>> = {
  'wavy-ridged': formOf(wavyRidged, {
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
  }),
  'ribbed-egg': formOf(ribbed(0.36, 0.5, 3), {
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
  }),
  cylinder: formOf(ribbed(0.22, 0.5, 2), {
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
  }),
  'long-smooth': formOf(longSmooth, {
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
  })
};
