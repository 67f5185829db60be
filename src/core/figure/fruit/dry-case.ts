import { ellipse, placed, smooth } from '../geometry';
import { edged, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid, sphere } from '../solid';
import { bodyOf, type FruitForm, type FruitLook, line } from './look';

/** Dry cases that open: capsules, short pods, and what is too small to be told. */

/** Of a capsule that is an egg: width to length. */
const eggRatio = 0.8;

function capsule(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, ratio = eggRatio } = look;
  const k = ratio / eggRatio;
  const body = bodyOf(look, at, facing);
  return [
    edged(
      [
        body(
          line(
            [-0.2 * k, 0.5],
            [-0.4 * k, 0.1],
            [-0.3 * k, -0.36],
            [0, -0.5],
            [0.3 * k, -0.36],
            [0.4 * k, 0.1],
            [0.2 * k, 0.5]
          ),
          2
        )
      ],
      colour,
      pen * 0.6
    ),
    lines(
      [-0.14 * k, 0.14 * k].map((x) =>
        placed(smooth(line([x * 0.6, 0.44], [x, 0], [x * 0.5, -0.44]), 2), at, facing, size)
      ),
      tone(colour, -0.5),
      pen * 0.6,
      0.8
    )
  ];
}

function shortPod(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  return [
    edged([ellipse(at, size * 0.4, size * 0.48, facing, 12)], colour, pen * 0.6),
    lines(
      [
        placed(
          [
            { x: 0, y: 0.46 },
            { x: 0, y: -0.6 }
          ],
          at,
          facing,
          size
        )
      ],
      tone(colour, -0.5),
      pen * 0.5
    )
  ];
}

function tiny({ size, colour, pen }: FruitLook, at: Point): Shape[] {
  return [edged([ellipse(at, size * 0.42, size * 0.42, 0, 7)], colour, pen * 0.35, tone(colour, -0.6))];
}

interface Near {
  readonly profile: Profile;
  readonly furrows: readonly number[];
  readonly beak?: number;
}

function throughLens(look: FruitLook, { profile, furrows, beak }: Near, at: Point, facing: number): Shape[] {
  const k = look.ratio === undefined ? 1 : look.ratio / eggRatio;
  const solid = new Solid(
    profile.map(([wide, along]) => [wide * k, along] as const),
    look,
    at,
    facing
  );
  return [
    ...(beak
      ? [
          inkLine(
            [solid.place({ x: 0, y: -0.46 }), solid.place({ x: 0, y: -0.5 - beak })],
            look.pen * 3,
            tone(look.colour, -0.5)
          )
        ]
      : []),
    ...solid.body(),
    ...furrows.flatMap((share) => [
      solid.band(share - 0.09, share, tone(look.colour, -0.7), 0.35),
      solid.band(share, share + 0.09, tone(look.colour, 0.7), 0.4),
      inkLine(solid.meridian(share), look.pen * 1.1, tone(look.colour, -0.7), 0.8)
    ]),
    ...solid.outline()
  ];
}

const formOf = (far: FruitForm['far'], near: Near): FruitForm => ({
  far,
  near: (look, at, facing) => throughLens(look, near, at, facing)
});

export const dryForms = {
  capsule: formOf(capsule, {
    profile: [
      [0.07, 0.5],
      [0.28, 0.4],
      [0.39, 0.06],
      [0.33, -0.28],
      [0.12, -0.46],
      [0.02, -0.5]
    ],
    furrows: [-0.42, 0.42]
  }),
  'short-pod': formOf(shortPod, {
    profile: [
      [0.05, 0.5],
      [0.34, 0.34],
      [0.42, 0],
      [0.32, -0.34],
      [0.05, -0.5]
    ],
    furrows: [0],
    beak: 0.12
  }),
  'tiny-dry': formOf(tiny, { profile: sphere(0.36, 0.48), furrows: [] })
} as const satisfies Record<string, FruitForm>;
