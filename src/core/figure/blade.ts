import type { Random } from '../random';
import { type Spine, add, ellipse, pathData, scale, smooth, towards } from './geometry';
import { hairReach, hairsAlong, inkColour, penLine, tone } from './ink';
import type { Point, Shape } from './scene';

/** Half an outline as control points: share of the length, share of the greatest width. */
export type Outline = readonly (readonly [number, number])[];

export const outlines = {
  elliptic: [
    [0, 0.02],
    [0.05, 0.07],
    [0.14, 0.23],
    [0.3, 0.42],
    [0.5, 0.5],
    [0.7, 0.43],
    [0.86, 0.24],
    [0.95, 0.08],
    [1, 0]
  ],
  lanceolate: [
    [0, 0.03],
    [0.06, 0.12],
    [0.18, 0.38],
    [0.36, 0.5],
    [0.56, 0.4],
    [0.76, 0.22],
    [0.92, 0.06],
    [1, 0]
  ],
  ovate: [
    [0, 0.03],
    [0.05, 0.1],
    [0.16, 0.32],
    [0.34, 0.48],
    [0.5, 0.5],
    [0.68, 0.42],
    [0.86, 0.24],
    [0.96, 0.08],
    [1, 0]
  ],
  strap: [
    [0, 0.4],
    [0.1, 0.44],
    [0.35, 0.5],
    [0.6, 0.48],
    [0.8, 0.33],
    [0.93, 0.13],
    [1, 0]
  ],
  arrowSpreading: [
    [0, 0.02],
    [-0.08, 0.07],
    [-0.2, 0.24],
    [-0.26, 0.4],
    [-0.22, 0.5],
    [-0.08, 0.52],
    [0.12, 0.46],
    [0.38, 0.36],
    [0.66, 0.22],
    [0.88, 0.07],
    [1, 0]
  ],
  arrowBackward: [
    [0, 0.03],
    [-0.05, 0.12],
    [-0.16, 0.3],
    [-0.27, 0.42],
    [-0.14, 0.44],
    [0.02, 0.4],
    [0.2, 0.45],
    [0.42, 0.5],
    [0.66, 0.42],
    [0.86, 0.2],
    [1, 0]
  ],
  round: [
    [0, 0.05],
    [0.06, 0.24],
    [0.22, 0.45],
    [0.48, 0.5],
    [0.74, 0.42],
    [0.93, 0.2],
    [1, 0]
  ],
  segment: [
    [0, 0.04],
    [0.12, 0.26],
    [0.3, 0.46],
    [0.52, 0.5],
    [0.76, 0.32],
    [0.94, 0.1],
    [1, 0]
  ]
} satisfies Record<string, Outline>;

export interface BladeLook {
  readonly outline: Outline;
  readonly width: number;
  /** How wide each half looks, 0–1: the blade is turned towards the viewer by this much. */
  readonly roll: readonly [number, number];
  readonly margin: 'entire' | 'round-toothed' | 'sharp-toothed' | 'lobed-blunt' | 'lobed-jagged';
  readonly venation: 'arching' | 'straight' | 'net-with-rim' | 'feather' | 'none';
  readonly hairs: 'none' | 'scattered' | 'downy' | 'bristly';
  readonly glossy: boolean;
  readonly spots: boolean;
  readonly colour: string;
  /** Width of a pen line in millimetres. */
  readonly pen: number;
}

/** A leaflet among many: two washes, a midrib and one outline, so that a whole leaf stays clear and light. */
export function drawLeaflet(
  midrib: Spine,
  look: Pick<BladeLook, 'outline' | 'width' | 'margin' | 'colour' | 'pen'>
): DrawnBlade {
  const samples = smooth(
    look.outline.map(([t, w]) => ({ x: t, y: w })),
    look.margin === 'sharp-toothed' ? 3 : 2
  );
  const edge = (side: number) =>
    samples.map(({ x: t, y: w }, i) => {
      const tooth = look.margin === 'sharp-toothed' && i % 3 === 1 ? 0.14 : 0;
      const across = towards(midrib.heading(Math.min(t, 0.999)) + Math.PI / 2);
      return add(midrib.place(Math.min(1, t + tooth * 0.35)), scale(across, side * (w + tooth) * look.width));
    });
  const middle = [0, 0.5, 0.96].map((t) => midrib.place(t));
  const [left, right] = [edge(-1), edge(1)];
  const outline = [...left, ...[...right].reverse()];
  return {
    shapes: [
      { d: pathData(outline, true), fill: tone(look.colour, 0.06) },
      {
        d: pathData([...right, ...[...middle].reverse()], true),
        fill: tone(look.colour, -0.18),
        opacity: 0.8
      },
      { d: pathData(middle, false), stroke: tone(look.colour, 0.6), strokeWidth: look.pen },
      { d: pathData(outline, true), stroke: inkColour, strokeWidth: look.pen * 0.75, opacity: 0.85 }
    ],
    outline
  };
}

export interface DrawnBlade {
  readonly shapes: Shape[];
  readonly outline: Point[];
}

