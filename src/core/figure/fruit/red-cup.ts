import { add, ellipse, scale, towards } from '../geometry';
import { edged, filled, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { Solid } from '../solid';
import { bodyOf, type FruitForm, type FruitLook, line } from './look';

function fromAfar(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const body = bodyOf(look, at, facing);
  return [
    edged(
      [
        body(line([-0.5, 0.1], [-0.4, 0.5], [0.4, 0.5], [0.5, 0.1], [0.42, -0.36], [0, -0.3], [-0.42, -0.36]))
      ],
      colour,
      pen * 0.7
    ),
    edged(
      [ellipse(add(at, scale(towards(facing), size * 0.24)), size * 0.26, size * 0.2, facing, 12)],
      '#6F4A3A',
      pen * 0.6
    ),
    filled([ellipse(add(at, { x: -size * 0.2, y: 0 }), size * 0.08, size * 0.14, 0, 8)], '#FFFFFF', 0.6)
  ];
}

/** A seed that sits in a fleshy cup, open at its tip. */
function throughLens(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const cup = new Solid(
    [
      [0.06, 0.5],
      [0.36, 0.42],
      [0.48, 0.1],
      [0.44, -0.24],
      [0.34, -0.4]
    ],
    look,
    at,
    facing
  );
  const mouth = ellipse(cup.place({ x: 0, y: -0.4 }), size * 0.34, size * 0.13, facing, 26);
  const seed = ellipse(cup.place({ x: 0, y: -0.4 }), size * 0.2, size * 0.17, facing, 22);
  return [
    ...cup.body(),
    ...cup.outline(),
    edged([mouth], tone(colour, -0.45), pen * 1.2),
    edged([seed], '#6B4A34', pen),
    filled([ellipse(cup.place({ x: -0.07, y: -0.44 }), size * 0.06, size * 0.05, 0, 10)], '#C9A98A', 0.8)
  ];
}

export const redCup: FruitForm = { far: fromAfar, near: throughLens };
