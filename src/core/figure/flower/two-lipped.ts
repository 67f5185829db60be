import { ellipse, placed, smooth, smoothRing } from '../geometry';
import { blend, dots, edged, filled, inkLine, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour } from './look';
import { pollen, modelled } from './petals';

const side = (facing: number): 1 | -1 => (Math.sin(facing) < 0 ? -1 : 1);

/** Seen from before: the hood above, the throat, two lobes of the lip below. */
function fromBefore({ size, colour, pen }: FlowerLook, { at }: FlowerPose): Shape[] {
  const lay = (line: Line) => placed(smoothRing(line, 3), at, 0, size);
  const hood = lay([
    { x: -0.19, y: -0.2 },
    { x: -0.2, y: -0.5 },
    { x: 0, y: -0.66 },
    { x: 0.2, y: -0.5 },
    { x: 0.19, y: -0.2 },
    { x: 0, y: -0.1 }
  ]);
  const lip = lay([
    { x: -0.08, y: -0.2 },
    { x: -0.3, y: 0.02 },
    { x: -0.2, y: 0.2 },
    { x: 0, y: 0.12 },
    { x: 0.2, y: 0.2 },
    { x: 0.3, y: 0.02 },
    { x: 0.08, y: -0.2 }
  ]);
  return [
    edged([lip], tone(colour, 0.14), pen * 0.5, outlineColour),
    edged([hood], colour, pen * 0.5, outlineColour),
    filled([placed(ellipse({ x: 0, y: -0.2 }, 0.09, 0.1, 0, 8), at, 0, size)], tone(colour, -0.5), 0.5)
  ];
}

