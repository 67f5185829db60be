import type { Random } from '../../random';
import { add, ellipse, scale, towards } from '../geometry';
import { dots, edged, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import type { FlowerForm, FlowerLook, FlowerPose } from './look';
import { petal, pollen, stigmaGreen, modelled } from './petals';

/** Tiny green flowers without petals: little balls with their stamens. */
function fromAfar(look: FlowerLook, pose: FlowerPose, random: Random): Shape[] {
  const { size, pen, colour } = look;
  const balls = Array.from({ length: 3 }, () =>
    ellipse(
      add(pose.at, { x: random.between(-0.4, 0.4) * size, y: random.between(-0.4, 0.4) * size }),
      size * 0.42,
      size * 0.36,
      0,
      7
    )
  );
  return [edged(balls, colour, pen * 0.35, tone(colour, -0.6))];
}

/** Tiny flowers without petals: some cups of green lobes with their stamens. */
function throughLens(look: FlowerLook, at: Point, _facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  return [
    { x: -0.2, y: 0.16 },
    { x: 0.2, y: 0.18 },
    { x: 0, y: -0.18 }
  ].flatMap((place) => {
    const middle = add(at, scale(place, size));
    const turn = random.between(0, 1);
    const r = size * 0.26;
    const turns = Array.from({ length: 4 }, (_, i) => turn + (i * Math.PI) / 2);
    return [
      ...turns.flatMap((a) => petal('pointed', middle, a, r, r * 0.9, colour, pen, [0])),
      ...turns.map((a) =>
        inkLine([middle, add(middle, scale(towards(a + 0.8), r * 0.8))], pen * 1.2, '#C9CFA8')
      ),
      dots(
        turns.map((a) => add(middle, scale(towards(a + 0.8), r * 0.84))),
        pollen,
        r * 0.24
      ),
      ...modelled(ellipse(middle, r * 0.24, r * 0.24, 0, 12), stigmaGreen, pen)
    ];
  });
}

export const noPetals: FlowerForm = { far: fromAfar, near: throughLens };
