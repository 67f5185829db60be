import { add, ellipse, golden, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { dots, edged, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour } from './look';
import { modelled, petal } from './petals';

/** A cup of two green bracts with glands: the spurges. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, pen, green, colour } = look;
  const bract = (side: number) =>
    placed(
      smoothRing(
        [
          { x: 0, y: 0 },
          { x: side * 0.6, y: -0.1 },
          { x: side * 0.95, y: -0.5 },
          { x: side * 0.3, y: -0.5 }
        ],
        2
      ),
      pose.at,
      pose.facing,
      size * 1.5
    );
  const middle = add(pose.at, scale(towards(pose.facing), size * 0.45));
  return [
    edged([bract(-1), bract(1)], tone(green, 0.25), pen * 0.5, outlineColour),
    edged([ellipse(middle, size * 0.36, size * 0.3)], colour, pen * 0.5, outlineColour),
    dots(
      golden(4, size * 0.26).map((p) => add(middle, p)),
      '#D8C84E',
      Math.max(pen, size * 0.16)
    )
  ];
}

/** A spurge's cup with its glands and the three-lobed fruit that hangs out, between two green bracts. */
function throughLens(look: FlowerLook, at: Point): Shape[] {
  const { size, colour, pen, green } = look;
  const bract = (way: -1 | 1) =>
    petal('round', at, way * 1.35, size * 0.95, size * 0.9, tone(green, 0.3), pen, [-0.4, 0, 0.4]);
  const gland = (turn: number) => {
    const place = add(at, scale(towards(turn), size * 0.24));
    return placed(
      smooth(
        [
          { x: -0.17, y: -0.12 },
          { x: -0.08, y: 0.02 },
          { x: 0, y: 0.05 },
          { x: 0.08, y: 0.02 },
          { x: 0.17, y: -0.12 },
          { x: 0, y: -0.06 },
          { x: -0.17, y: -0.12 }
        ],
        3
      ),
      place,
      turn,
      size
    );
  };
  const fruit = [-0.07, 0.07, 0].map((x, i) =>
    ellipse(
      add(at, { x: size * (0.2 + x), y: size * (i === 2 ? 0.34 : 0.31) }),
      size * 0.085,
      size * 0.12,
      0,
      16
    )
  );
  return [
    ...bract(-1),
    ...bract(1),
    ...modelled(ellipse(at, size * 0.24, size * 0.26, 0, 24), colour, pen),
    edged([-1.1, 0, 1.1, Math.PI].map(gland), '#D8C84E', pen * 0.8),
    inkLine([at, { x: at.x + size * 0.2, y: at.y + size * 0.3 }], pen * 2.4, tone(green, -0.1)),
    ...fruit.flatMap((ring) => modelled(ring, tone(green, 0.1), pen))
  ];
}

export const spurgeCup: FlowerForm = { far: fromAfar, near: throughLens };
