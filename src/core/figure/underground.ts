import type { Model } from './form';
import { add, ellipse, growSpine, scale, smooth, smoothRing, towards } from './geometry';
import { partOf } from './organs';
import { drawTube, edged, filled, inkLine, lines, tone } from './paint';
import type { Line, Part, Point, Shape } from './scene';

/** Bulbs, corms, tubers and roots, beside a cut through them. */

const rootColours: Readonly<Record<string, string>> = {
  white: '#EDE4CC',
  yellow: '#DDB64C',
  dark: '#6E5440',
  pink: '#D6A49A'
};

const soil = (width: number, pen: number): Shape[] => [
  lines(
    [
      smooth(
        [-0.6, -0.3, 0, 0.3, 0.6].map((x, i) => ({ x: x * width, y: i % 2 ? -1 : 1 })),
        4
      )
    ],
    '#9A845C',
    pen * 1.2,
    0.8
  )
];

export function undergroundPart(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  const own = random.fork('underground');
  const colour = rootColours[traits.state('root-colour') ?? 'white']!;
  const edge = tone(colour, -0.7);
  const w = 20;
  const shapes: Shape[] = [
    ...drawTube(
      growSpine({ x: 0, y: 0 }, 0, 0, w * 1.1, 6),
      (t) => w * (0.5 - 0.12 * t),
      { colour: tone(form.colour.stem, 0.3), pen },
      own
    )
  ];
  const rootHairs = (from: Point, count: number, reach: number, spread = 1.2): Shape =>
    lines(
      Array.from(
        { length: count },
        (_, i) =>
          growSpine(
            add(from, { x: ((i + 0.5) / count - 0.5) * w * 0.7, y: 0 }),
            Math.PI - ((i + 0.5) / count - 0.5) * spread,
            own.between(-0.6, 0.6),
            reach * own.between(0.6, 1.1),
            6
          ).points
      ),
      tone(colour, -0.3),
      pen * 0.9
    );
  let outline: Point[] = ellipse({ x: 0, y: w }, w, w);
  const cut: Shape[] = [];
  const sap = traits.state('root-sap');
  const side = { x: w * 3.1, y: w * 1.2 };
  const disc = (r: number, rings: readonly number[]): void => {
    cut.push(
      edged([ellipse(side, r, r * 0.94, 0, 24)], tone(colour, 0.4), pen),
      lines(
        rings.map((k) => ellipse(side, r * k, r * k * 0.94, 0, 20)),
        edge,
        pen * 0.6,
        0.5
      )
    );
  };
  const body = (points: Line): Point[] => (outline = smoothRing(points, 4));
  switch (traits.state('underground')) {
    case 'bulb': {
      const ring = body([
        { x: -w * 0.3, y: 0 },
        { x: -w * 0.62, y: w * 0.9 },
        { x: -w * 0.4, y: w * 2 },
        { x: 0, y: w * 2.3 },
        { x: w * 0.4, y: w * 2 },
        { x: w * 0.62, y: w * 0.9 },
        { x: w * 0.3, y: 0 }
      ]);
      shapes.push(
        rootHairs({ x: 0, y: w * 2.2 }, 8, w * 1.3),
        edged([ring], '#F3EDDC', pen),
        lines(
          [-0.32, 0, 0.32].map((k) =>
            smooth(
              [
                { x: k * w * 0.5, y: w * 0.1 },
                { x: k * w * 1.5, y: w * 1.1 },
                { x: k * w * 0.6, y: w * 2.1 }
              ],
              4
            )
          ),
          '#B7AC8C',
          pen * 0.7,
          0.8
        )
      );
      disc(w * 0.8, [0.8, 0.6, 0.38, 0.18]);
      break;
    }
    case 'corm': {
      const ring = body([
        { x: -w * 0.4, y: 0 },
        { x: -w * 0.95, y: w * 0.9 },
        { x: -w * 0.7, y: w * 1.9 },
        { x: w * 0.1, y: w * 2.1 },
        { x: w * 0.9, y: w * 1.6 },
        { x: w * 0.85, y: w * 0.7 },
        { x: w * 0.4, y: 0 }
      ]);
      shapes.push(
        rootHairs({ x: 0, y: w * 2 }, 9, w),
        edged([ring], '#6B4A34', pen),
        lines(
          [-0.5, -0.15, 0.25, 0.6].map((k) =>
            smooth(
              [
                { x: k * w * 0.5, y: w * 0.1 },
                { x: k * w * 1.3, y: w },
                { x: k * w, y: w * 1.9 }
              ],
              4
            )
          ),
          '#A07A54',
          pen * 0.7,
          0.8
        )
      );
      cut.push(
        edged([ellipse(side, w * 0.92, w * 0.88, 0, 24)], '#6B4A34', pen),
        filled([ellipse(side, w * 0.8, w * 0.76, 0, 24)], '#F5EFDF')
      );
      break;
    }
    case 'finger-tubers': {
      const fingers = [-1.05, -0.5, 0, 0.5, 1.05].map((turn, i) => {
        const spine = growSpine(
          { x: turn * w * 0.3, y: w * 0.25 },
          Math.PI - turn * 0.7,
          turn * 0.3,
          w * own.between(2.2, 3.1),
          10
        );
        const half = (sign: number) =>
          [0.14, 0.36, 0.44, 0.4, 0.22].map((k, j) =>
            add(
              spine.place(j / 4.4),
              scale(towards(spine.heading(Math.min(0.99, j / 4.4)) + Math.PI / 2), sign * k * w)
            )
          );
        return { ring: smooth([...half(-1), spine.place(1), ...half(1).reverse()], 3), i };
      });
      outline = fingers[2]!.ring;
      shapes.push(
        ...fingers.flatMap(({ ring }) => [
          edged([ring], colour, pen),
          filled(
            [ring.slice(Math.floor(ring.length * 0.56), Math.floor(ring.length * 0.95))],
            tone(colour, -0.4),
            0.22
          )
        ]),
        rootHairs({ x: 0, y: w * 0.4 }, 8, w * 0.9, 3)
      );
      disc(w * 0.66, [0.5]);
      break;
    }
    case 'round-tuber': {
      const stalk = growSpine({ x: 0, y: 0 }, Math.PI - 0.1, 0.5, w * 2.2, 12);
      const at = stalk.place(1);
      const ring = body(
        ellipse(at, w * 0.62, w * 0.55, own.between(0, 1), 9).map((p) =>
          add(p, { x: own.between(-1, 1), y: own.between(-1, 1) })
        )
      );
      shapes.push(
        inkLine(stalk.points, pen * 3, edge),
        inkLine(stalk.points, pen * 2, tone(colour, 0.4)),
        edged([ring], colour, pen),
        rootHairs(add(at, { x: 0, y: w * 0.4 }), 4, w * 0.5)
      );
      cut.push(
        edged([ellipse(side, w * 0.6, w * 0.55, 0, 20)], colour, pen),
        filled([ellipse(side, w * 0.52, w * 0.47, 0, 20)], '#F7F2E4')
      );
      break;
    }
    case 'tuber': {
      const ring = body([
        { x: -w * 1.5, y: w * 1 },
        { x: -w * 0.9, y: w * 0.6 },
        { x: 0, y: w * 0.5 },
        { x: w * 1, y: w * 0.7 },
        { x: w * 1.4, y: w * 1.1 },
        { x: w * 0.8, y: w * 1.6 },
        { x: -w * 0.6, y: w * 1.6 }
      ]);
      shapes.push(
        rootHairs({ x: 0, y: w * 0.5 }, 7, w * 1.4, 2),
        edged([ring], tone('#C9AE84', 0.1), pen),
        lines(
          [-0.9, -0.3, 0.4, 0.9].map((k) =>
            smooth(
              [
                { x: k * w, y: w * 0.65 },
                { x: k * w + 3, y: w * 1.1 },
                { x: k * w, y: w * 1.5 }
              ],
              3
            )
          ),
          '#8C724C',
          pen * 0.6,
          0.7
        )
      );
      cut.push(edged([ellipse(side, w * 0.55, w * 0.5, 0, 20)], '#FBF8EE', pen));
      break;
    }
    case 'chambered': {
      const ring = body([
        { x: -w * 0.55, y: 0 },
        { x: -w * 0.9, y: w * 0.9 },
        { x: -w * 0.6, y: w * 1.9 },
        { x: 0, y: w * 2.1 },
        { x: w * 0.6, y: w * 1.9 },
        { x: w * 0.9, y: w * 0.9 },
        { x: w * 0.55, y: 0 }
      ]);
      shapes.push(
        rootHairs({ x: 0, y: w * 1.4 }, 12, w * 1.4, 2.6),
        edged([ring], colour, pen),
        lines(
          [0.4, 0.8, 1.2, 1.6].map((y) =>
            smooth(
              [
                { x: -w * 0.75, y: y * w },
                { x: 0, y: y * w + 4 },
                { x: w * 0.75, y: y * w }
              ],
              4
            )
          ),
          edge,
          pen * 0.7,
          0.6
        )
      );
      const long = ring.map((p) => add(scale(p, 0.9), { x: side.x, y: -w * 0.1 }));
      cut.push(edged([long], '#F7F1DE', pen));
      cut.push(
        edged(
          [0.3, 0.62, 0.94, 1.26, 1.56].map((y) =>
            ellipse({ x: side.x, y: y * w }, w * 0.5, w * 0.11, 0, 14)
          ),
          '#BBAE86',
          pen * 0.7
        )
      );
      break;
    }
    case 'taproot': {
      const spine = growSpine({ x: 0, y: 0 }, Math.PI, own.between(-0.2, 0.2), w * 4, 16);
      const half = (sign: number) =>
        [0.42, 0.46, 0.4, 0.3, 0.2, 0.1].map((k, j) =>
          add(
            spine.place(j / 6),
            scale(
              towards(spine.heading(Math.min(0.99, j / 6)) + Math.PI / 2),
              sign * k * w * own.between(0.9, 1.1)
            )
          )
        );
      outline = smooth([...half(-1), spine.place(1), ...half(1).reverse()], 4);
      const twigs = [0.25, 0.4, 0.55, 0.7].map(
        (t, i) =>
          growSpine(
            spine.place(t),
            Math.PI + (i % 2 ? 1 : -1) * 0.9,
            (i % 2 ? -1 : 1) * 0.5,
            w * (1.4 - t),
            6
          ).points
      );
      shapes.push(
        lines(twigs, tone(colour, -0.35), pen * 1.3),
        edged([outline], colour, pen),
        lines(
          [0.12, 0.24, 0.36, 0.5].map((t) => [
            add(spine.place(t), { x: -w * 0.2, y: 0 }),
            add(spine.place(t), { x: w * 0.16, y: 1 })
          ]),
          edge,
          pen * 0.6,
          0.6
        )
      );
      disc(w * 0.6, [0.62, 0.16]);
      break;
    }
    case 'creeping': {
      const spine = growSpine({ x: -w * 2, y: w * 0.9 }, Math.PI / 2 - 0.1, 0.2, w * 4.4, 16);
      const joints = [0.15, 0.35, 0.55, 0.75, 0.92];
      shapes.push(
        lines(
          joints.flatMap((t) =>
            [-0.4, 0.3].map(
              (turn) =>
                growSpine(
                  spine.place(t),
                  Math.PI + turn,
                  own.between(-0.4, 0.4),
                  w * own.between(0.7, 1.2),
                  5
                ).points
            )
          ),
          tone(colour, -0.35),
          pen
        ),
        ...drawTube(spine, () => w * 0.36, { colour, pen }, own),
        lines(
          joints.map((t) => [
            add(spine.place(t), { x: 0, y: -w * 0.17 }),
            add(spine.place(t), { x: 1.5, y: w * 0.17 })
          ]),
          edge,
          pen * 0.9
        )
      );
      outline = [
        ...spine.points.map((p) => add(p, { x: 0, y: -w * 0.3 })),
        ...spine.points.map((p) => add(p, { x: 0, y: w * 0.3 })).reverse()
      ];
      disc(w * 0.4, [0.5]);
      break;
    }
    default:
      shapes.push(rootHairs({ x: 0, y: 0 }, 16, w * 2.6, 2), rootHairs({ x: 0, y: 0 }, 9, w * 1.6, 2.4));
      outline = [
        { x: -w * 0.6, y: 0 },
        { x: w * 0.6, y: 0 },
        { x: w * 0.9, y: w * 2 },
        { x: -w * 0.9, y: w * 2 }
      ];
  }
  if (cut.length > 0 && sap === 'yellowing')
    cut.push(
      filled(
        [0.6, 2.4, 4.2].map((a) => ellipse(add(side, scale(towards(a), w * 0.36)), w * 0.14, w * 0.2, 0, 9)),
        '#E0A526',
        0.85
      )
    );
  if (cut.length > 0 && sap === 'milky')
    cut.push(
      filled(
        [0.9, 3, 5].map((a) => ellipse(add(side, scale(towards(a), w * 0.4)), w * 0.12, w * 0.18, 0, 9)),
        '#FFFFFF',
        0.95
      )
    );
  return [
    partOf(
      'underground part',
      [...soil(w * 2.6, pen), ...shapes, ...cut],
      traits.shown('underground', 'root-colour', ...(cut.length > 0 ? ['root-sap'] : [])),
      [outline],
      0,
      undefined
    )
  ];
}
