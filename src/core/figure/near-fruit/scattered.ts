import type { Random } from '../../random';
import type { FruitLook } from '../fruit-look';
import { add, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { dots, edged, filled, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { Solid, sphere } from '../solid';

/** Fruits that fall apart or fly, near: nutlets, parachutes. */

export function parachute(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const low = placed([{ x: 0, y: 1.1 }], at, facing, size)[0]!;
  const nut = new Solid(
    [
      [0.02, 0.5],
      [0.1, 0.3],
      [0.15, -0.1],
      [0.11, -0.38],
      [0.03, -0.5]
    ],
    look,
    low,
    facing
  );
  const hub = placed([{ x: 0, y: -0.5 }], at, facing, size)[0]!;
  const rays = Array.from({ length: 26 }, (_, i) => {
    const turn = facing + ((i - 12.5) / 13) * 1.25 + random.between(-0.04, 0.04);
    return smooth(
      [
        hub,
        add(hub, scale(towards(turn), size * 0.7)),
        add(hub, scale(towards(turn * 1.14), size * 1.35 * random.between(0.94, 1.04)))
      ],
      4
    );
  });
  return [
    ...nut.body(),
    ...nut.ribs([-0.6, 0, 0.6], 0.16),
    ...nut.outline(),
    inkLine([nut.place({ x: 0, y: -0.5 }), hub], pen * 1.8, tone(colour, -0.4)),
    filled([[hub, ...rays.map((ray) => ray[ray.length - 1]!)]], '#EDEBDF', 0.6),
    ...rays.map((ray) => inkLine(ray, pen * 1.1, '#8F9484')),
    dots([hub], tone(colour, -0.4), pen * 4)
  ];
}

/** Two of four nutlets in an opened calyx. */
export function nutlets(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, green, pen } = look;
  const cup = placed(
    [
      ...smooth(
        [
          { x: -0.1, y: 0.62 },
          { x: -0.52, y: 0.36 },
          { x: -0.6, y: -0.1 }
        ],
        5
      ),
      { x: -0.74, y: -0.62 },
      { x: -0.42, y: -0.2 },
      { x: -0.26, y: -0.7 },
      { x: -0.06, y: -0.22 },
      { x: 0.2, y: -0.7 },
      { x: 0.32, y: -0.2 },
      { x: 0.72, y: -0.62 },
      ...smooth(
        [
          { x: 0.6, y: -0.1 },
          { x: 0.52, y: 0.36 },
          { x: 0.1, y: 0.62 }
        ],
        5
      )
    ],
    at,
    facing,
    size
  );
  return [
    edged([cup], tone(green, -0.2), pen),
    ...[-1, 1].flatMap((side) => {
      const nut = new Solid(
        sphere(0.23, 0.29),
        look,
        placed([{ x: side * 0.24, y: 0.08 }], at, facing, size)[0]!,
        facing
      );
      return [...nut.body(), ...nut.outline()];
    }),
    filled(
      [
        placed(
          smoothRing(
            [
              { x: -0.5, y: 0.34 },
              { x: 0, y: 0.26 },
              { x: 0.5, y: 0.34 },
              { x: 0.1, y: 0.64 },
              { x: -0.1, y: 0.64 }
            ],
            4
          ),
          at,
          facing,
          size
        )
      ],
      green
    )
  ];
}
