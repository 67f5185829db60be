import type { Random } from '../../random';
import { add, ellipse, placed, scale, smoothRing, towards } from '../geometry';
import { edged, filled, inkColour, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import type { FruitLook } from './look';

/** A stone or seed with its light side. */
const stone = (ring: (k: number) => Point[], pen: number): Shape[] => [
  edged([ring(1)], '#C2A06C', pen * 0.9),
  filled([ring(0.6)], '#DCC295', 0.8)
];

/** Drupelets round a pale core, each cut through its own stone. */
function cutAggregate({ size, colour, pen }: FruitLook, at: Point): Shape[] {
  const r = size / 2;
  const around = Array.from({ length: 9 }, (_, i) => {
    const turn = (i / 9) * 2 * Math.PI + 0.2;
    return { turn, middle: add(at, scale(towards(turn), r * 0.68)) };
  });
  const k = r * 0.3;
  return [
    ...around.flatMap(({ turn, middle }): Shape[] => [
      edged([ellipse(middle, k, k, 0, 18)], colour, pen, inkColour),
      filled([ellipse(middle, k * 0.82, k * 0.82, 0, 16)], tone(colour, 0.5), 0.8),
      ...stone((share) => ellipse(middle, k * 0.3 * share, k * 0.5 * share, turn, 12), pen * 0.8)
    ]),
    edged([ellipse(at, r * 0.42, r * 0.42, 0, 26)], '#EFE8CF', pen * 0.9, '#8C8560'),
    lines(
      around.map(({ turn }) => [at, add(at, scale(towards(turn), r * 0.36))]),
      '#B9B08A',
      pen * 0.7,
      0.7
    )
  ];
}

/** A fleshy cup cut lengthwise, open above, with its one seed in the middle. */
function cutCup({ size, colour, pen }: FruitLook, at: Point): Shape[] {
  const lay = (points: readonly (readonly [number, number])[]) =>
    placed(
      smoothRing(
        points.map(([x, y]) => ({ x, y })),
        4
      ),
      at,
      0,
      size
    );
  const cup = lay([
    [-0.26, -0.4],
    [-0.46, -0.24],
    [-0.5, 0.1],
    [-0.34, 0.42],
    [0, 0.5],
    [0.34, 0.42],
    [0.5, 0.1],
    [0.46, -0.24],
    [0.26, -0.4],
    [0.28, -0.1],
    [0.22, 0.2],
    [0, 0.28],
    [-0.22, 0.2],
    [-0.28, -0.1]
  ]);
  return [
    edged([cup], tone(colour, 0.45), pen * 1.2, inkColour),
    { rings: [cup], closed: true, stroke: colour, width: pen * 1.6, opacity: 0.7 },
    ...stone((k) => ellipse(add(at, { x: 0, y: -size * 0.06 }), size * 0.17 * k, size * 0.26 * k, 0, 20), pen)
  ];
}

/** A fruit cut: one stone, a few seeds, or many; an aggregate and a cup as they are built. */
export function cutFruit(look: FruitLook, at: Point, seeds: string, random: Random): Shape[] {
  if (look.form === 'drupelets') return cutAggregate(look, at);
  if (look.form === 'red-cup') return cutCup(look, at);
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
    ...laid.flatMap(({ place, turn }) =>
      stone(
        (share) => seed(share < 1 ? add(place, { x: -r * k * 0.1, y: -r * k * 0.12 }) : place, share, turn),
        look.pen
      )
    )
  ];
}