const teeth = {
  'round-toothed': { count: 22, depth: 0.035 },
  'sharp-toothed': { count: 13, depth: 0.07 },
  'lobed-blunt': { count: 3.4, depth: 0.3 },
  'lobed-jagged': { count: 4.4, depth: 0.5 }
} as const;

/** How far a tooth stands out (0–1) at a share of its own length; serrations lean forward. */
function toothProfile(margin: BladeLook['margin'], phase: number): number {
  if (margin === 'round-toothed') return Math.abs(Math.sin(Math.PI * phase)) ** 0.7;
  if (margin === 'lobed-blunt') return Math.abs(Math.sin(Math.PI * phase)) ** 0.6;
  return phase < 0.72 ? phase / 0.72 : (1 - phase) / 0.28;
}

/** Draws a flat blade mapped on its midrib: wash by halves, mottling, sheen, veins, ink, then hairs and spots. */
export function drawBlade(midrib: Spine, look: BladeLook, random: Random): DrawnBlade {
  const control = look.outline.map(([t, w]) => ({ x: t, y: w }));
  const samples = smooth(control, look.margin === 'entire' ? 5 : look.margin.startsWith('lobed') ? 7 : 9);
  const wobble = random.between(0, 6);
  const map = (t: number, w: number, side: -1 | 1): Point => {
    const roll = look.roll[side < 0 ? 0 : 1];
    return add(
      midrib.place(t),
      scale(
        towards(midrib.heading(Math.max(0, Math.min(0.999, t))) + Math.PI / 2),
        side * w * look.width * roll
      )
    );
  };
  /** One edge of the blade, or a line that lies at a share of the way to it. */
  const half = (side: -1 | 1, shareAt: (t: number) => number = () => 1) =>
    samples.map(({ x: t, y: w }) => {
      const share = shareAt(t);
      const wave = 1 + 0.035 * Math.sin(wobble + 9 * t + side);
      const cut = look.margin === 'entire' ? undefined : teeth[look.margin];
      if (!cut || t < 0.02) return map(t, w * wave * share, side);
      const phase = (t * cut.count + 0.13 * Math.sin(wobble + 40 * t)) % 1;
      const fade = Math.min(1, 5 * t, 6 * (1 - t) + 0.1);
      const isLobed = look.margin.startsWith('lobed');
      const tooth = toothProfile(look.margin, phase) * fade;
      const width = isLobed ? w * (1 - cut.depth * 1.5 + cut.depth * 1.9 * tooth) : w + cut.depth * tooth;
      const lean = isLobed ? (cut.depth * tooth * 0.25) / cut.count : 0;
      return map(Math.min(1, t + lean), width * wave * share, side);
    });
  const middle = samples.filter(({ x }) => x >= 0).map(({ x }) => map(x, 0, 1));
  const [left, right] = [half(-1), half(1)];
  const shapes: Shape[] = [];
  for (const side of [-1, 1] as const) {
    const edge = side < 0 ? left : right;
    const light = (side < 0 ? 0.1 : -0.12) + random.between(-0.04, 0.04);
    shapes.push({ d: pathData([...edge, ...[...middle].reverse()], true), fill: tone(look.colour, light) });
  }
  // Washes: mottling, a dark pool along the midrib, a pale sheen on the lit half. Each fades towards both ends,
  // and is laid on in thin coats, so that no edge of it can be taken for a character.
  const wash = (side: -1 | 1, from: number, to: number, fill: string, opacity: number) => {
    const coats = 3;
    for (let coat = 0; coat < coats; coat += 1) {
      const [a, b] = [from + (coat * (to - from)) / 8, to - (coat * (to - from)) / 5];
      const swell = (t: number) => Math.sin(Math.PI * Math.min(1, Math.max(0, (t - 0.03) / 0.93))) ** 0.8;
      const centre = (a + b) / 2;
      const line = (share: number) => half(side, (t) => centre + (share - centre) * swell(t));
      shapes.push({ d: pathData([...line(a), ...line(b).reverse()], true), fill, opacity: opacity / coats });
    }
  };
  shapes.push(mottle(map, look, random.fork('mottle')));
  for (const side of [-1, 1] as const) wash(side, -0.02, 0.34, tone(look.colour, -0.5), 0.34);
  if (look.glossy) wash(-1, 0.36, 0.66, '#FDFCF2', 0.6);
  else wash(-1, 0.36, 0.9, '#FDFCF2', 0.26);
  wash(1, 0.66, 1, tone(look.colour, -0.55), 0.28);
  shapes.push(...veins(look, map, (side, share) => half(side, () => share)));
  if (look.spots) shapes.push(spots(map, look, random.fork('spots')));
  if (look.hairs === 'downy')
    shapes.push({ d: pathData([...left, ...[...right].reverse()], true), fill: '#E9EADF', opacity: 0.16 });
  if (look.hairs === 'bristly' || look.hairs === 'downy') {
    const reach = hairReach(look.hairs === 'bristly' ? 2.4 : 1, look.pen);
    shapes.push(hairsAlong([left, right], reach, look.pen * 0.34, random.fork('edge hairs')));
    shapes.push(surfaceHairs(map, look, reach * 0.8, random.fork('surface hairs')));
  } else if (look.hairs === 'scattered') {
    shapes.push(surfaceHairs(map, look, look.pen * 2, random.fork('surface hairs')));
  }
  shapes.push(penLine(left, look.pen), penLine(right, look.pen * 1.3));
  shapes.push(penLine(middle, look.pen * 1.5, tone(look.colour, 0.62), 0.9));
  return { shapes, outline: [...left, ...[...right].reverse()] };
}

