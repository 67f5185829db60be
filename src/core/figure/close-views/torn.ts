import type { Random } from '../../random';
import { ellipse, growSpine, smooth } from '../geometry';
import type { Model } from '../form';
import { cutEnd, partOf, tubeArea } from '../organs';
import { drawTube, edged, lines, tone } from '../paint';
import type { Line, Part, Point } from '../scene';

/** Pieces broken across and pulled apart: what holds the halves. */

/**
 * @param threads where threads hang between the halves, as shares of the width
 * @param shown the character that the broken piece is about
 */
export function tornPiece(
  { form, pen, traits }: Model,
  organ: 'leaf stalk' | 'stem',
  width: number,
  at: Point,
  threads: readonly number[],
  shown: string,
  random: Random
): Part {
  const gap = width * 2.6;
  const colour = form.colour.stem;
  // Both halves lean a little apart; what was torn is pale and ragged.
  const halves = ([-1, 1] as const).map((sign) => {
    const spine = growSpine(
      { x: at.x, y: at.y + (sign * gap) / 2 },
      (sign < 0 ? 0 : Math.PI) + random.between(0.05, 0.14),
      random.between(-0.1, 0.1),
      width * 3,
      6
    );
    const edge = Array.from({ length: 7 }, (_, i) => ({
      x: at.x + width * (0.5 - i / 6),
      y: at.y + sign * (gap / 2 - random.between(0, 0.26) * width)
    }));
    const ragged = [
      ...edge,
      ...ellipse({ x: at.x, y: at.y + (sign * gap) / 2 }, width / 2, width * 0.12, 0, 14)
    ];
    return {
      area: tubeArea(spine, width),
      shapes: [
        ...drawTube(spine, () => width, { colour, pen }, random),
        ...cutEnd(spine.place(1), width, spine.heading(0.99), undefined, colour, pen),
        edged([ragged], tone(colour, 0.5), pen * 0.8)
      ]
    };
  });
  const hanging = threads.map((x, i): Line =>
    smooth(
      [
        { x: at.x + x * width, y: at.y - gap * 0.55 },
        { x: at.x + (x + (i % 2 ? 0.14 : -0.14)) * width, y: at.y },
        { x: at.x + x * width * 0.9, y: at.y + gap * 0.55 }
      ],
      4
    )
  );
  return partOf(
    organ,
    [
      ...halves.flatMap(({ shapes }) => shapes),
      ...(hanging.length > 0
        ? [lines(hanging, '#7C7A5E', pen * 2.4), lines(hanging, '#F1EED8', pen * 1.4)]
        : [])
    ],
    traits.shown(shown),
    halves.flatMap(({ area }) => area),
    2,
    at
  );
}
