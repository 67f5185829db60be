import type { Random } from '../../random';
import { add, ellipse, placed, scale, smooth, towards } from '../geometry';
import { blend, dots, filled, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { Solid } from '../solid';
import { type FruitForm, type FruitLook, isTiny } from './look';

function fromAfar(look: FruitLook, at: Point, _facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const isSmall = isTiny(look);

  const rays = Array.from({ length: isSmall ? 10 : 26 }, (_, i) => {
    const a = (2 * Math.PI * i) / (isSmall ? 10 : 26);
    return [at, add(at, scale(towards(a), size * 1.6 * random.between(0.9, 1.05)))];
  });
  const tips = rays.flatMap(([, end], i) =>
    isSmall
      ? []
      : [-0.5, 0, 0.5].map((turn) => [
          end!,
          add(end!, scale(towards((2 * Math.PI * i) / 26 + turn), size * 0.35))
        ])
  );
  return [
    filled([ellipse(at, size * 1.75, size * 1.75, 0, 20)], '#F4F3EB', 0.7),
    lines([...rays, ...tips], '#8F9484', pen * 0.4, 0.85),
    dots(
      rays.map(([, end]) => add(at, scale({ x: end!.x - at.x, y: end!.y - at.y }, 0.3))),
      colour,
      Math.max(pen, size * 0.16)
    ),
    filled([ellipse(at, size * 0.24, size * 0.2, 0, 8)], blend('#F4F3EB', colour, 0.3))
  ];
}

function throughLens(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const low = placed([{ x: 0, y: 1.1 }], at, facing, size)[0]!;
  const nut = new Solid(
    [
      [0.02, 0.5],
      [0.1, 0.3],
      [0.15, -0.1],
      [0.11, -0.38],
      [0.03, -0.5]
    ],
    look,
    low,
    facing
  );
  const hub = placed([{ x: 0, y: -0.5 }], at, facing, size)[0]!;
  const rays = Array.from({ length: 26 }, (_, i) => {
    const turn = facing + ((i - 12.5) / 13) * 1.25 + random.between(-0.04, 0.04);
    return smooth(
      [
        hub,
        add(hub, scale(towards(turn), size * 0.7)),
        add(hub, scale(towards(turn * 1.14), size * 1.35 * random.between(0.94, 1.04)))
      ],
      4
    );
  });
  return [
    ...nut.body(),
    ...nut.ribs([-0.6, 0, 0.6], 0.16),
    ...nut.outline(),
    inkLine([nut.place({ x: 0, y: -0.5 }), hub], pen * 1.8, tone(colour, -0.4)),
    filled([[hub, ...rays.map((ray) => ray[ray.length - 1]!)]], '#EDEBDF', 0.6),
    ...rays.map((ray) => inkLine(ray, pen * 1.1, '#8F9484')),
    dots([hub], tone(colour, -0.4), pen * 4)
  ];
}

export const parachute: FruitForm = { far: fromAfar, near: throughLens };
