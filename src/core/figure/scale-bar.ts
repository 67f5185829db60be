import { lines } from './paint';
import type { Figure, Line, Shape } from './scene';

/** A bar under a figure that says how large the living plant is. Its label is drawn, so that a plate holds no text. */

const steps: readonly (readonly [number, string])[] = [
  [0.5, '0.5 mm'],
  [1, '1 mm'],
  [2, '2 mm'],
  [5, '5 mm'],
  [10, '1 cm'],
  [20, '2 cm'],
  [50, '5 cm'],
  [100, '10 cm'],
  [200, '20 cm'],
  [500, '50 cm'],
  [1000, '1 m']
];

/** Strokes of the few signs that a label needs, in a box 4 wide and 6 high. */
const signs: Readonly<Record<string, readonly (readonly (readonly [number, number])[])[]>> = {
  '0': [
    [
      [0.6, 1],
      [0.6, 5],
      [1.6, 6],
      [2.6, 5],
      [2.6, 1],
      [1.6, 0],
      [0.6, 1]
    ]
  ],
  '1': [
    [
      [0.7, 1.4],
      [1.9, 0],
      [1.9, 6]
    ]
  ],
  '2': [
    [
      [0.5, 1.3],
      [1.3, 0],
      [2.4, 0.2],
      [2.7, 1.5],
      [0.5, 6],
      [2.9, 6]
    ]
  ],
  '5': [
    [
      [2.6, 0],
      [0.8, 0],
      [0.6, 2.6],
      [1.9, 2.2],
      [2.8, 3.4],
      [2.4, 5.5],
      [1.2, 6],
      [0.4, 5.3]
    ]
  ],
  '.': [[[1, 5.9]]],
  c: [
    [
      [2.7, 2.9],
      [1.7, 2.3],
      [0.7, 3.2],
      [0.7, 5.1],
      [1.7, 6],
      [2.7, 5.4]
    ]
  ],
  m: [
    [
      [0.4, 2.4],
      [0.4, 6]
    ],
    [
      [0.4, 3.1],
      [1.3, 2.4],
      [2.1, 3.1],
      [2.1, 6]
    ],
    [
      [2.1, 3.1],
      [3, 2.4],
      [3.8, 3.1],
      [3.8, 6]
    ]
  ]
};
const widths: Readonly<Record<string, number>> = { m: 5, ' ': 2, '.': 2 };

function label(text: string, x: number, y: number): Line[] {
  let at = x;
  return [...text].flatMap((sign) => {
    const strokes = (signs[sign] ?? []).map((stroke) =>
      stroke.map(([dx, dy]) => ({ x: at + dx * 0.95, y: y + dy * 0.95 }))
    );
    at += (widths[sign] ?? 3.7) * 0.95;
    return strokes;
  });
}

const longest = 46;

/** The bar of one figure, under its lower right corner. */
export function scaleBar({ scene, scale, dx, dy }: Figure): Shape[] {
  const { left, right, bottom } = scene.bounds;
  const room = Math.min(longest, Math.max(14, (right - left) * scale * 0.45));
  const [millimetres, text] = [...steps].reverse().find(([length]) => length * scale <= room) ?? steps[0]!;
  const long = millimetres * scale;
  const end = right * scale + dx;
  const y = bottom * scale + dy + 4;
  const textWide = [...text].reduce((sum, sign) => sum + (widths[sign] ?? 3.7) * 0.95, 0);
  const from = Math.max(end - long - textWide - 3, 4);
  return [
    lines(
      [
        [
          { x: from, y: y - 1.6 },
          { x: from, y: y + 1.6 }
        ],
        [
          { x: from, y },
          { x: from + long, y }
        ],
        [
          { x: from + long, y: y - 1.6 },
          { x: from + long, y: y + 1.6 }
        ]
      ],
      '#5C6459',
      0.7
    ),
    lines(label(text, from + long + 3, y - 2.9), '#5C6459', 0.65)
  ];
}
