import { modelled } from './petals';
import { placed, smoothRing } from '../geometry';
import { edged, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour } from './look';

function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, pen, colour } = look;
  const body = placed(
    smoothRing(
      [
        { x: 0, y: 0 },
        { x: -0.18, y: -0.4 },
        { x: -0.06, y: -0.95 },
        { x: 0.2, y: -1 },
        { x: 0.28, y: -0.6 },
        { x: 0.1, y: -0.1 }
      ],
      2
    ),
    pose.at,
    pose.facing,
    size
  );
  return [edged([body], colour, pen * 0.5, outlineColour)];
}

/** A pea flower from the side: standard, wing, keel and calyx. */
function throughLens(look: FlowerLook, at: Point, facing: number): Shape[] {
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

export const pea: FlowerForm = { far: fromAfar, near: throughLens };
