import { radialAfar, radialNear } from './radial';
import type { Random } from '../../random';
import { add, ellipse, scale, smoothRing, towards } from '../geometry';
import { blend, dots, edged, filled, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, onFace, outlineColour } from './look';
import { pollen, modelled } from './petals';

/** A daffodil: six segments, and a frilled cup in front of them. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const lay = onFace(pose);
  const r = size / 2;
  const deep = tone(blend(colour, '#E08A1E', 0.35), -0.05);
  const frill = Array.from({ length: 24 }, (_, i) =>
    scale(towards((i / 24) * 2 * Math.PI), r * (i % 2 ? 0.46 : 0.4))
  );
  const lift = scale(towards(pose.facing), pose.tilt * r * 0.5);
  const raised = (line: readonly Point[]) => lay(line).map((p) => add(p, lift));
  return [
    ...radialAfar({ ...look, marks: 'plain' }, pose, 'pointed', look.petals || 6, 1.15, 0),
    edged([raised(smoothRing(frill, 2))], deep, pen * 0.6, outlineColour),
    filled([raised(ellipse({ x: 0, y: 0 }, r * 0.28, r * 0.28, 0, 12))], tone(deep, -0.35)),
    dots(
      Array.from({ length: 6 }, (_, i) => raised([scale(towards(i + 0.4), r * 0.13)])[0]!),
      '#F0D774',
      Math.max(pen * 0.8, r * 0.07)
    )
  ];
}

/** Six segments round a frilled cup, seen from the front. */
function throughLens(look: FlowerLook, at: Point, _facing: number, random: Random): Shape[] {
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
    ...radialNear(
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

export const trumpet: FlowerForm = { far: fromAfar, near: throughLens };
