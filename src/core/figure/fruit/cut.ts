import type { Random } from '../../random';
import { add, ellipse, placed, scale, smoothRing, towards } from '../geometry';
import { edged, filled, inkColour, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import type { FruitLook } from './look';

/** A fruit cut across: one stone, a few seeds, or many. */
export function cutFruit(look: FruitLook, at: Point, seeds: string, random: Random): Shape[] {
  const r = look.size / 2;
  const flesh = tone(look.colour, 0.62);
  const places =
    seeds === 'one-stone' || seeds === 'half-moon'
      ? [at]
      : seeds === 'few-stones'
        ? [0, 1, 2].map((i) => add(at, scale(towards(i * 2.1 + 0.4), r * 0.4)))
        : Array.from({ length: 18 }, (_, i) =>
            add(at, scale(towards(i * 2.4 + random.between(-0.2, 0.2)), r * 0.74 * Math.sqrt((i + 0.5) / 18)))
          );
  const k =
    seeds === 'half-moon' ? 0.55 : seeds === 'one-stone' ? 0.5 : seeds === 'few-stones' ? 0.27 : 0.115;
  const seed = (place: Point, share: number, turn: number) =>
    placed(
      smoothRing(
        seeds === 'half-moon'
          ? [
              { x: 0.2, y: -0.95 },
              { x: -0.75, y: -0.55 },
              { x: -0.95, y: 0.3 },
              { x: -0.1, y: 0.95 },
              { x: 0.35, y: 0.6 },
              { x: -0.3, y: 0.2 },
              { x: -0.2, y: -0.35 },
              { x: 0.45, y: -0.6 }
            ]
          : [
              { x: 0, y: -1 },
              { x: 0.68, y: -0.3 },
              { x: 0.6, y: 0.62 },
              { x: 0, y: 0.9 },
              { x: -0.6, y: 0.62 },
              { x: -0.68, y: -0.3 }
            ],
        4
      ),
      place,
      turn,
      r * k * share
    );
  const laid = places.map((place) => ({
    place,
    turn: Math.atan2(place.x - at.x, at.y - place.y) + random.between(-0.3, 0.3)
  }));
  return [
    edged([ellipse(at, r, r, 0, 40)], look.colour, look.pen * 1.2, inkColour),
    filled([ellipse(at, r * 0.9, r * 0.9, 0, 40)], flesh),
    filled([ellipse(at, r * 0.66, r * 0.66, 0, 32)], tone(look.colour, 0.74), 0.7),
    lines(
      Array.from({ length: 16 }, (_, i) => {
        const out = towards((i / 16) * 2 * Math.PI + 0.1);
        return [add(at, scale(out, r * 0.7)), add(at, scale(out, r * 0.86))];
      }),
      look.colour,
      look.pen * 0.8,
      0.4
    ),
    ...laid.flatMap(({ place, turn }): Shape[] => [
      edged([seed(place, 1, turn)], '#C2A06C', look.pen * 0.9),
      filled([seed(add(place, { x: -r * k * 0.1, y: -r * k * 0.12 }), 0.6, turn)], '#DCC295', 0.8)
    ])
  ];
}