type Mapping = (t: number, w: number, side: -1 | 1) => Point;

/** Greatest half-width at a share of the length, read off the outline. */
function halfWidth(outline: Outline, t: number): number {
  for (let i = outline.length - 1; i > 0; i -= 1) {
    const [[t0, w0], [t1, w1]] = [outline[i - 1]!, outline[i]!];
    if (t >= t0 && t <= t1) return w0 + ((w1 - w0) * (t - t0)) / (t1 - t0 || 1);
  }
  return 0;
}

function mottle(map: Mapping, look: BladeLook, random: Random): Shape {
  let d = '';
  for (let i = 0; i < 9; i += 1) {
    const side = random.next() < 0.5 ? -1 : 1;
    const t = random.between(0.1, 0.85);
    const w = halfWidth(look.outline, t);
    const patch = ellipse(
      { x: t, y: w * random.between(0.3, 0.65) },
      random.between(0.03, 0.09),
      w * random.between(0.12, 0.28),
      0,
      10
    );
    d += pathData(
      patch.map(({ x, y }) => map(x, y, side)),
      true
    );
  }
  return { d, fill: tone(look.colour, -0.35), opacity: 0.16 };
}

function veins(look: BladeLook, map: Mapping, half: (side: -1 | 1, share: number) => Point[]): Shape[] {
  const lines: Point[][] = [];
  if (look.venation === 'arching' || look.venation === 'straight') {
    const shares = look.venation === 'arching' ? [0.3, 0.56, 0.8] : [0.2, 0.4, 0.6, 0.8];
    for (const side of [-1, 1] as const)
      for (const share of shares)
        lines.push(
          half(side, share)
            .slice(2)
            .filter((_, i) => i % 3 === 0)
        );
  }
  if (look.venation === 'feather' || look.venation === 'net-with-rim') {
    const last = look.venation === 'feather' ? 0.86 : 0.8;
    for (const side of [-1, 1] as const)
      for (let t = 0.1; t < last; t += 0.115) {
        const reach = look.venation === 'feather' ? 0.9 : 0.84;
        const end = Math.min(0.97, t + 0.13);
        lines.push(
          smooth(
            [
              map(t, 0, side),
              map(t + 0.05, halfWidth(look.outline, t + 0.05) * 0.45, side),
              map(end, halfWidth(look.outline, end) * reach, side)
            ],
            4
          )
        );
      }
  }
  if (look.venation === 'net-with-rim')
    for (const side of [-1, 1] as const) {
      lines.push(
        half(side, 0.87)
          .slice(24)
          .filter((_, i) => i % 2 === 0)
      );
      for (let t = 0.14; t < 0.8; t += 0.075)
        lines.push([
          map(t, halfWidth(look.outline, t) * 0.5, side),
          map(t + 0.05, halfWidth(look.outline, t + 0.05) * 0.72, side)
        ]);
    }
  const d = lines.map((line) => pathData(line, false)).join('');
  return d
    ? [
        { d, stroke: tone(look.colour, 0.6), strokeWidth: look.pen * 0.85, opacity: 0.62 },
        { d, stroke: tone(look.colour, -0.7), strokeWidth: look.pen * 0.3, opacity: 0.5 }
      ]
    : [];
}

function spots(map: Mapping, look: BladeLook, random: Random): Shape {
  let d = '';
  for (let i = 0; i < 14; i += 1) {
    const t = random.between(0.05, 0.85);
    const centre = map(
      t,
      halfWidth(look.outline, t) * random.between(0.1, 0.8),
      random.next() < 0.5 ? -1 : 1
    );
    const r = look.width * random.between(0.014, 0.034);
    d += pathData(ellipse(centre, r, r * 0.7, random.between(0, 3), 8), true);
  }
  return { d, fill: '#3A1B2E', opacity: 0.85 };
}

function surfaceHairs(map: Mapping, look: BladeLook, reach: number, random: Random): Shape {
  let d = '';
  for (let i = 0; i < 26; i += 1) {
    const t = random.between(0.1, 0.9);
    const from = map(t, halfWidth(look.outline, t) * random.between(0.1, 0.85), random.next() < 0.5 ? -1 : 1);
    d += pathData([from, add(from, scale(towards(random.between(-0.8, 0.8)), reach))], false);
  }
  return { d, stroke: '#F2F0DF', strokeWidth: look.pen * 0.4, opacity: 0.8 };
}
