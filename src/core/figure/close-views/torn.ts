import type { Random } from '../../random';
import { smooth } from '../geometry';
import type { Model } from '../form';
import { partOf } from '../organs';
import { edged, lines } from '../paint';
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
  const half = (sign: -1 | 1): Point[] => {
    const ragged = Array.from({ length: 7 }, (_, i) => ({
      x: at.x + width * (0.5 - i / 6),
      y: at.y + sign * (gap / 2 + random.between(-0.12, 0.12) * width)
    }));
    return [
      ...ragged,
      { x: at.x - width * 0.5, y: at.y + sign * (gap / 2 + width * 3) },
      { x: at.x + width * 0.5, y: at.y + sign * (gap / 2 + width * 3) }
    ];
  };
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
  const halves = [half(-1), half(1)];
  return partOf(
    organ,
    [
      edged(halves, form.colour.stem, pen),
      ...(hanging.length > 0
        ? [lines(hanging, '#7C7A5E', pen * 2.4), lines(hanging, '#F1EED8', pen * 1.4)]
        : [])
    ],
    traits.shown(shown),
    halves,
    2,
    at
  );
}
