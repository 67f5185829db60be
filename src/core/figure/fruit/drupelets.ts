import type { Random } from '../../random';
import { add, ellipse, placed, smoothRing } from '../geometry';
import { edged, filled, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type FruitForm, type FruitLook, line } from './look';

function fromAfar(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;

  const grains = [
    ...Array.from({ length: 7 }, (_, i) => ({
      x: 0.36 * Math.sin((i / 7) * 2 * Math.PI),
      y: 0.34 * Math.cos((i / 7) * 2 * Math.PI) + 0.08
    })),
    ...Array.from({ length: 5 }, (_, i) => ({
      x: 0.2 * Math.sin((i / 5) * 2 * Math.PI + 0.4),
      y: 0.2 * Math.cos((i / 5) * 2 * Math.PI + 0.4) - 0.08
    })),
    { x: 0, y: -0.24 }
  ];
  const many = look.bloom ? grains.slice(4) : grains;
  return [
    edged(
      [
        placed(
          line([-0.4, 0.5], [-0.2, 0.34], [0, 0.56], [0.2, 0.34], [0.4, 0.5], [0.1, 0.2], [-0.1, 0.2]),
          at,
          facing,
          size
        )
      ],
      look.green,
      pen * 0.5
    ),
    ...many.flatMap((place) => {
      const [middle] = placed([place], at, facing, size);
      const tint = look.bloom ? colour : random.next() < 0.2 ? tone(colour, 0.12) : colour;
      return [
        edged([ellipse(middle!, size * 0.17, size * 0.16, 0, 9)], tint, pen * 0.45, tone(colour, -0.6)),
        filled(
          [ellipse(add(middle!, { x: -size * 0.05, y: -size * 0.06 }), size * 0.045, size * 0.035, 0, 6)],
          look.bloom ? '#C5CBDD' : '#FFFFFF',
          0.7
        )
      ];
    })
  ];
}

function throughLens(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen, green } = look;
  const isFew = look.bloom;
  const rows: readonly (readonly [number, number, number])[] = isFew
    ? [
        [4, 0.24, 0.1],
        [3, 0.2, -0.14],
        [1, 0, -0.3]
      ]
    : [
        [6, 0.4, 0.26],
        [7, 0.42, 0.08],
        [6, 0.36, -0.1],
        [5, 0.26, -0.26],
        [3, 0.12, -0.4]
      ];
  const r = isFew ? 0.2 : 0.125;
  const sepals = Array.from({ length: 5 }, (_, i) =>
    placed(
      smoothRing(
        [
          { x: -0.09, y: 0 },
          { x: -0.1, y: -0.2 },
          { x: 0, y: -0.46 },
          { x: 0.1, y: -0.2 },
          { x: 0.09, y: 0 }
        ],
        4
      ),
      placed([{ x: 0, y: 0.36 }], at, facing, size)[0]!,
      facing + Math.PI + (i - 2) * 0.62,
      size * 0.9
    )
  );
  return [
    edged(sepals, green, pen * 0.8),
    ...rows.flatMap(([count, wide, y]) =>
      Array.from({ length: count }, (_, i) => {
        const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
        return {
          x: share * wide + random.between(-0.02, 0.02),
          y: y + 0.07 * (1 - share * share) + random.between(-0.02, 0.02)
        };
      }).flatMap((place): Shape[] => {
        const middle = placed([place], at, facing, size)[0]!;
        const round = (dx: number, k: number) =>
          ellipse(add(middle, { x: dx * size, y: dx * size }), size * r * k, size * r * k, 0, 18);
        return [
          edged([round(0, 1)], tone(colour, -0.3), pen * 0.8, tone(colour, -0.75)),
          filled([round(-0.012, 0.78)], colour, 0.9),
          ...(isFew ? [filled([round(-0.01, 0.8)], '#C3CADB', 0.4)] : []),
          filled(
            [
              ellipse(
                add(middle, { x: -size * r * 0.35, y: -size * r * 0.38 }),
                size * r * 0.22,
                size * r * 0.15,
                -0.6,
                10
              )
            ],
            '#FFFFFF',
            isFew ? 0.5 : 0.85
          )
        ];
      })
    )
  ];
}

export const drupelets: FruitForm = { far: fromAfar, near: throughLens };
