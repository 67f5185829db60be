import type { FruitLook } from '../fruit-look';
import { add, ellipse, placed, smoothRing } from '../geometry';
import { edged, filled, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid, sphere } from '../solid';

/** Berries, stone fruits, hips and red cups, near. */

export const fleshy: Readonly<Record<string, Profile>> = {
  berry: sphere(0.5),
  'stone-fruit': sphere(0.5),
  haw: sphere(0.44, 0.54)
};

export function fleshyFruit(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const profile = look.isLong ? sphere(0.42, 0.56) : fleshy[look.form]!;
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

/** A seed that sits in a fleshy cup, open at its tip. */
export function redCup(look: FruitLook, at: Point, facing: number): Shape[] {
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
