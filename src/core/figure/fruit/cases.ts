import type { FruitLook } from './look';
import { add, ellipse, golden, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { edged, filled, inkLine, lines, tone } from '../paint';
import type { Line, Point, Shape } from '../scene';

/** Fruits that are many or open: heads of nuts, stars of pods, cases with thorns or lobes, the strawberry. */

/** What is left of detail where a fruit is hardly larger than the pen. */
const isSmall = ({ size, pen }: FruitLook): boolean => size < pen * 9;

/** Many small nuts, each with a short beak, on one head. */
export function nutletHead(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const nuts = golden(isSmall(look) ? 7 : 26, size * 0.42).sort((a, b) => a.y - b.y);
  const k = size * (isSmall(look) ? 0.19 : 0.1);
  return [
    filled([ellipse(at, size * 0.42, size * 0.46, facing, 20)], tone(colour, -0.4)),
    ...nuts.flatMap((p): Shape[] => {
      const place = add(at, { x: p.x, y: p.y * 1.05 });
      const out = Math.hypot(p.x, p.y) < 1e-6 ? facing : Math.atan2(p.x, -p.y);
      const beak: Line[] = [[place, add(place, scale(towards(out + 0.3), k * 1.5))]];
      return [
        ...(isSmall(look) ? [] : [lines(beak, tone(colour, -0.55), pen * 0.7, 0.9)]),
        edged([ellipse(place, k * 0.78, k, out, 10)], colour, pen * 0.5, tone(colour, -0.6)),
        filled(
          [ellipse(add(place, { x: -k * 0.2, y: -k * 0.25 }), k * 0.24, k * 0.3, out, 7)],
          '#FFFFFF',
          0.35
        )
      ];
    })
  ];
}

/** Two long pods from one flower, or one where they are stout: spindles that taper into a beak. */
function spindles({ size, colour, pen, ratio = 0.3 }: FruitLook, at: Point, facing: number): Shape[] {
  const foot = add(at, scale(towards(facing), -size * 0.46));
  const wide = ratio / 2;
  return (ratio > 0.18 ? [0] : [-0.12, 0.12]).flatMap((turn) => {
    const lay = (line: Line) => placed(line, foot, facing + turn, size);
    return [
      edged(
        [
          lay(
            smoothRing(
              [
                { x: 0, y: 0 },
                { x: -wide, y: -0.3 },
                { x: -wide * 0.86, y: -0.58 },
                { x: 0, y: -1 },
                { x: wide * 0.86, y: -0.58 },
                { x: wide, y: -0.3 }
              ],
              4
            )
          )
        ],
        colour,
        pen * 0.8,
        tone(colour, -0.6)
      ),
      inkLine(
        lay([
          { x: wide * 0.2, y: -0.06 },
          { x: wide * 0.36, y: -0.46 },
          { x: 0, y: -0.94 }
        ]),
        pen * 0.7,
        tone(colour, -0.5),
        0.8
      )
    ];
  });
}

/** Pods that spread from one point, each with a seam and a beak. */
export function follicles(look: FruitLook, at: Point, facing: number): Shape[] {
  if (look.ratio) return spindles(look, at, facing);
  const { size, colour, pen } = look;
  const foot = add(at, scale(towards(facing), -size * 0.36));
  const pod = (turn: number, k: number): Shape[] => {
    const lay = (line: Line) => placed(line, foot, facing + turn, size * k);
    return [
      edged(
        [
          lay(
            smoothRing(
              [
                { x: 0, y: 0 },
                { x: -0.17, y: -0.3 },
                { x: -0.15, y: -0.62 },
                { x: -0.02, y: -0.86 },
                { x: 0.05, y: -1.02 },
                { x: 0.1, y: -0.8 },
                { x: 0.15, y: -0.36 }
              ],
              4
            )
          )
        ],
        colour,
        pen * 0.8,
        tone(colour, -0.6)
      ),
      filled(
        [
          lay(
            smooth(
              [
                { x: 0.02, y: -0.04 },
                { x: 0.03, y: -0.9 },
                { x: 0.13, y: -0.4 },
                { x: 0.02, y: -0.04 }
              ],
              3
            )
          )
        ],
        tone(colour, -0.4),
        0.35
      ),
      inkLine(
        lay([
          { x: -0.02, y: -0.06 },
          { x: -0.04, y: -0.5 },
          { x: 0.02, y: -0.94 }
        ]),
        pen * 0.7,
        tone(colour, -0.6),
        0.8
      )
    ];
  };
  return [
    [-0.95, 0.8],
    [0.95, 0.8],
    [-0.45, 0.92],
    [0.48, 0.92],
    [0, 0.96]
  ].flatMap(([turn, k]) => pod(turn!, k!));
}

/** A strawberry hangs or stands with its pips outside and its sepals at the stalk. */
export function strawberry(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const lay = (line: Line) => placed(line, at, facing, size);
  const body = lay(
    smoothRing(
      [
        { x: 0, y: 0.44 },
        { x: -0.36, y: 0.38 },
        { x: -0.43, y: 0.08 },
        { x: -0.26, y: -0.3 },
        { x: 0, y: -0.52 },
        { x: 0.26, y: -0.3 },
        { x: 0.43, y: 0.08 },
        { x: 0.36, y: 0.38 }
      ],
      4
    )
  );
  const pips = isSmall(look)
    ? []
    : golden(26, 0.4)
        .map(({ x, y }) => ({ x: x * (0.9 - 0.35 * Math.max(0, -y * 2)), y: y * 1.1 - 0.02 }))
        .map((p) => ellipse(lay([p])[0]!, size * 0.024, size * 0.034, facing, 8));
  const sepals = [-1.25, -0.62, 0, 0.62, 1.25].map((turn) =>
    placed(
      smoothRing(
        [
          { x: 0, y: 0.04 },
          { x: -0.09, y: -0.16 },
          { x: 0, y: -0.4 },
          { x: 0.09, y: -0.16 }
        ],
        3
      ),
      lay([{ x: 0, y: 0.42 }])[0]!,
      facing + turn * 1.25,
      size
    )
  );
  return [
    edged([body], colour, pen, tone(colour, -0.6)),
    filled([lay(ellipse({ x: 0.14, y: 0.02 }, 0.24, 0.36, 0, 18))], tone(colour, -0.3), 0.3),
    filled([lay(ellipse({ x: -0.16, y: 0.1 }, 0.1, 0.16, 0.3, 12))], '#FFFFFF', 0.4),
    ...(pips.length > 0 ? [edged(pips, '#E3C15B', pen * 0.5, '#8F6A1F')] : []),
    ...(look.crown === 'none' ? [] : [edged(sepals, green, pen * 0.7, tone(green, -0.55))])
  ];
}

/** A thorn-apple: a case in four quarters with stiff thorns all round. */
export function thornyCase(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const many = isSmall(look) ? 9 : 22;
  const thorn = (turn: number, from: number, to: number, wide: number) =>
    placed(
      [
        { x: -wide, y: -from },
        { x: 0, y: -to },
        { x: wide, y: -from }
      ],
      at,
      turn,
      size
    );
  const rim = Array.from({ length: many }, (_, i) => thorn((i / many) * 2 * Math.PI, 0.33, 0.52, 0.035));
  const face = isSmall(look)
    ? []
    : golden(16, size * 0.3).map((p) =>
        placed(
          [
            { x: -0.03, y: 0 },
            { x: p.x / size / 3, y: -0.12 + p.y / size / 3 },
            { x: 0.03, y: 0 }
          ],
          add(at, p),
          facing * 0.2,
          size
        )
      );
  const dark = tone(colour, -0.6);
  return [
    edged(rim, tone(colour, 0.15), pen * 0.6, dark),
    edged([ellipse(at, size * 0.34, size * 0.38, facing, 24)], colour, pen, dark),
    filled(
      [ellipse(add(at, { x: size * 0.1, y: size * 0.04 }), size * 0.2, size * 0.3, facing, 18)],
      tone(colour, -0.35),
      0.3
    ),
    lines(
      [-0.16, 0.16].map((x) =>
        placed(
          smooth(
            [
              { x: x * 0.3, y: 0.36 },
              { x, y: 0 },
              { x: x * 0.3, y: -0.36 }
            ],
            3
          ),
          at,
          facing,
          size
        )
      ),
      dark,
      pen * 0.8,
      0.7
    ),
    ...(face.length > 0 ? [edged(face, tone(colour, 0.2), pen * 0.6, dark)] : [])
  ];
}

/** Spindle: four rounded lobes, gaping over seeds in an orange coat. */
export function lobedCase(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const turns = [0, 1, 2, 3].map((i) => facing + Math.PI / 4 + (i * Math.PI) / 2);
  const lobe = (turn: number) =>
    ellipse(add(at, scale(towards(turn), size * 0.23)), size * 0.22, size * 0.26, turn, 16);
  const seed = (turn: number) =>
    ellipse(add(at, scale(towards(turn), size * 0.4)), size * 0.1, size * 0.13, turn, 12);
  const seeds = turns.slice(0, 2).map((turn) => seed(turn + Math.PI / 4));
  return [
    edged(seeds, '#E8862A', pen * 0.7, '#8A4A12'),
    ...turns.flatMap((turn): Shape[] => {
      const shine = add(at, add(scale(towards(turn), size * 0.22), { x: -size * 0.05, y: -size * 0.07 }));
      return [
        edged([lobe(turn)], colour, pen * 0.8, tone(colour, -0.5)),
        filled([ellipse(shine, size * 0.07, size * 0.09, turn, 9)], '#FFFFFF', 0.35)
      ];
    }),
    lines(
      turns.map((turn) => [at, add(at, scale(towards(turn + Math.PI / 4), size * 0.24))]),
      tone(colour, -0.6),
      pen * 0.9
    )
  ];
}
