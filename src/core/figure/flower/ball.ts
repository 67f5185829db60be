import type { Random } from '../../random';
import { add, ellipse, golden, scale, towards } from '../geometry';
import { dots, edged, filled, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import type { FlowerForm, FlowerLook } from './look';

/** Flowers of which one sees stamens alone, and many of them as one fluffy ball. */

/** @param threads how many stand out over the rim @param specks anthers on the face */
function fluff(look: FlowerLook, at: Point, threads: number, specks: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const r = size / 2;
  const deep = tone(colour, -0.3);
  const ends = Array.from({ length: threads }, (_, i) => {
    const turn = (2 * Math.PI * (i + random.between(0, 0.7))) / threads;
    return [
      add(at, scale(towards(turn), r * 0.55)),
      add(at, scale(towards(turn), r * random.between(0.88, 1.04)))
    ];
  });
  return [
    filled([ellipse(at, r * 0.84, r * 0.84, 0, 16)], colour, 0.8),
    lines(ends, deep, pen * 0.45, 0.9),
    edged([ellipse(at, r * 0.6, r * 0.6, 0, 14)], tone(colour, -0.1), pen * 0.3, deep),
    dots(
      [...golden(specks, r * 0.8).map((p) => add(at, p)), ...ends.map(([, tip]) => tip!)],
      tone(colour, 0.35),
      Math.max(pen * 0.9, r * 0.09)
    )
  ];
}

export const ball: FlowerForm = {
  far: (look, { at }, random) => fluff(look, at, look.size < look.pen * 9 ? 12 : 26, 10, random),
  near: (look, at, _facing, random) => fluff(look, at, 70, 46, random)
};
