import { add, ellipse, scale, towards } from '../geometry';
import { edged, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { bodyOf, type FruitForm, type FruitLook, line } from './look';

/** Nutlets in a flat ring, seen from above in their opened calyx. */
const ring =
  (segments: number) =>
  (look: FruitLook, at: Point, facing: number): Shape[] => {
    const { size, colour, green, pen } = look;
    const rays = Array.from({ length: segments }, (_, i) => facing + (2 * Math.PI * i) / segments);
    const sepals = Array.from({ length: 5 }, (_, i) => {
      const turn = facing + (2 * Math.PI * (i + 0.5)) / 5;
      return bodyOf(
        look,
        add(at, scale(towards(turn), size * 0.42)),
        turn
      )(line([-0.2, 0.1], [0, -0.28], [0.2, 0.1], [0, 0.2]));
    });
    return [
      edged(sepals, green, pen * 0.6),
      edged([ellipse(at, size * 0.46, size * 0.44, 0, 22)], colour, pen * 0.9),
      lines(
        rays.map((turn) => [
          add(at, scale(towards(turn), size * 0.13)),
          add(at, scale(towards(turn), size * 0.44))
        ]),
        tone(colour, -0.6),
        pen * 0.6
      ),
      edged([ellipse(at, size * 0.13, size * 0.12, 0, 12)], tone(colour, -0.3), pen * 0.6),
      inkLine(ellipse(at, size * 0.04, size * 0.04, 0, 8), pen * 0.8)
    ];
  };

export const nutRing: FruitForm = { far: ring(9), near: ring(13) };
