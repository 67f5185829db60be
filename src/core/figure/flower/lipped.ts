import { placed, smoothRing } from '../geometry';
import { blend, dots, edged, lines, tone } from '../paint';
import type { Line, Shape } from '../scene';
import { type FlowerLook, type FlowerPose, outlineColour } from './look';

/** Flowers with two sides alike: lips, helmets, irises, peas. */

/** Hooded upper lip over a lobed lower one, seen from the side. */
export function twoLipped(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const mirror = Math.sin(pose.facing) < 0 ? -1 : 1;
  const lay = (line: Line, steps: number) => placed(smoothRing(line, steps), pose.at, 0, size, mirror);
  const upper = lay(
    [
      { x: 0, y: 0 },
      { x: 0.3, y: -0.3 },
      { x: 0.62, y: -0.56 },
      { x: 0.92, y: -0.42 },
      { x: 0.94, y: -0.2 },
      { x: 0.6, y: -0.16 },
      { x: 0.3, y: 0.04 }
    ],
    3
  );
  const lower = lay(
    [
      { x: 0.34, y: -0.02 },
      { x: 0.66, y: 0 },
      { x: 0.96, y: 0.22 },
      { x: 0.86, y: 0.42 },
      { x: 0.62, y: 0.36 },
      { x: 0.4, y: 0.16 }
    ],
    3
  );
  const calyx = placed(
    [
      { x: -0.06, y: -0.1 },
      { x: 0.3, y: -0.22 },
      { x: 0.16, y: -0.06 },
      { x: 0.34, y: 0 },
      { x: 0.16, y: 0.06 },
      { x: 0.28, y: 0.18 },
      { x: -0.06, y: 0.1 }
    ],
    pose.at,
    0,
    size,
    mirror
  );
  const shapes = [
    edged([upper], colour, pen * 0.6, outlineColour),
    edged([lower], tone(colour, 0.16), pen * 0.6, outlineColour),
    edged([calyx], look.green, pen * 0.5, outlineColour)
  ];
  if (look.marks === 'spotted' && size > pen * 8)
    shapes.push(
      dots(
        placed(
          [
            { x: 0.62, y: 0.12 },
            { x: 0.72, y: 0.2 },
            { x: 0.78, y: 0.3 }
          ],
          pose.at,
          0,
          size,
          mirror
        ),
        blend(colour, '#4A1B48', 0.75),
        Math.max(pen * 0.9, size * 0.045)
      )
    );
  return shapes;
}

/** A hood over two hidden petals: monkshood. */
export function helmet(look: FlowerLook, pose: FlowerPose): Shape[] {
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

/** Three falls, three standards. */
export function irisFlower(look: FlowerLook, pose: FlowerPose): Shape[] {
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

export function pea(look: FlowerLook, pose: FlowerPose): Shape[] {
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
