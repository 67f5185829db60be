import type { Random } from '../../random';
import type { FlowerLook } from '../flower';
import { add, ellipse, scale, smoothRing, towards } from '../geometry';
import { blend, edged, filled, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { modelled, petal, pollen } from './petals';
import { radial } from './radial';

/** Daffodil and snowdrop, near. */

/** Six segments round a frilled cup, seen from the front. */
export function trumpet(look: FlowerLook, at: Point, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const r = size / 2;
  const deep = tone(blend(colour, '#E08A1E', 0.4), -0.04);
  const frill = smoothRing(
    Array.from({ length: 28 }, (_, i) =>
      add(at, scale(towards((i / 28) * 2 * Math.PI), r * (i % 2 ? 0.47 : 0.41)))
    ),
    3
  );
  const folds = Array.from({ length: 14 }, (_, i) => {
    const out = towards((i / 14) * 2 * Math.PI + 0.1);
    return inkLine(
      [add(at, scale(out, r * 0.27)), add(at, scale(out, r * 0.4))],
      pen * 0.8,
      tone(deep, -0.4),
      0.6
    );
  });
  return [
    ...radial(
      look,
      at,
      { kind: 'pointed', count: look.petals || 6, wide: 0.74, sepals: false, stamens: 0, ovary: 0 },
      random
    ),
    ...modelled(frill, deep, pen),
    ...folds,
    filled([ellipse(at, r * 0.26, r * 0.26, 0, 24)], tone(deep, -0.4)),
    ...Array.from({ length: 6 }, (_, i) => add(at, scale(towards(i * 1.05 + 0.3), r * 0.13))).map((place) =>
      edged([ellipse(place, r * 0.045, r * 0.03, 0.4, 10)], pollen, pen * 0.6)
    )
  ];
}

/** A hanging flower of three long and three short segments. @param at its foot */
export function threeAndThree(look: FlowerLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green, marks } = look;
  const foot = add(at, scale(towards(facing), size * 0.14));
  const segment = (turn: number, long: number, wide: number, shade = 0) =>
    petal(
      'round',
      foot,
      facing + turn,
      size * long,
      size * wide,
      tone(colour, shade),
      pen,
      [-0.4, -0.15, 0.15, 0.4]
    );
  const mouth = add(foot, scale(towards(facing), size * 0.42));
  const notch = [-0.06, 0.06].map((x) =>
    ellipse(
      add(mouth, scale(towards(facing + Math.PI / 2), x * size)),
      size * 0.05,
      size * 0.03,
      facing + x * 6,
      12
    )
  );
  return [
    ...segment(0, 0.88, 0.4, -0.12),
    ...petal('notched', foot, facing - 0.1, size * 0.52, size * 0.34, colour, pen),
    ...petal('notched', foot, facing + 0.1, size * 0.52, size * 0.34, colour, pen),
    ...(marks === 'spotted' ? [filled(notch, '#5E8F3E', 0.9)] : []),
    ...segment(-0.6, 0.92, 0.44),
    ...segment(0.6, 0.92, 0.44),
    ...modelled(ellipse(at, size * 0.1, size * 0.16, facing, 20), green, pen)
  ];
}
