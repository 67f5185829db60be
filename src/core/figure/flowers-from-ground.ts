import type { Recipe } from '../knowledge';
import type { Random } from '../random';
import { type DrawnFlowers, outlined, petal } from './flowers';
import { add, ellipse, growSpine, pathData, smooth } from './geometry';
import { drawTube, inkColour, tone } from './ink';
import type { Point, Shape } from './scene';
import { leafStrip } from './umbel';

/** What rises from the ground beside or instead of leaves: hoods, goblets, and the scales at a foot. */

/** Lords-and-ladies: a club in a pale hood that stands open. Every hood is folded a little differently. */
export function hoodedClub(
  base: Point,
  size: number,
  recipe: Recipe,
  pen: number,
  random: Random
): DrawnFlowers {
  const lean = random.between(-0.06, 0.12);
  const open = random.between(0.26, 0.34);
  const point = (x: number, y: number): Point => ({
    x: base.x + size * (x + lean * y),
    y: base.y - size * y
  });
  const hood = smooth(
    [
      point(0, 0),
      point(-0.15, 0.12),
      point(-0.12, 0.3),
      point(-open, 0.55),
      point(-open * 0.8, 0.82),
      point(0.05, 1.08),
      point(0.16, 0.84),
      point(open * 0.7, 0.58),
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
      point(0.04, 1),
      point(0.1, 0.8),
      point(0.08, 0.5),
      point(-0.07, 0.32)
    ],
    5
  );
  const club = ellipse(point(0, 0.56), size * 0.055, size * 0.22, -lean, 16);
  return {
    shapes: [
      ...outlined(hood, recipe.colour.flower, pen),
      { d: pathData(inside, true), fill: tone(recipe.colour.flower, 0.45), opacity: 0.9 },
      {
        d: pathData(ellipse(point(0.08, 0.2), size * 0.04, size * 0.14), true),
        fill: tone(recipe.colour.flower, -0.35),
        opacity: 0.3
      },
      ...outlined(club, '#6B4560', pen * 0.9)
    ],
    points: hood
  };
}

/** Autumn crocus: goblets of six on long pale tubes straight from the ground. */
export function goblets(
  base: Point,
  size: number,
  recipe: Recipe,
  pen: number,
  random: Random
): DrawnFlowers {
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const count = random.integer(2, 3);
  for (let i = 0; i < count; i += 1) {
    const lean = (i - (count - 1) / 2) * 0.32 + random.between(-0.06, 0.06);
    const foot = add(base, { x: (i - 1) * size * 0.14, y: 0 });
    const tube = growSpine(foot, lean, lean * 0.3, size * 0.6, 10);
    shapes.push(
      ...drawTube(tube, () => size * 0.06, { colour: recipe.colour.stem, pen }, random.fork(`tube ${i}`))
    );
    for (const turn of [-0.42, 0.42, -0.2, 0.2, 0]) {
      const leaf = petal(tube.place(1), tube.heading(0.99) + turn, size * 0.46, size * 0.2, false);
      shapes.push(
        ...outlined(
          leaf,
          tone(recipe.colour.flower, turn === 0 ? 0.2 : Math.abs(turn) > 0.3 ? -0.12 : 0.05),
          pen * 0.8
        )
      );
      points.push(...leaf);
    }
  }
  return { shapes, points: [...points, base] };
}

/** Papery scales that wrap the foot of a shoot. */
export const footScales = (foot: Point, width: number, height: number, pen: number): Shape[] =>
  [0, 1].flatMap((i) => {
    const tall = height * (1 - 0.32 * i);
    const outline = smooth(
      [
        { x: foot.x - width * 0.62, y: foot.y },
        { x: foot.x - width * 0.7, y: foot.y - tall * 0.55 },
        { x: foot.x + width * (i ? -0.25 : 0.2), y: foot.y - tall },
        { x: foot.x + width * 0.66, y: foot.y - tall * 0.5 },
        { x: foot.x + width * 0.62, y: foot.y }
      ],
      5
    );
    return [
      ...outlined(outline, i ? '#A06C74' : '#B98A86', pen),
      leafStrip(
        [
          { x: foot.x, y: foot.y },
          { x: foot.x, y: foot.y - tall * 0.8 }
        ],
        width * 0.05,
        inkColour
      )
    ];
  });
