import type { Random } from '../../random';
import { add, ellipse, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { edged, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';
import { Solid, sphere } from '../solid';
import { type FruitForm, type FruitLook, isTiny, ribs } from './look';

/** A long fruit that narrows into a tail, with bristles along it that point to its tip. */
function bristled(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen, ratio = 1 } = look;
  const wide = ratio / 2;
  const body = placed(
    smoothRing(
      [
        { x: -wide * 0.2, y: 0.5 },
        { x: -wide * 0.7, y: 0.1 },
        { x: -wide, y: -0.2 },
        { x: 0, y: -0.5 },
        { x: wide, y: -0.2 },
        { x: wide * 0.7, y: 0.1 },
        { x: wide * 0.2, y: 0.5 }
      ],
      3
    ),
    at,
    facing,
    size
  );
  const many = isTiny(look) ? 4 : 12;
  const bristles = [-1, 1].flatMap((side) =>
    Array.from({ length: many }, (_, i): Line => {
      const y = 0.46 - (0.7 * i) / many;
      const x = side * wide * (0.3 + 0.6 * (1 - Math.abs(y)));
      return placed(
        [
          { x, y },
          { x: x + side * random.between(0.05, 0.09), y: y - random.between(0.07, 0.12) }
        ],
        at,
        facing,
        size
      );
    })
  );
  return [
    lines(bristles, tone(colour, -0.3), pen * 0.7, 0.9),
    edged([body], colour, pen * 0.6),
    ...(isTiny(look)
      ? []
      : [lines(ribs(at, facing, size, wide * 0.7, 2), tone(colour, -0.45), pen * 0.5, 0.7)])
  ];
}

function fromAfar(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  if (look.ratio) return bristled(look, at, facing, random);
  const { form, size, colour, pen } = look;
  const isSmall = isTiny(look);

  const spines = Array.from({ length: isSmall ? 5 : 22 }, (_, i) => {
    const a = (2 * Math.PI * i) / (isSmall ? 5 : 22) + random.between(-0.1, 0.1);
    const from = { x: 0.3 * Math.sin(a), y: -0.46 * Math.cos(a) };
    const to = { x: 0.52 * Math.sin(a), y: -0.66 * Math.cos(a) };
    const hook = { x: to.x + 0.05, y: to.y - 0.05 };
    return placed(isSmall ? [from, to] : [from, to, hook], at, facing, size);
  });
  const shape = form === 'burr' ? 0.42 : 0.34;
  return [
    lines(spines, tone(colour, -0.4), pen * 0.5, 0.9),
    edged([ellipse(at, size * shape, size * 0.46, facing, isSmall ? 7 : 12)], colour, pen * 0.5),
    ...(isSmall ? [] : [lines(ribs(at, facing, size, shape, 3), tone(colour, -0.5), pen * 0.45, 0.7)])
  ];
}

/** Rows of hooked spines along the ridges, as of carrot; or hooks all over two round halves, as of cleavers. */
function throughLens(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  if (look.ratio) return bristled(look, at, facing, random);
  const { colour, pen } = look;
  const hook = (from: Point, outward: number, reach: number): Point[] => {
    const tip = add(from, scale(towards(outward), reach));
    return smooth(
      [
        from,
        add(from, scale(towards(outward), reach * 0.6)),
        tip,
        add(tip, scale(towards(outward + 2), reach * 0.2))
      ],
      3
    );
  };
  const spines = (solid: Solid, shares: readonly number[], every: number, reach: number): Line[] =>
    shares.flatMap((share) =>
      solid
        .meridian(share)
        .filter((_, i, all) => i > 3 && i < all.length - 3 && i % every === 0)
        .map((from) => {
          const away = Math.asin(Math.max(-1, Math.min(1, share)));
          return hook(
            from,
            facing + away + random.between(-0.12, 0.12),
            reach * (0.35 + 0.65 * Math.abs(share))
          );
        })
    );
  const coat = (all: readonly Line[], width: number) => [lines(all, tone(colour, -0.45), width, 0.95)];
  if (look.form === 'spiny') {
    const solid = new Solid(sphere(0.32), look, at, facing);
    return [
      ...solid.body(),
      ...solid.ribs([-0.55, 0, 0.55], 0.1),
      ...solid.outline(),
      ...coat(spines(solid, [-1, -0.55, 0, 0.55, 1], 4, look.size * 0.24), pen * 1.6)
    ];
  }
  return [-1, 1].flatMap((side) => {
    const middle = placed([{ x: side * 0.24, y: 0.16 }], at, facing, look.size)[0]!;
    const solid = new Solid(sphere(0.27, 0.32), look, middle, facing);
    const shares = [-1, -0.7, -0.3, 0.1, 0.5, 0.8, 1].filter((share) => side * share > -0.9);
    return [
      ...solid.body(),
      ...solid.outline(),
      ...coat(spines(solid, shares, 5, look.size * 0.17), pen * 1.3)
    ];
  });
}

export const burr: FruitForm = { far: fromAfar, near: throughLens };