/** Hooded upper lip over a lobed lower one, seen from the side or, of those in front, from before. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  if (Math.abs(Math.sin(pose.facing)) < 0.45) return fromBefore(look, pose);
  const mirror = Math.sin(pose.facing) < 0 ? -1 : 1;
  const lay = (line: Line, steps: number) => placed(smoothRing(line, steps), pose.at, 0, size, mirror);
  const upper = lay(
    [
      { x: 0.06, y: -0.08 },
      { x: 0.32, y: -0.24 },
      { x: 0.46, y: -0.46 },
      { x: 0.64, y: -0.66 },
      { x: 0.86, y: -0.68 },
      { x: 1, y: -0.5 },
      { x: 0.97, y: -0.36 },
      { x: 0.84, y: -0.44 },
      { x: 0.7, y: -0.4 },
      { x: 0.62, y: -0.22 },
      { x: 0.44, y: -0.02 },
      { x: 0.24, y: 0.05 },
      { x: 0.06, y: 0.06 }
    ],
    2
  );
  const lower = lay(
    [
      { x: 0.5, y: -0.16 },
      { x: 0.62, y: -0.2 },
      { x: 0.78, y: -0.1 },
      { x: 0.92, y: 0.06 },
      { x: 1, y: 0.2 },
      { x: 0.9, y: 0.26 },
      { x: 0.84, y: 0.2 },
      { x: 0.78, y: 0.32 },
      { x: 0.68, y: 0.26 },
      { x: 0.64, y: 0.08 }
    ],
    2
  );
  const under = lay(
    [
      { x: 0.14, y: 0.02 },
      { x: 0.4, y: -0.08 },
      { x: 0.6, y: -0.3 },
      { x: 0.6, y: -0.2 },
      { x: 0.42, y: 0 },
      { x: 0.2, y: 0.06 }
    ],
    1
  );
  const calyx = placed(
    [
      { x: -0.06, y: -0.08 },
      { x: 0.14, y: -0.2 },
      { x: 0.36, y: -0.38 },
      { x: 0.24, y: -0.17 },
      { x: 0.42, y: -0.14 },
      { x: 0.24, y: -0.04 },
      { x: 0.38, y: 0.14 },
      { x: 0.12, y: 0.12 },
      { x: -0.06, y: 0.08 }
    ],
    pose.at,
    0,
    size,
    mirror
  );
  const stamens = placed(
    [
      { x: 0.82, y: -0.36 },
      { x: 0.9, y: -0.32 }
    ],
    pose.at,
    0,
    size,
    mirror
  );
  const shapes = [
    edged([lower], tone(colour, 0.16), pen * 0.5, outlineColour),
    edged([upper], colour, pen * 0.5, outlineColour),
    filled([under], tone(colour, -0.45), 0.25),
    dots(stamens, '#8C7A3C', Math.max(pen * 0.8, size * 0.05)),
    edged([calyx], look.green, pen * 0.5, outlineColour)
  ];
  if (look.marks === 'spotted' && size > pen * 8)
    shapes.push(
      dots(
        placed(
          [
            { x: 0.72, y: 0 },
            { x: 0.78, y: 0.1 },
            { x: 0.84, y: 0.12 }
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

/** Hood and lip on a tube out of a ribbed calyx. */
function throughLens(look: FlowerLook, from: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const lay = (line: Line) => placed(smoothRing(line, 6), from, 0, size, side(facing));
  const open = (line: Line) => placed(smooth(line, 5), from, 0, size, side(facing));
  const tube = lay([
    { x: 0.04, y: -0.05 },
    { x: 0.3, y: -0.2 },
    { x: 0.52, y: -0.32 },
    { x: 0.56, y: -0.06 },
    { x: 0.36, y: 0.02 },
    { x: 0.08, y: 0.07 }
  ]);
  const hood = lay([
    { x: 0.42, y: -0.24 },
    { x: 0.5, y: -0.5 },
    { x: 0.72, y: -0.64 },
    { x: 0.95, y: -0.5 },
    { x: 1, y: -0.24 },
    { x: 0.84, y: -0.3 },
    { x: 0.62, y: -0.24 }
  ]);
  const lip = lay([
    { x: 0.48, y: -0.1 },
    { x: 0.68, y: -0.06 },
    { x: 0.92, y: 0.1 },
    { x: 1, y: 0.28 },
    { x: 0.86, y: 0.3 },
    { x: 0.82, y: 0.44 },
    { x: 0.68, y: 0.38 },
    { x: 0.6, y: 0.18 },
    { x: 0.48, y: 0.06 }
  ]);
  const stamens = [
    [0.84, -0.22],
    [0.92, -0.14]
  ].map(([x, y]) =>
    open([
      { x: 0.54, y: -0.18 },
      { x: 0.72, y: -0.28 },
      { x: x!, y: y! }
    ])
  );
  const calyx = lay([
    { x: -0.06, y: -0.06 },
    { x: 0.06, y: -0.14 },
    { x: 0.24, y: -0.2 },
    { x: 0.3, y: 0 },
    { x: 0.2, y: 0.14 },
    { x: 0, y: 0.12 }
  ]);
  const teeth = [
    [0.2, -0.2, 0.44, -0.32],
    [0.27, -0.1, 0.48, -0.08],
    [0.25, 0.05, 0.42, 0.14],
    [0.17, 0.12, 0.28, 0.26]
  ].map(([x, y, tx, ty]) =>
    placed(
      [
        { x: x!, y: y! - 0.045 },
        { x: tx!, y: ty! },
        { x: x!, y: y! + 0.045 }
      ],
      from,
      0,
      size,
      side(facing)
    )
  );
  const marks =
    look.marks === 'spotted'
      ? [
          dots(
            placed(
              [
                { x: 0.66, y: 0.04 },
                { x: 0.74, y: 0.12 },
                { x: 0.8, y: 0.22 },
                { x: 0.7, y: 0.2 },
                { x: 0.84, y: 0.12 }
              ],
              from,
              0,
              size,
              side(facing)
            ),
            blend(colour, '#4A1B48', 0.8),
            size * 0.034
          )
        ]
      : [];
  return [
    ...modelled(tube, tone(colour, 0.1), pen),
    ...stamens.map((one) => inkLine(one, pen * 1.4, '#8A8468')),
    dots(
      stamens.map((one) => one[one.length - 1]!),
      tone(pollen, -0.3),
      size * 0.045
    ),
    ...modelled(hood, colour, pen),
    ...modelled(lip, tone(colour, 0.12), pen),
    ...marks,
    edged(teeth, green, pen * 0.8),
    ...modelled(calyx, green, pen),
    lines(
      [-0.08, 0, 0.07].map((y) =>
        open([
          { x: 0, y: y * 0.6 },
          { x: 0.14, y: y * 1.1 - 0.02 },
          { x: 0.26, y: y * 1.5 - 0.03 }
        ])
      ),
      tone(green, -0.5),
      pen * 0.8,
      0.7
    )
  ];
}

export const twoLipped: FlowerForm = { far: fromAfar, near: throughLens };
