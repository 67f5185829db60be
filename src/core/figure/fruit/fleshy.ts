import { add, ellipse, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { edged, filled, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid, sphere } from '../solid';
import { type FruitForm, type FruitLook, line } from './look';

/** Berries, stone fruits, haws and hips. */

function ball(look: FruitLook, at: Point, facing: number, rx: number, ry: number): Shape[] {
  const { size, colour, pen } = look;
  const isSmall = size < pen * 6;
  const ring = ellipse(at, size * rx, size * ry, facing, isSmall ? 10 : 18);
  const shapes: Shape[] = [];
  if (look.crown === 'star-below') {
    const foot = add(at, scale(towards(facing), -size * ry * 0.8));
    const star = Array.from({ length: 5 }, (_, i) =>
      placed(
        line([-0.12, 0], [-0.2, -0.3], [0, -0.62], [0.2, -0.3], [0.12, 0]),
        foot,
        facing + (i - 2) * 1.05,
        size
      )
    );
    shapes.push(edged(star, look.green, pen * 0.5));
  }
  shapes.push(
    edged([ring], colour, pen * (isSmall ? 0.5 : 0.8)),
    filled(
      [ellipse(add(at, { x: size * 0.12, y: size * 0.14 }), size * rx * 0.74, size * ry * 0.7, facing, 10)],
      tone(colour, -0.6),
      0.3
    )
  );
  if (look.bloom)
    shapes.push(
      filled(
        [
          ellipse(
            add(at, { x: -size * 0.06, y: -size * 0.08 }),
            size * rx * 0.8,
            size * ry * 0.76,
            facing,
            10
          )
        ],
        '#B9C2D6',
        0.42
      )
    );
  shapes.push(
    filled(
      [ellipse(add(at, { x: -size * 0.15, y: -size * 0.18 }), size * 0.1, size * 0.07, -0.6, 8)],
      '#FFFFFF',
      look.bloom ? 0.4 : 0.75
    )
  );
  if (look.crown === 'eye')
    shapes.push(
      filled(
        [ellipse(add(at, scale(towards(facing), size * ry * 0.8)), size * 0.11, size * 0.08, facing, 10)],
        eyeColour
      )
    );
  if (look.crown === 'rim-tip') {
    const tip = add(at, scale(towards(facing), size * ry * 0.86));
    shapes.push(
      edged([ellipse(tip, size * 0.2, size * 0.1, facing, 10)], tone(colour, -0.55), pen * 0.6),
      lines(
        [-0.8, -0.3, 0.3, 0.8].map((turn) => [tip, add(tip, scale(towards(facing + turn), size * 0.17))]),
        tone(colour, -0.75),
        pen * 0.7
      )
    );
  }
  return shapes;
}

/** The scar of a flower. */
const eyeColour = '#2B2430';

function stoneFruit(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  return [
    ...ball(look, at, facing, 0.5, 0.5),
    lines(
      [placed(smooth(line([0.05, 0.46], [0.14, 0], [0.05, -0.46]), 3), at, facing, size)],
      tone(colour, -0.6),
      pen * 0.5,
      0.6
    )
  ];
}

function throughLens(look: FruitLook, round: Profile, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const profile = look.isLong ? sphere(0.42, 0.56) : round;
  const solid = new Solid(profile, look, at, facing);
  const high = look.isLong ? 0.56 : look.form === 'haw' ? 0.54 : 0.5;
  const star =
    look.crown === 'star-below'
      ? [-2.1, -1.05, 1.05, 2.1, 0].map((turn) =>
          placed(
            smoothRing(
              [
                { x: -0.1, y: 0.02 },
                { x: -0.2, y: -0.3 },
                { x: -0.03, y: -0.66 },
                { x: 0.03, y: -0.66 },
                { x: 0.2, y: -0.3 },
                { x: 0.1, y: 0.02 }
              ],
              4
            ),
            solid.place({ x: 0, y: high * 0.86 }),
            facing + turn * 0.95,
            size
          )
        )
      : [];
  const inner = (dx: number, dy: number, k: number) =>
    ellipse(add(at, { x: dx * size, y: dy * size }), size * k, size * k * (high / 0.5), facing, 28);
  const shapes: Shape[] = [
    ...(star.length > 0 ? [edged(star, green, pen * 0.8)] : []),
    filled([[...solid.meridian(-1), ...solid.meridian(1).reverse()]], tone(colour, -0.34)),
    filled([inner(-0.03, -0.03, 0.44)], colour, 0.75),
    filled([inner(-0.07, -0.08, 0.34)], tone(colour, 0.1), 0.5),
    filled([inner(-0.1, -0.12, 0.22)], tone(colour, 0.3), 0.34)
  ];
  if (look.form === 'stone-fruit')
    shapes.push(
      inkLine(solid.meridian(0.28), pen * 1.6, tone(colour, -0.7), 0.6),
      solid.band(0.16, 0.28, tone(colour, 0.5), 0.2)
    );
  if (look.bloom)
    shapes.push(
      filled([inner(-0.04, -0.05, 0.43)], '#C3CADB', 0.34),
      filled([inner(-0.1, -0.1, 0.26)], '#DDE2EC', 0.3)
    );
  // The window in the gloss, and the light that comes back from below.
  shapes.push(
    filled(
      [
        placed(
          smoothRing(
            [
              { x: -0.3, y: -0.12 },
              { x: -0.24, y: -0.27 },
              { x: -0.1, y: -0.33 },
              { x: -0.12, y: -0.24 },
              { x: -0.21, y: -0.14 }
            ],
            4
          ),
          at,
          0,
          size
        )
      ],
      '#FFFFFF',
      look.bloom ? 0.4 : 0.8
    ),
    solid.band(0.8, 0.93, tone(colour, 0.55), 0.22),
    ...solid.outline()
  );
  if (look.crown === 'eye')
    shapes.push(
      filled([ellipse(solid.place({ x: 0, y: -high * 0.9 }), size * 0.1, size * 0.06, facing, 20)], eyeColour)
    );
  if (look.crown === 'rim-tip')
    shapes.push(
      edged(
        [ellipse(solid.place({ x: 0, y: -high * 0.93 }), size * 0.17, size * 0.07, facing, 20)],
        tone(colour, -0.6),
        pen
      ),
      ...[-1, -0.5, 0, 0.5, 1].map((turn) =>
        edged(
          [
            placed(
              [
                { x: -0.04, y: 0 },
                { x: 0, y: -0.15 },
                { x: 0.04, y: 0 }
              ],
              solid.place({ x: turn * 0.14, y: -high * 0.95 }),
              facing + turn * 0.7,
              size
            )
          ],
          '#8A7A58',
          pen * 0.6
        )
      )
    );
  return shapes;
}

const formOf = (far: FruitForm['far'], round: Profile): FruitForm => ({
  far,
  near: (look, at, facing) => throughLens(look, round, at, facing)
});

export const fleshyForms: Readonly<Record<string, FruitForm>> = {
  berry: formOf(
    (look, at, facing) =>
      look.isLong ? ball(look, at, facing, 0.4, 0.56) : ball(look, at, facing, 0.5, 0.5),
    sphere(0.5)
  ),
  'stone-fruit': formOf(stoneFruit, sphere(0.5)),
  haw: formOf((look, at, facing) => ball(look, at, facing, 0.44, 0.54), sphere(0.44, 0.54))
};
