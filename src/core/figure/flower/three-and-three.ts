import { add, ellipse, placed, scale, towards } from '../geometry';
import { edged, filled, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour, petalShapes } from './look';
import { petal, modelled } from './petals';

/** A snowdrop: three long segments hang apart round three short ones with a green notch. */
function fromAfar(look: FlowerLook, { at, facing }: FlowerPose): Shape[] {
  const { size, colour, pen, green } = look;
  const foot = add(at, scale(towards(facing), size * 0.14));
  const leaf = (turn: number, long: number, wide: number) =>
    placed(
      petalShapes['round']!.map(({ x, y }) => ({ x: x * size * wide, y: y * size * long })),
      foot,
      facing + turn,
      1
    );
  const inner = leaf(0, 0.5, 0.62);
  const mark = ellipse(add(foot, scale(towards(facing), size * 0.4)), size * 0.09, size * 0.05, facing, 10);
  return [
    edged([leaf(0, 0.86, 0.5)], tone(colour, -0.12), pen * 0.6, outlineColour),
    edged([inner], colour, pen * 0.5, outlineColour),
    ...(look.marks === 'spotted' ? [filled([mark], '#5E8F3E')] : []),
    edged([leaf(-0.55, 0.9, 0.56), leaf(0.55, 0.9, 0.56)], colour, pen * 0.6, outlineColour),
    edged([ellipse(at, size * 0.1, size * 0.15, facing, 10)], green, pen * 0.6, outlineColour)
  ];
}

/** A hanging flower of three long and three short segments. @param at its foot */
function throughLens(look: FlowerLook, at: Point, facing: number): Shape[] {
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

export const threeAndThree: FlowerForm = { far: fromAfar, near: throughLens };
