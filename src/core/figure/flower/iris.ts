import { add, placed, scale, smoothRing, towards } from '../geometry';
import { edged, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour } from './look';
import { petal } from './petals';

/** Three falls, three standards. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const lay = (line: Line, turn: number, k = 1) => placed(smoothRing(line, 3), pose.at, turn, size * k);
  const fall: Line = [
    { x: -0.06, y: 0 },
    { x: -0.12, y: -0.22 },
    { x: -0.25, y: -0.48 },
    { x: -0.16, y: -0.66 },
    { x: 0.16, y: -0.66 },
    { x: 0.25, y: -0.48 },
    { x: 0.12, y: -0.22 },
    { x: 0.06, y: 0 }
  ];
  const upright: Line = [
    { x: -0.03, y: 0 },
    { x: -0.07, y: -0.24 },
    { x: 0, y: -0.34 },
    { x: 0.07, y: -0.24 },
    { x: 0.03, y: 0 }
  ];
  const shapes = [
    edged(
      [lay(upright, -0.5), lay(upright, 0.5), lay(upright, 0.05)],
      tone(colour, 0.14),
      pen * 0.6,
      outlineColour
    ),
    edged([lay(fall, -1.9), lay(fall, 1.9)], colour, pen * 0.7, outlineColour),
    edged([lay(fall, Math.PI)], tone(colour, 0.08), pen * 0.7, outlineColour)
  ];
  if (look.marks === 'spotted')
    shapes.push(
      lines(
        [-1.9, 1.9, Math.PI].flatMap((turn) =>
          [-0.1, 0, 0.1].map((x) =>
            placed(
              [
                { x: x * 0.4, y: -0.14 },
                { x, y: -0.4 }
              ],
              pose.at,
              turn,
              size
            )
          )
        ),
        '#8A5A2E',
        pen * 0.6,
        0.8
      )
    );
  shapes.push(
    edged([lay(upright, 1.1, 0.8), lay(upright, -1.1, 0.8)], tone(colour, 0.25), pen * 0.5, outlineColour)
  );
  return shapes;
}

function throughLens(look: FlowerLook, at: Point): Shape[] {
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

export const iris: FlowerForm = { far: fromAfar, near: throughLens };
