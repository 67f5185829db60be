import { add, ellipse, placed, scale } from '../geometry';
import { edged, filled, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { Solid, sphere } from '../solid';
import { crownOf } from './carrot-family';
import { type FruitForm, type FruitLook, isTiny, stylesOf } from './look';

function fromAfar(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const isSmall = isTiny(look);
  return [
    edged([ellipse(at, size * 0.42, size * 0.5, facing, isSmall ? 8 : 16)], tone(colour, 0.35), pen * 0.6),
    filled([ellipse(at, size * 0.28, size * 0.4, facing, isSmall ? 6 : 12)], colour, 0.8),
    ...(isSmall || !look.oilLines
      ? []
      : [
          lines(
            [-0.14, -0.05, 0.05, 0.14].map((k) =>
              placed(
                [
                  { x: k, y: -0.36 },
                  { x: k * 0.9, y: 0.06 }
                ],
                at,
                facing,
                size
              )
            ),
            tone(colour, -0.6),
            pen * 0.7,
            0.85
          )
        ]),
    ...stylesOf(look, at, facing)
  ];
}

function throughLens(look: FruitLook, at: Point, facing: number): Shape[] {
  const { colour, pen, size } = look;
  const rim = new Solid(sphere(0.44), { ...look, colour: tone(colour, 0.4) }, at, facing);
  const core = new Solid(sphere(0.31, 0.41), look, at, facing);
  // Oil tubes shine through from the tip downwards.
  const isWhole = look.oilLines === 'whole';
  const tubes = (look.oilLines ? [-0.66, -0.24, 0.24, 0.66] : []).map((k) =>
    (isWhole ? [0.02, 0.2, 0.38, 0.56, 0.72] : [0.02, 0.12, 0.22, 0.32, 0.42]).map((t) =>
      add(
        at,
        scale(placed([{ x: k * 0.3 * Math.sin(Math.PI * (0.2 + t)), y: -0.38 + t }], at, facing)[0]!, size)
      )
    )
  );
  return [
    ...rim.body(tone(colour, 0.4)),
    ...core.body(),
    ...tubes.map((tube) => inkLine(tube, pen * (isWhole ? 1.8 : 3), tone(colour, -0.6))),
    // Short ones end in a club.
    ...(isWhole
      ? []
      : tubes.map((tube) =>
          filled([ellipse(tube[tube.length - 1]!, pen * 2.6, pen * 3.4, facing, 10)], tone(colour, -0.6))
        )),
    lines([core.meridian(-1), core.meridian(1)], tone(colour, -0.5), pen * 0.7, 0.7),
    ...rim.outline(),
    ...crownOf(look, rim, 0.13, 0.2)
  ];
}

export const flatWinged: FruitForm = { far: fromAfar, near: throughLens };
