import { modelled } from './petals';
import { placed, smooth, smoothRing } from '../geometry';
import { edged, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour } from './look';

const side = (facing: number): 1 | -1 => (Math.sin(facing) < 0 ? -1 : 1);

/** A hood over two hidden petals: monkshood. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const mirror = Math.sin(pose.facing) < 0 ? -1 : 1;
  const lay = (line: Line, steps: number) => placed(smoothRing(line, steps), pose.at, 0, size, mirror);
  const hood = lay(
    [
      { x: 0.1, y: 0 },
      { x: 0.02, y: -0.4 },
      { x: 0.26, y: -0.74 },
      { x: 0.6, y: -0.7 },
      { x: 0.82, y: -0.4 },
      { x: 0.98, y: -0.22 },
      { x: 0.6, y: -0.18 },
      { x: 0.4, y: 0 }
    ],
    3
  );
  const side = lay(
    [
      { x: 0.16, y: -0.1 },
      { x: 0.5, y: -0.3 },
      { x: 0.72, y: -0.02 },
      { x: 0.5, y: 0.22 },
      { x: 0.24, y: 0.14 }
    ],
    3
  );
  const low = lay(
    [
      { x: 0.2, y: 0.08 },
      { x: 0.44, y: 0.14 },
      { x: 0.56, y: 0.42 },
      { x: 0.38, y: 0.4 }
    ],
    3
  );
  return [
    edged([low], tone(colour, -0.1), pen * 0.6, outlineColour),
    edged([hood], colour, pen * 0.7, outlineColour),
    edged([side], tone(colour, 0.2), pen * 0.6, outlineColour)
  ];
}

/** Monkshood: a helmet over two broad side sepals and two narrow lower ones. */
function throughLens(look: FlowerLook, from: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const lay = (line: Line) => placed(smoothRing(line, 6), from, 0, size, side(facing));
  const hood = lay([
    { x: 0.08, y: -0.02 },
    { x: 0.02, y: -0.36 },
    { x: 0.2, y: -0.7 },
    { x: 0.5, y: -0.78 },
    { x: 0.76, y: -0.56 },
    { x: 0.86, y: -0.34 },
    { x: 1.02, y: -0.2 },
    { x: 0.78, y: -0.2 },
    { x: 0.5, y: -0.14 },
    { x: 0.26, y: 0.02 }
  ]);
  const cheek = lay([
    { x: 0.16, y: -0.06 },
    { x: 0.34, y: -0.26 },
    { x: 0.62, y: -0.28 },
    { x: 0.78, y: -0.06 },
    { x: 0.66, y: 0.18 },
    { x: 0.38, y: 0.22 },
    { x: 0.2, y: 0.12 }
  ]);
  const low = (dx: number) =>
    lay([
      { x: 0.24 + dx, y: 0.1 },
      { x: 0.4 + dx, y: 0.14 },
      { x: 0.56 + dx, y: 0.42 },
      { x: 0.5 + dx, y: 0.5 },
      { x: 0.34 + dx, y: 0.36 }
    ]);
  const veins = [-0.5, -0.34, -0.2].map((y) =>
    placed(
      smooth(
        [
          { x: 0.1, y: y * 0.6 },
          { x: 0.34, y: y - 0.12 },
          { x: 0.68, y: y * 0.9 - 0.04 }
        ],
        5
      ),
      from,
      0,
      size,
      side(facing)
    )
  );
  return [
    ...modelled(low(0.1), tone(colour, -0.12), pen),
    ...modelled(low(-0.04), colour, pen),
    ...modelled(hood, colour, pen),
    lines(veins, tone(colour, -0.5), pen * 0.8, 0.5),
    ...modelled(cheek, tone(colour, 0.14), pen)
  ];
}

export const helmet: FlowerForm = { far: fromAfar, near: throughLens };
