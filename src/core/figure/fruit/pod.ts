import { edged, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid } from '../solid';
import { bodyOf, type FruitForm, type FruitLook, line } from './look';

function fromAfar(look: FruitLook, at: Point, facing: number): Shape[] {
  const { colour, pen } = look;
  const body = bodyOf(look, at, facing);
  return [
    edged(
      [
        body(
          line(
            [-0.025, 0.5],
            [-0.035, 0],
            [-0.02, -0.44],
            [0, -0.52],
            [0.02, -0.44],
            [0.035, 0],
            [0.025, 0.5]
          ),
          1
        )
      ],
      colour,
      pen * 0.5
    )
  ];
}

function throughLens(look: FruitLook, at: Point, facing: number): Shape[] {
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

export const pod: FruitForm = { far: fromAfar, near: throughLens };
