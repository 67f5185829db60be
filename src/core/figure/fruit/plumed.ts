import type { Random } from '../../random';
import { add, growSpine, scale, towards } from '../geometry';
import { dots, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import type { FruitForm, FruitLook } from './look';

/** Seeds in a head, each with a long feathery tail. @param tails how many @param barbs hairs on each side of one */
const head =
  (tails: number, barbs: number) =>
  (look: FruitLook, at: Point, facing: number, random: Random): Shape[] => {
    const { size, colour, pen } = look;
    const spines = Array.from({ length: tails }, (_, i) => {
      const turn = facing + (2 * Math.PI * i) / tails + random.between(-0.22, 0.22);
      return growSpine(
        add(at, scale(towards(turn), size * 0.06)),
        turn,
        random.between(0.9, 2) * (i % 3 ? 1 : -1),
        size * random.between(0.4, 0.66),
        10
      );
    });
    const hairs = spines.flatMap((spine) =>
      Array.from({ length: barbs }, (_, i) => 0.15 + (0.85 * i) / barbs).flatMap((t) =>
        [-1, 1].map((side) => {
          const root = spine.place(t);
          return [
            root,
            add(
              root,
              scale(towards(spine.heading(Math.min(t, 0.99)) + side * 0.6), size * 0.085 * (1.1 - 0.7 * t))
            )
          ];
        })
      )
    );
    return [
      lines(hairs, '#B9BAAB', pen * 0.45, 0.9),
      lines(
        spines.map(({ points }) => [...points]),
        '#7F7B68',
        pen * 0.7
      ),
      dots(
        spines.map((spine) => spine.place(0.04)),
        tone(colour, -0.2),
        Math.max(pen * 1.4, size * 0.06)
      )
    ];
  };

export const plumed: FruitForm = { far: head(13, 5), near: head(22, 14) };
