import type { Random } from '../../random';
import type { FruitLook } from '../fruit-look';
import { add, ellipse, placed, smooth, smoothRing } from '../geometry';
import { edged, filled, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid, sphere } from '../solid';

/** Grains, capsules, pods and winged fruits, near. */

export function grains(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen, green } = look;
  const isFew = look.bloom;
  const rows: readonly (readonly [number, number, number])[] = isFew
    ? [
        [4, 0.24, 0.1],
        [3, 0.2, -0.14],
        [1, 0, -0.3]
      ]
    : [
        [6, 0.4, 0.26],
        [7, 0.42, 0.08],
        [6, 0.36, -0.1],
        [5, 0.26, -0.26],
        [3, 0.12, -0.4]
      ];
  const r = isFew ? 0.2 : 0.125;
  const sepals = Array.from({ length: 5 }, (_, i) =>
    placed(
      smoothRing(
        [
          { x: -0.09, y: 0 },
          { x: -0.1, y: -0.2 },
          { x: 0, y: -0.46 },
          { x: 0.1, y: -0.2 },
          { x: 0.09, y: 0 }
        ],
        4
      ),
      placed([{ x: 0, y: 0.36 }], at, facing, size)[0]!,
      facing + Math.PI + (i - 2) * 0.62,
      size * 0.9
    )
  );
  return [
    edged(sepals, green, pen * 0.8),
    ...rows.flatMap(([count, wide, y]) =>
      Array.from({ length: count }, (_, i) => {
        const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
        return {
          x: share * wide + random.between(-0.02, 0.02),
          y: y + 0.07 * (1 - share * share) + random.between(-0.02, 0.02)
        };
      }).flatMap((place): Shape[] => {
        const middle = placed([place], at, facing, size)[0]!;
        const round = (dx: number, k: number) =>
          ellipse(add(middle, { x: dx * size, y: dx * size }), size * r * k, size * r * k, 0, 18);
        return [
          edged([round(0, 1)], tone(colour, -0.3), pen * 0.8, tone(colour, -0.75)),
          filled([round(-0.012, 0.78)], colour, 0.9),
          ...(isFew ? [filled([round(-0.01, 0.8)], '#C3CADB', 0.4)] : []),
          filled(
            [
              ellipse(
                add(middle, { x: -size * r * 0.35, y: -size * r * 0.38 }),
                size * r * 0.22,
                size * r * 0.15,
                -0.6,
                10
              )
            ],
            '#FFFFFF',
            isFew ? 0.5 : 0.85
          )
        ];
      })
    )
  ];
}

export const dry: Readonly<Record<string, { profile: Profile; furrows: readonly number[]; beak?: number }>> =
  {
    capsule: {
      profile: [
        [0.07, 0.5],
        [0.28, 0.4],
        [0.39, 0.06],
        [0.33, -0.28],
        [0.12, -0.46],
        [0.02, -0.5]
      ],
      furrows: [-0.42, 0.42]
    },
    'short-pod': {
      profile: [
        [0.05, 0.5],
        [0.34, 0.34],
        [0.42, 0],
        [0.32, -0.34],
        [0.05, -0.5]
      ],
      furrows: [0],
      beak: 0.12
    },
    'tiny-dry': { profile: sphere(0.36, 0.48), furrows: [] }
  };

export function dryCase(look: FruitLook, at: Point, facing: number): Shape[] {
  const { profile, furrows, beak } = dry[look.form]!;
  const solid = new Solid(profile, look, at, facing);
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

export function pod(look: FruitLook, at: Point, facing: number): Shape[] {
  const seeds = 11;
  const profile: Profile = [
    [0.012, 0.5],
    [0.028, 0.46],
    ...Array.from(
      { length: seeds * 2 },
      (_, i) => [0.033 + (i % 2 ? 0.004 : -0.002), 0.42 - (0.84 * i) / (seeds * 2)] as const
    ),
    [0.022, -0.45],
    [0.01, -0.52]
  ];
  const solid = new Solid(profile, look, at, facing);
  return [
    ...solid.body(),
    inkLine(solid.meridian(0.1), look.pen * 0.9, tone(look.colour, -0.6), 0.7),
    ...solid.outline()
  ];
}

/** A dock's nut in its three flaps, two of them seen from the side. */
export function threeWinged(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const flap = (k: number, x: number) =>
    placed(
      smoothRing(
        [
          { x: 0.03, y: 0.47 },
          { x: -0.3, y: 0.42 },
          { x: -0.47, y: 0.14 },
          { x: -0.32, y: -0.24 },
          { x: 0, y: -0.52 },
          { x: 0.32, y: -0.24 },
          { x: 0.47, y: 0.14 },
          { x: 0.3, y: 0.42 }
        ].map((p) => ({ x: p.x * k + x, y: p.y })),
        5
      ),
      at,
      facing,
      size
    );
  const front = flap(1, 0);
  const net = [-1, 1].flatMap((side) =>
    Array.from({ length: 6 }, (_, i) => {
      const y = 0.3 - 0.12 * i;
      const out = (0.4 - 0.05 * i) * side;
      return placed(
        smooth(
          [
            { x: side * 0.1, y },
            { x: out * 0.6, y: y - 0.06 + random.between(-0.02, 0.02) },
            { x: out, y: y - 0.04 + random.between(-0.03, 0.03) }
          ],
          3
        ),
        at,
        facing,
        size
      );
    })
  );
  const wart = new Solid(
    sphere(0.13, 0.2),
    { ...look, colour: '#A8743E' },
    placed([{ x: 0, y: 0.16 }], at, facing, size)[0]!,
    facing
  );
  return [
    edged([flap(0.5, -0.34), flap(0.5, 0.34)], tone(colour, -0.25), pen),
    edged([front], colour, pen),
    filled(
      [
        placed(
          smoothRing(
            [
              { x: 0.02, y: 0.4 },
              { x: 0.05, y: -0.44 },
              { x: 0.28, y: -0.2 },
              { x: 0.42, y: 0.14 },
              { x: 0.26, y: 0.38 }
            ],
            4
          ),
          at,
          facing,
          size
        )
      ],
      tone(colour, -0.5),
      0.22
    ),
    lines(net, tone(colour, -0.65), pen * 0.8, 0.8),
    inkLine(
      placed(
        [
          { x: 0, y: 0.3 },
          { x: 0, y: -0.48 }
        ],
        at,
        facing,
        size
      ),
      pen * 1.6,
      tone(colour, -0.6)
    ),
    ...wart.body('#A8743E'),
    ...wart.outline()
  ];
}
