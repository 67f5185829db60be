import type { Random } from '../../random';
import { ellipse, placed, smooth, smoothRing } from '../geometry';
import { edged, filled, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { Solid, sphere } from '../solid';
import { bodyOf, type FruitForm, type FruitLook, line } from './look';

function fromAfar(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const body = bodyOf(look, at, facing);
  return [
    edged(
      [body(line([0, 0.5], [-0.42, 0.2], [-0.44, -0.2], [0, -0.52], [0.44, -0.2], [0.42, 0.2]), 2)],
      colour,
      pen * 0.5
    ),
    edged([ellipse(at, size * 0.16, size * 0.24, facing, 8)], tone(colour, -0.35), pen * 0.4),
    lines(
      [
        placed(
          [
            { x: 0, y: 0.44 },
            { x: 0, y: -0.46 }
          ],
          at,
          facing,
          size
        )
      ],
      tone(colour, -0.5),
      pen * 0.4,
      0.7
    )
  ];
}

/** A dock's nut in its three flaps, two of them seen from the side. */
function throughLens(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
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

export const threeWinged: FruitForm = { far: fromAfar, near: throughLens };
