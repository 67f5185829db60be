import type { FlowerLook } from '../flower';
import { add, placed, scale, smoothRing, towards } from '../geometry';
import { lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { modelled, petal } from './petals';

/** Pea flowers and irises, near. */

export function iris(look: FlowerLook, at: Point): Shape[] {
  const { size, colour, pen } = look;
  const fall = (turn: number) => [
    ...petal('round', at, turn, size * 0.66, size * 0.56, colour, pen, [-0.6, -0.4, -0.2, 0, 0.2, 0.4, 0.6]),
    ...(look.marks === 'spotted'
      ? [
          lines(
            [-0.24, -0.12, 0, 0.12, 0.24].map((off) => [
              add(at, scale(towards(turn + off * 0.6), size * 0.2)),
              add(at, scale(towards(turn + off), size * 0.44))
            ]),
            '#7A4A26',
            pen * 1.4,
            0.8
          )
        ]
      : [])
  ];
  const upright = (turn: number) =>
    petal('pointed', at, turn, size * 0.36, size * 0.17, tone(colour, 0.14), pen, [0]);
  const arm = (turn: number) =>
    petal('notched', at, turn, size * 0.32, size * 0.2, tone(colour, 0.28), pen, [0]);
  return [
    ...upright(-0.55),
    ...upright(0.55),
    ...upright(0.02),
    ...fall(-1.95),
    ...fall(1.95),
    ...fall(Math.PI),
    ...arm(-1.95),
    ...arm(1.95),
    ...arm(Math.PI)
  ];
}

/** A pea flower from the side: standard, wing, keel and calyx. */
export function pea(look: FlowerLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const lay = (line: Line) => placed(smoothRing(line, 6), at, facing, size);
  const standard = lay([
    { x: -0.04, y: 0.3 },
    { x: -0.26, y: -0.08 },
    { x: -0.3, y: -0.46 },
    { x: -0.08, y: -0.64 },
    { x: 0.1, y: -0.3 },
    { x: 0.06, y: 0.24 }
  ]);
  const wing = lay([
    { x: 0.02, y: 0.26 },
    { x: 0.02, y: -0.1 },
    { x: 0.16, y: -0.4 },
    { x: 0.3, y: -0.3 },
    { x: 0.2, y: 0 },
    { x: 0.1, y: 0.26 }
  ]);
  const keel = lay([
    { x: 0.06, y: 0.24 },
    { x: 0.18, y: -0.04 },
    { x: 0.32, y: -0.14 },
    { x: 0.28, y: 0.08 },
    { x: 0.14, y: 0.26 }
  ]);
  const calyx = lay([
    { x: -0.08, y: 0.5 },
    { x: -0.13, y: 0.2 },
    { x: 0, y: 0.26 },
    { x: 0.14, y: 0.18 },
    { x: 0.1, y: 0.5 }
  ]);
  return [
    ...modelled(standard, colour, pen),
    ...modelled(keel, tone(colour, -0.06), pen),
    ...modelled(wing, colour, pen),
    ...modelled(calyx, green, pen)
  ];
}
