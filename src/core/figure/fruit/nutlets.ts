import { add, ellipse, placed, smooth, smoothRing } from '../geometry';
import { edged, filled, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { Solid, sphere } from '../solid';
import { type FruitForm, type FruitLook, line } from './look';

function fromAfar(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  return [
    edged(
      [
        placed(
          line([-0.5, 0.4], [-0.6, -0.5], [-0.25, -0.1], [0, -0.6], [0.25, -0.1], [0.6, -0.5], [0.5, 0.4]),
          at,
          facing,
          size * 1.4
        )
      ],
      look.green,
      pen * 0.5
    ),
    edged(
      [-0.2, 0.2].map((x) => ellipse(add(at, { x: x * size, y: size * 0.1 }), size * 0.2, size * 0.26, 0, 8)),
      colour,
      pen * 0.4
    )
  ];
}

/** Two of four nutlets in an opened calyx. */
function throughLens(look: FruitLook, at: Point, facing: number): Shape[] {
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

export const nutlets: FruitForm = { far: fromAfar, near: throughLens };
