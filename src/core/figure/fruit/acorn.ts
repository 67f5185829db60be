import { edged, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { placed } from '../geometry';
import { Solid } from '../solid';
import { bodyOf, type FruitForm, type FruitLook, line } from './look';

const cupColour = '#8C7350';

function fromAfar(look: FruitLook, at: Point, facing: number): Shape[] {
  const { colour, pen } = look;
  const body = bodyOf(look, at, facing);
  return [
    edged(
      [
        body(
          line(
            [-0.22, 0.3],
            [-0.25, -0.1],
            [-0.14, -0.42],
            [0, -0.52],
            [0.14, -0.42],
            [0.25, -0.1],
            [0.22, 0.3]
          )
        )
      ],
      colour,
      pen * 0.7
    ),
    edged(
      [body(line([-0.3, 0.1], [-0.27, 0.38], [0, 0.52], [0.27, 0.38], [0.3, 0.1], [0, 0.18]))],
      cupColour,
      pen * 0.7
    )
  ];
}

/** A nut in a cup of scales. */
function throughLens(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, pen } = look;
  const nut = new Solid(
    [
      [0.2, 0.36],
      [0.26, 0.1],
      [0.24, -0.2],
      [0.13, -0.42],
      [0.02, -0.54]
    ],
    look,
    at,
    facing
  );
  const cup = new Solid(
    [
      [0.05, 0.54],
      [0.22, 0.47],
      [0.31, 0.28],
      [0.3, 0.08]
    ],
    { ...look, colour: cupColour },
    at,
    facing
  );
  const scales = [0.16, 0.25, 0.34, 0.43].flatMap((y, row) =>
    [-0.22, -0.11, 0, 0.11, 0.22].map((x) => {
      const middle = x + (row % 2 ? 0.055 : 0);
      return placed(
        line([middle - 0.05, y - 0.03], [middle, y + 0.05], [middle + 0.05, y - 0.03]),
        at,
        facing,
        size
      );
    })
  );
  return [
    ...nut.body(),
    ...nut.ribs([-0.4, 0.1, 0.5], 0.05),
    ...nut.outline(),
    ...cup.body(),
    lines(scales, tone(cupColour, -0.6), pen * 0.8),
    ...cup.outline()
  ];
}

export const acorn: FruitForm = { far: fromAfar, near: throughLens };
