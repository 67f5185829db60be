import type { Random } from '../random';
import { add, ellipse, growSpine, placed, scale, smooth, towards } from './geometry';
import { edged, filled, inkLine, lines, tone } from './paint';
import type { Point, Shape } from './scene';
import { outlineColour, petalShapes } from './flower';

/** Flowers that come straight from the ground: a club in its hood, a goblet on its tube. */

/** Arums: a club in a hood that stands open. Every hood is folded a little differently. */
export function hoodedClub(
  base: Point,
  size: number,
  colours: { readonly hood: string; readonly club: string },
  pen: number,
  random: Random
): Shape[] {
  const colour = colours.hood;
  const lean = random.between(-0.1, 0.16);
  const open = random.between(0.24, 0.36);
  const tip = random.between(0.98, 1.14);
  const mirror = random.next() < 0.5 ? -1 : 1;
  const point = (x: number, y: number): Point => ({
    x: base.x + mirror * size * (x + lean * y),
    y: base.y - size * y
  });
  const hood = smooth(
    [
      point(0, 0),
      point(-0.14, 0.12),
      point(-0.11, 0.3),
      point(-open, random.between(0.5, 0.6)),
      point(-open * 0.8, 0.82),
      point(random.between(-0.02, 0.1), tip),
      point(0.16, 0.84),
      point(open * 0.7, random.between(0.52, 0.62)),
      point(0.12, 0.32),
      point(0.14, 0.12),
      point(0, 0)
    ],
    5
  );
  const inside = smooth(
    [
      point(-0.07, 0.32),
      point(-open * 0.75, 0.56),
      point(-open * 0.6, 0.8),
      point(0.04, tip - 0.08),
      point(0.1, 0.8),
      point(0.08, 0.5),
      point(-0.07, 0.32)
    ],
    5
  );
  const fold = smooth([point(0.1, 0.3), point(open * 0.5, 0.56), point(0.13, 0.84)], 5);
  const club = ellipse(point(0, 0.56), size * 0.05, size * 0.21, -lean * mirror, 16);
  return [
    filled([hood], colour),
    filled([inside], tone(colour, 0.5), 0.9),
    filled(
      [[...fold, ...smooth([point(0.16, 0.84), point(open * 0.7, 0.57), point(0.12, 0.32)], 5)]],
      tone(colour, -0.4),
      0.35
    ),
    filled([ellipse(point(0.07, 0.18), size * 0.05, size * 0.14, 0)], tone(colour, -0.4), 0.25),
    edged([club], colours.club, pen * 0.8),
    filled(
      [ellipse(point(-0.018, 0.58), size * 0.014, size * 0.14, -lean * mirror, 10)],
      tone(colours.club, 0.45),
      0.7
    ),
    inkLine(hood, pen * 1.1),
    inkLine(fold, pen * 0.8)
  ];
}

/** Autumn crocus: a goblet of six on a long pale tube straight from the ground. */
export function goblet(foot: Point, size: number, lean: number, colour: string, pen: number): Shape[] {
  const tube = growSpine(foot, lean, lean * 0.3, size * 0.6, 10);
  const top = tube.place(1);
  const petal = petalShapes['round']!;
  const leaf = (turn: number, k: number) =>
    placed(
      petal.map(({ x, y }) => ({ x: x * 0.42, y })),
      top,
      tube.heading(0.99) + turn,
      size * 0.44 * k
    );
  return [
    lines([tube.points], '#6E6470', size * 0.048 + pen * 1.4),
    lines([tube.points], '#EFE6F0', size * 0.048),
    edged([leaf(-0.36, 0.95), leaf(0.36, 0.95), leaf(0, 1)], tone(colour, -0.14), pen * 0.7, outlineColour),
    edged([leaf(-0.17, 0.96)], colour, pen * 0.7, outlineColour),
    edged([leaf(0.17, 0.96)], tone(colour, 0.14), pen * 0.7, outlineColour),
    lines(
      [-0.3, -0.2, 0.2, 0.3].map((turn) => [
        top,
        add(top, scale(towards(tube.heading(0.99) + turn), size * 0.36))
      ]),
      tone(colour, -0.3),
      pen * 0.4,
      0.5
    )
  ];
}
