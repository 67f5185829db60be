import type { Random } from '../random';
import type { FruitLook } from './fruit-look';
import { follicles, lobedCase, nutletHead, strawberry, thornyCase } from './fruit-cases';
import { add, ellipse, placed, scale, smooth, smoothRing, towards } from './geometry';
import { blend, dots, edged, filled, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';

/** Single fruits by their described form, as small as they are in a cluster. Sizes in millimetres. */

const line = (...pairs: readonly (readonly [number, number])[]): Point[] => pairs.map(([x, y]) => ({ x, y }));

function ball(look: FruitLook, at: Point, facing: number, rx: number, ry: number): Shape[] {
  const { size, colour, pen } = look;
  const isSmall = size < pen * 6;
  const ring = ellipse(at, size * rx, size * ry, facing, isSmall ? 10 : 18);
  const shapes: Shape[] = [];
  if (look.crown === 'star-below') {
    const foot = add(at, scale(towards(facing), -size * ry * 0.8));
    const star = Array.from({ length: 5 }, (_, i) =>
      placed(
        line([-0.12, 0], [-0.2, -0.3], [0, -0.62], [0.2, -0.3], [0.12, 0]),
        foot,
        facing + (i - 2) * 1.05,
        size
      )
    );
    shapes.push(edged(star, look.green, pen * 0.5));
  }
  shapes.push(
    edged([ring], colour, pen * (isSmall ? 0.5 : 0.8)),
    filled(
      [ellipse(add(at, { x: size * 0.12, y: size * 0.14 }), size * rx * 0.74, size * ry * 0.7, facing, 10)],
      tone(colour, -0.6),
      0.3
    )
  );
  if (look.bloom)
    shapes.push(
      filled(
        [
          ellipse(
            add(at, { x: -size * 0.06, y: -size * 0.08 }),
            size * rx * 0.8,
            size * ry * 0.76,
            facing,
            10
          )
        ],
        '#B9C2D6',
        0.42
      )
    );
  shapes.push(
    filled(
      [ellipse(add(at, { x: -size * 0.15, y: -size * 0.18 }), size * 0.1, size * 0.07, -0.6, 8)],
      '#FFFFFF',
      look.bloom ? 0.4 : 0.75
    )
  );
  if (look.crown === 'rim-tip') {
    const tip = add(at, scale(towards(facing), size * ry * 0.86));
    shapes.push(
      edged([ellipse(tip, size * 0.2, size * 0.1, facing, 10)], tone(colour, -0.55), pen * 0.6),
      lines(
        [-0.8, -0.3, 0.3, 0.8].map((turn) => [tip, add(tip, scale(towards(facing + turn), size * 0.17))]),
        tone(colour, -0.75),
        pen * 0.7
      )
    );
  }
  return shapes;
}

/** Ribs along a small dry fruit. */
const ribs = (at: Point, facing: number, size: number, wide: number, many: number): Line[] =>
  Array.from({ length: many }, (_, i) => {
    const k = ((i + 1) / (many + 1)) * 2 - 1;
    return placed(
      smooth(line([k * wide * 0.7, 0.42], [k * wide, 0], [k * wide * 0.6, -0.42]), 3),
      at,
      facing,
      size
    );
  });

/** @param at middle of the fruit @param facing direction of its tip; 0 is up */
export function drawFruit(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { form, size, colour, pen } = look;
  const isSmall = size < pen * 6.5;
  const body = (points: Line, steps = 3) => placed(smoothRing(points, steps), at, facing, size);
  const styles = (): Shape[] =>
    look.crown === 'styles' && (!isSmall || form === 'cylinder')
      ? [
          lines(
            [-0.4, 0.4].map((turn) => {
              const tip = add(at, scale(towards(facing), size * 0.46));
              return [
                tip,
                add(tip, scale(towards(facing + turn), size * (form === 'cylinder' ? 0.42 : 0.2)))
              ];
            }),
            tone(colour, -0.6),
            pen * 0.5
          )
        ]
      : [];
  const ribbed = (rx: number, ry: number, many: number): Shape[] => [
    edged([ellipse(at, size * rx, size * ry, facing, isSmall ? 8 : 14)], colour, pen * 0.5),
    ...(isSmall ? [] : [lines(ribs(at, facing, size, rx, many), tone(colour, -0.5), pen * 0.5, 0.8)]),
    ...styles()
  ];
  switch (form) {
    case 'berry':
      return look.isLong ? ball(look, at, facing, 0.4, 0.56) : ball(look, at, facing, 0.5, 0.5);
    case 'stone-fruit':
      return [
        ...ball(look, at, facing, 0.5, 0.5),
        lines(
          [placed(smooth(line([0.05, 0.46], [0.14, 0], [0.05, -0.46]), 3), at, facing, size)],
          tone(colour, -0.6),
          pen * 0.5,
          0.6
        )
      ];
    case 'haw':
      return ball(look, at, facing, 0.44, 0.54);
    case 'red-cup':
      return [
        edged(
          [
            body(
              line([-0.5, 0.1], [-0.4, 0.5], [0.4, 0.5], [0.5, 0.1], [0.42, -0.36], [0, -0.3], [-0.42, -0.36])
            )
          ],
          colour,
          pen * 0.7
        ),
        edged(
          [ellipse(add(at, scale(towards(facing), size * 0.24)), size * 0.26, size * 0.2, facing, 12)],
          '#6F4A3A',
          pen * 0.6
        ),
        filled([ellipse(add(at, { x: -size * 0.2, y: 0 }), size * 0.08, size * 0.14, 0, 8)], '#FFFFFF', 0.6)
      ];
    case 'nutlet-head':
      return nutletHead(look, at, facing);
    case 'follicles':
      return follicles(look, at, facing);
    case 'strawberry':
      return strawberry(look, at, facing);
    case 'thorny-capsule':
      return thornyCase(look, at, facing);
    case 'lobed-case':
      return lobedCase(look, at, facing);
    case 'drupelets': {
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
    case 'spiny':
    case 'burr': {
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
    case 'wavy-ridged': {
      const waves = [-0.3, -0.1, 0.12, 0.32].map((k) =>
        placed(
          smooth(
            Array.from({ length: 8 }, (_, i) => ({ x: k + (i % 2 ? 0.055 : -0.055), y: 0.4 - 0.115 * i })),
            2
          ),
          at,
          facing,
          size
        )
      );
      return [
        edged([ellipse(at, size * 0.46, size * 0.5, facing, 14)], colour, pen * 0.6),
        ...(isSmall ? [] : [lines(waves, tone(colour, -0.55), pen * 0.6, 0.85)]),
        ...styles()
      ];
    }
    case 'ribbed-egg':
      return ribbed(0.36, 0.5, 3);
    case 'cylinder':
      return ribbed(0.22, 0.5, 2);
    case 'long-smooth':
      return [
        edged(
          [
            body(
              line(
                [-0.1, 0.46],
                [-0.14, 0.1],
                [-0.07, -0.3],
                [0, -0.54],
                [0.07, -0.3],
                [0.14, 0.1],
                [0.1, 0.46]
              ),
              2
            )
          ],
          colour,
          pen * 0.5
        ),
        ...styles()
      ];
    case 'flat-winged':
      return [
        edged(
          [ellipse(at, size * 0.42, size * 0.5, facing, isSmall ? 8 : 16)],
          tone(colour, 0.35),
          pen * 0.6
        ),
        filled([ellipse(at, size * 0.28, size * 0.4, facing, isSmall ? 6 : 12)], colour, 0.8),
        ...(isSmall
          ? []
          : [
              lines(
                [-0.14, -0.05, 0.05, 0.14].map((k) =>
                  placed(
                    [
                      { x: k, y: -0.36 },
                      { x: k * 0.9, y: 0.06 }
                    ],
                    at,
                    facing,
                    size
                  )
                ),
                tone(colour, -0.6),
                pen * 0.7,
                0.85
              )
            ]),
        ...styles()
      ];
    case 'pod':
      return [
        edged(
          [
            body(
              line(
                [-0.025, 0.5],
                [-0.035, 0],
                [-0.02, -0.44],
                [0, -0.52],
                [0.02, -0.44],
                [0.035, 0],
                [0.025, 0.5]
              ),
              1
            )
          ],
          colour,
          pen * 0.5
        )
      ];
    case 'short-pod':
      return [
        edged([ellipse(at, size * 0.4, size * 0.48, facing, 12)], colour, pen * 0.6),
        lines(
          [
            placed(
              [
                { x: 0, y: 0.46 },
                { x: 0, y: -0.6 }
              ],
              at,
              facing,
              size
            )
          ],
          tone(colour, -0.5),
          pen * 0.5
        )
      ];
    case 'capsule':
      return [
        edged(
          [
            body(
              line([-0.2, 0.5], [-0.4, 0.1], [-0.3, -0.36], [0, -0.5], [0.3, -0.36], [0.4, 0.1], [0.2, 0.5]),
              2
            )
          ],
          colour,
          pen * 0.6
        ),
        lines(
          [-0.14, 0.14].map((k) =>
            placed(smooth(line([k * 0.6, 0.44], [k, 0], [k * 0.5, -0.44]), 2), at, facing, size)
          ),
          tone(colour, -0.5),
          pen * 0.6,
          0.8
        )
      ];
    case 'nutlets':
      return [
        edged(
          [
            placed(
              line(
                [-0.5, 0.4],
                [-0.6, -0.5],
                [-0.25, -0.1],
                [0, -0.6],
                [0.25, -0.1],
                [0.6, -0.5],
                [0.5, 0.4]
              ),
              at,
              facing,
              size * 1.4
            )
          ],
          look.green,
          pen * 0.5
        ),
        edged(
          [-0.2, 0.2].map((x) =>
            ellipse(add(at, { x: x * size, y: size * 0.1 }), size * 0.2, size * 0.26, 0, 8)
          ),
          colour,
          pen * 0.4
        )
      ];
    case 'parachute': {
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
    case 'three-winged':
      return [
        edged(
          [body(line([0, 0.5], [-0.42, 0.2], [-0.44, -0.2], [0, -0.52], [0.44, -0.2], [0.42, 0.2]), 2)],
          colour,
          pen * 0.5
        ),
        edged([ellipse(at, size * 0.16, size * 0.24, facing, 8)], tone(colour, -0.35), pen * 0.4),
        lines(
          [
            placed(
              [
                { x: 0, y: 0.44 },
                { x: 0, y: -0.46 }
              ],
              at,
              facing,
              size
            )
          ],
          tone(colour, -0.5),
          pen * 0.4,
          0.7
        )
      ];
    default:
      return [edged([ellipse(at, size * 0.42, size * 0.42, 0, 7)], colour, pen * 0.35, tone(colour, -0.6))];
  }
}
