import type { Random } from '../../random';
import { add, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';

/** How one fruit looks, from afar and near. Sizes in millimetres. */
export interface FruitLook {
  readonly form: string;
  readonly size: number;
  readonly colour: string;
  /** What is left of the flower on it. */
  readonly crown: string;
  /** A pale bloom over the skin. */
  readonly bloom: boolean;
  /** A berry longer than it is wide. */
  readonly isLong: boolean;
  /** How far oil lines run down a flat fruit; none where that is not described. */
  readonly oilLines: 'whole' | 'half' | undefined;
  /** Width to length, where a dry fruit is no egg. */
  readonly ratio?: number;
  readonly green: string;
  readonly pen: number;
}

/** @param at middle of the fruit @param facing direction of its tip; 0 is up */
type Draw = (look: FruitLook, at: Point, facing: number, random: Random) => Shape[];

/** A form of fruit: as one of many, and as it is seen through a lens, where that is not the same. */
export interface FruitForm {
  readonly far: Draw;
  readonly near?: Draw;
}

export const line = (...pairs: readonly (readonly [number, number])[]): Point[] =>
  pairs.map(([x, y]) => ({ x, y }));

/** Too small for what stands on its skin. */
export const isTiny = ({ size, pen }: FruitLook): boolean => size < pen * 6.5;

/** An outline in shares of the size, rounded, at its place. */
export const bodyOf =
  ({ size }: FruitLook, at: Point, facing: number) =>
  (points: Line, steps = 3): Line =>
    placed(smoothRing(points, steps), at, facing, size);

/** The two styles that stay on fruits of the carrot family. */
export function stylesOf(look: FruitLook, at: Point, facing: number): Shape[] {
  const { form, size, colour, pen, crown } = look;
  if (crown !== 'styles' || (isTiny(look) && form !== 'cylinder')) return [];
  return [
    lines(
      [-0.4, 0.4].map((turn) => {
        const tip = add(at, scale(towards(facing), size * 0.46));
        return [tip, add(tip, scale(towards(facing + turn), size * (form === 'cylinder' ? 0.42 : 0.2)))];
      }),
      tone(colour, -0.6),
      pen * 0.5
    )
  ];
}

/** Ribs along a small dry fruit. */
export const ribs = (at: Point, facing: number, size: number, wide: number, many: number): Line[] =>
  Array.from({ length: many }, (_, i) => {
    const k = ((i + 1) / (many + 1)) * 2 - 1;
    return placed(
      smooth(line([k * wide * 0.7, 0.42], [k * wide, 0], [k * wide * 0.6, -0.42]), 3),
      at,
      facing,
      size
    );
  });
