import type { Random } from '../random';
import { add, clamp, length, resample, scale, smooth } from './geometry';
import type { Line, Point } from './scene';

/** The edge of one undivided blade: its outline, base, tip, lobes and teeth. */

export type Margin = 'entire' | 'round-toothed' | 'sharp-toothed' | 'unequal' | 'cut' | 'spiny';
export type Venation = 'arching' | 'straight' | 'net-with-rim' | 'feather' | 'hand' | 'midrib-only';

export interface BladeLook {
  readonly length: number;
  readonly width: number;
  readonly outline: string;
  readonly base: string;
  readonly tip: string;
  readonly margin: Margin;
  readonly venation: Venation;
  readonly hairs: string;
  readonly surface: string;
  readonly section: string;
  readonly thickness: string;
  readonly glossy: boolean;
  readonly spots: string;
  readonly veinColour: string;
  readonly wavy: boolean;
  readonly lobes?: Lobes;
  readonly colour: string;
  /** Width of a pen line: what is finer cannot be seen in this view. */
  readonly pen: number;
  /** How freely bites and yellowing may be drawn, 0–1. */
  readonly wear: number;
}

export interface Lobes {
  readonly pairs: number;
  readonly direction: 'outwards' | 'backwards';
  readonly tips: 'blunt' | 'jagged';
  /** Share of the width that stays whole along the midrib. */
  readonly waist: number;
  readonly endLargest: boolean;
}

/** How steeply a blade widens from its base and narrows to its tip: the exponents of t^a (1 − t)^b. */
const outlineShapes: Readonly<Record<string, readonly [number, number]>> = {
  elliptic: [0.75, 0.75],
  lanceolate: [0.6, 1.05],
  ovate: [0.5, 0.85],
  arrow: [0.5, 0.95],
  round: [0.5, 0.5],
  heart: [0.45, 0.9],
  spoon: [1.5, 0.55],
  triangular: [0.32, 0.95],
  'broad-lobed': [0.55, 0.7],
  strap: [0.16, 0.3],
  needle: [0.12, 0.3]
};
const baseShapes: Readonly<Record<string, number>> = {
  tapering: 1,
  rounded: 0.5,
  straight: 0.24,
  heart: 0.4,
  clasping: 0.36
};
const tipShapes: Readonly<Record<string, (b: number) => number>> = {
  pointed: (b) => Math.max(b + 0.12, 0.85),
  blunt: (b) => Math.min(b, 0.5),
  'drawn-out': (b) => b + 0.62,
  notched: () => 0.42,
  hooded: (b) => Math.min(b, 0.5)
};

/** Outlines that are widest below the middle whatever their base and tip. */
const widestBelow = new Set(['ovate', 'triangular', 'lanceolate', 'heart', 'arrow']);

/** Half the width (0–0.5) at a share of the length. */
export function halfWidth(
  { outline, base, tip }: Pick<BladeLook, 'outline' | 'base' | 'tip'>,
  t: number
): number {
  // An arrow narrows evenly from its barbs to its point.
  if (base.startsWith('lobes'))
    return (
      (base === 'lobes-spreading' ? 0.37 : 0.41) * (1 - clamp(t, 0, 1)) ** (tip === 'blunt' ? 0.6 : 0.74)
    );
  const [a0, b0] = outlineShapes[outline] ?? outlineShapes['elliptic']!;
  const isLong = outline === 'strap' || outline === 'needle';
  const a = isLong
    ? a0
    : base === 'winged'
      ? Math.max(a0, 1.35)
      : base === 'tapering'
        ? Math.max(a0, 0.85)
        : (baseShapes[base] ?? a0);
  const b1 = isLong && tip !== 'drawn-out' ? b0 : (tipShapes[tip]?.(b0) ?? b0);
  const b = widestBelow.has(outline) ? Math.max(b1, a * 1.1) : b1;
  const peak = a / (a + b);
  const at = clamp(t, 0.0001, 0.9999);
  return (0.5 * (at ** a * (1 - at) ** b)) / (peak ** a * (1 - peak) ** b);
}

/** What lies at and behind the foot of the blade: share of the length, share of the width. */
const lobesBehind: Readonly<Record<string, readonly (readonly [number, number])[]>> = {
  heart: [
    [0, 0.012],
    [-0.05, 0.09],
    [-0.085, 0.22],
    [-0.05, 0.37],
    [0.05, 0.46]
  ],
  'deep-heart': [
    [0, 0.012],
    [-0.045, 0.05],
    [-0.11, 0.13],
    [-0.135, 0.24],
    [-0.1, 0.36],
    [-0.01, 0.45],
    [0.07, 0.487]
  ],
  'lobes-backward': [
    [0, 0.03],
    [-0.05, 0.09],
    [-0.14, 0.23],
    [-0.2, 0.33],
    [-0.13, 0.36],
    [-0.02, 0.33],
    [0.08, 0.36]
  ],
  'lobes-spreading': [
    [0, 0.03],
    [-0.08, 0.09],
    [-0.18, 0.24],
    [-0.23, 0.42],
    [-0.2, 0.53],
    [-0.09, 0.53],
    [0.08, 0.45]
  ],
  clasping: [
    [0, 0.02],
    [-0.035, 0.14],
    [-0.05, 0.28],
    [0, 0.38],
    [0.06, 0.43]
  ]
};

/** Outlines whose heart-shaped base is deep; that of others is a shallow notch. */
const deepHearts = new Set(['heart', 'round']);

/** One edge from the foot to the tip, before its teeth. */
export function edgeOf(look: BladeLook, side: -1 | 1, random: Random): Point[] {
  const { length: long, width: wide } = look;
  if (look.lobes) return lobedEdge(look, look.lobes, side, random.fork('lobes'));
  const jitter = () => 1 + random.between(-0.035, 0.035);
  const point = (t: number, w: number): Point => ({ x: side * w * wide, y: -t * long });
  const isDeepHeart = look.base === 'heart' && deepHearts.has(look.outline);
  const behind = lobesBehind[isDeepHeart ? 'deep-heart' : look.base];
  const shift = look.base === 'uneven' ? (side < 0 ? -0.03 : 0.07) : 0;
  const control: Point[] = (behind ?? [[shift, 0.012] as const]).map(([t, w]) => point(t, w * jitter()));
  const isArrow = look.base.startsWith('lobes');
  const from = behind ? (isArrow ? 0.2 : 0.16) : 0.05;
  const steps = 11;
  const halfAt = (t: number): number => {
    // A heart narrows from its shoulders.
    const w = halfWidth(look, t);
    return isDeepHeart && t < 0.45 ? Math.max(w, 0.495 - 0.1 * t) : w;
  };
  for (let i = 0; i <= steps; i += 1) {
    // Closer together towards the tip, where blunt outlines turn quickly.
    const t = from + (0.99 - from) * (1 - (1 - i / steps) ** 1.6);
    control.push(point(t + shift * (1 - t), halfAt(t) * jitter()));
  }
  if (look.tip === 'notched') control.push(point(1, 0.1), point(0.95, 0));
  else {
    if (look.tip === 'blunt') control.push(point(0.995, 0.05));
    control.push(point(look.tip === 'drawn-out' ? 1.04 : 1, 0));
  }
  return smooth(control, 4);
}

/** Middle, reach and room of each lobe of one side, from the foot upwards. */
export function lobePlan(
  look: BladeLook,
  lobes: Lobes,
  random: Random
): { t: number; w: number; span: number }[] {
  const end = lobeEnd(lobes);
  const span = (end - 0.1) / lobes.pairs;
  return Array.from({ length: lobes.pairs }, (_, i) => {
    const t = 0.1 + span * (i + 0.5) + random.between(-0.06, 0.06) * span;
    const envelope = lobes.endLargest
      ? 0.26 + (0.16 * i) / lobes.pairs
      : Math.max(halfWidth({ ...look, base: 'rounded' }, t), 0.16);
    return { t, w: envelope * random.between(0.88, 1.1), span };
  });
}
const lobeEnd = ({ endLargest, direction }: Lobes): number =>
  endLargest ? 0.6 : direction === 'backwards' ? 0.76 : 0.78;
/** How far up the tip of a lobe lies from its middle, as a share of its room. */
export const lobeLean = ({ direction, tips }: Lobes): number =>
  direction === 'backwards' ? -0.56 : tips === 'jagged' ? 0.3 : 0.2;

/** An edge cut into lobes: outwards or backwards, blunt or jagged, the end one large or like the others. */
function lobedEdge(look: BladeLook, lobes: Lobes, side: -1 | 1, random: Random): Point[] {
  const { length: long, width: wide } = look;
  const end = lobeEnd(lobes);
  const point = (t: number, w: number): Point => ({ x: side * w * wide, y: -t * long });
  const foot: readonly (readonly [number, number])[] =
    look.base === 'heart' || look.base === 'clasping' || look.base.startsWith('lobes')
      ? [
          [-0.05, 0.1],
          [-0.05, 0.22],
          [0.02, 0.24]
        ]
      : look.base === 'rounded' || look.base === 'straight'
        ? [
            [0.005, 0.14],
            [0.04, 0.19]
          ]
        : [[0.06, 0.045]];
  const control: Point[] = [point(0, 0.02), ...foot.map(([t, w]) => point(t, w))];
  let last = 0.2;
  for (const { t, w, span } of lobePlan(look, lobes, random)) {
    const neck = lobes.waist * w;
    last = w;
    if (lobes.direction === 'backwards')
      control.push(
        point(t - span * 0.38, neck),
        point(t - span * 0.5, w * 0.72),
        point(t - span * 0.56, w),
        point(t - span * 0.18, w * 0.74),
        point(t + span * 0.26, w * 0.34),
        point(t + span * 0.42, neck)
      );
    else if (lobes.tips === 'jagged')
      control.push(
        point(t - span * 0.46, neck),
        point(t - span * 0.2, w * 0.66),
        point(t - span * 0.02, w * 0.8),
        point(t + span * 0.3, w * 1.06),
        point(t + span * 0.26, w * 0.72),
        point(t + span * 0.4, w * 0.62),
        point(t + span * 0.38, neck)
      );
    else
      control.push(
        point(t - span * 0.46, neck),
        point(t - span * 0.26, w * 0.66),
        point(t + span * 0.02, w * 0.94),
        point(t + span * 0.26, w),
        point(t + span * 0.4, w * 0.72),
        point(t + span * 0.48, neck * 1.05)
      );
  }
  const rest = 1 - end;
  const wideEnd = lobes.endLargest
    ? 0.47
    : lobes.direction === 'backwards'
      ? last * 0.86
      : Math.max(lobes.waist * last * 1.25, 0.2);
  const isBlunt = look.tip === 'blunt' || look.tip === 'notched';
  if (lobes.direction === 'backwards')
    control.push(point(end + rest * 0.02, wideEnd * 0.8), point(end - rest * 0.06, wideEnd));
  else control.push(point(end + rest * 0.06, wideEnd * (lobes.endLargest ? 0.55 : 0.8)));
  control.push(
    point(end + rest * 0.34, wideEnd * (lobes.direction === 'backwards' ? 0.7 : 0.98)),
    point(end + rest * 0.66, wideEnd * (isBlunt ? 0.72 : 0.5)),
    point(end + rest * 0.9, wideEnd * (isBlunt ? 0.36 : 0.14)),
    point(1, 0)
  );
  return smooth(control, lobes.tips === 'jagged' || lobes.direction === 'backwards' ? 2 : 3);
}

interface Teeth {
  readonly perSide: number;
  /** Share of the width. */
  readonly depth: number;
}

const teethOf = (look: BladeLook): Teeth | undefined =>
  (
    ({
      'round-toothed': { perSide: look.lobes ? 26 : 19, depth: 0.036 },
      'sharp-toothed': { perSide: look.lobes ? 24 : 13, depth: look.lobes ? 0.03 : 0.062 },
      unequal: { perSide: look.lobes ? 13 : 9, depth: look.lobes ? 0.024 : 0.06 },
      cut: { perSide: 8, depth: 0.13 },
      spiny: { perSide: 6, depth: 0.2 }
    }) as Partial<Record<Margin, Teeth>>
  )[look.margin];

/** How far a tooth stands out (0–1) at a share of its own length; serrations lean forward. */
function toothProfile(margin: Margin, phase: number): number {
  if (margin === 'round-toothed') return Math.sin(Math.PI * phase) ** 0.65;
  // A spine rises out of a hollow edge.
  if (margin === 'spiny') return (1 - Math.abs(2 * phase - 1)) ** 2;
  return phase < 0.7 ? phase / 0.7 : (1 - phase) / 0.3;
}

/** Displaces an edge by teeth of uneven size that fade at base and apex. */
export function withTeeth(edge: Line, look: BladeLook, side: -1 | 1, random: Random): Point[] {
  const teeth = teethOf(look);
  const samples = look.length / look.pen > 130 ? 6 : 4;
  const rough = look.lobes ? look.lobes.pairs * 11 + 12 : 0;
  if (!teeth) {
    const fine = look.length / look.pen;
    // Near, the curve as it was drawn; from afar, fewer points.
    return fine > 130 && !look.lobes ? [...edge] : resample(edge, Math.max(rough, fine > 70 ? 26 : 16));
  }
  const isUneven = look.margin === 'unequal';
  const fine = look.length / look.pen;
  const perSide = Math.max(4, Math.round(Math.min(teeth.perSide, fine / 5)));
  const many = Math.max(perSide, Math.ceil(rough / samples));
  const points = resample(edge, many * samples + 1);
  const wide = Math.min(look.width, look.length);
  const depths = Array.from({ length: many }, () =>
    random.between(isUneven ? 0.25 : 0.8, isUneven ? 1.5 : 1.15)
  );
  return points.map((at, i) => {
    if (i === 0 || i === points.length - 1) return at;
    const share = i / (points.length - 1);
    const tooth = Math.min(many - 1, Math.floor(i / samples));
    const phase = (i % samples) / samples;
    const fade = clamp(6 * share - 0.3, 0, 1) * clamp(7 * (1 - share), 0.15, 1);
    const [before, after] = [points[i - 1]!, points[i + 1]!];
    const size = length(before, after) || 1;
    const out = { x: (-side * (after.y - before.y)) / size, y: (side * (after.x - before.x)) / size };
    const along = { x: (after.x - before.x) / size, y: (after.y - before.y) / size };
    const reach = toothProfile(look.margin, phase) * teeth.depth * wide * fade * depths[tooth]!;
    const lean = look.margin === 'round-toothed' ? 0 : reach * 0.45;
    return add(at, add(scale(out, reach), scale(along, lean)));
  });
}

/** A bite out of an edge: a few points drawn in along an arc. */
export function bitten(edge: Point[], wide: number, random: Random): void {
  const middle = Math.round(edge.length * random.between(0.35, 0.8));
  const reach = Math.max(2, Math.round(edge.length * random.between(0.04, 0.08)));
  for (let k = -reach; k <= reach; k += 1) {
    const at = edge[middle + k];
    if (!at || middle + k >= edge.length - 1) continue;
    const deep = Math.sqrt(1 - (k / (reach + 1)) ** 2) * wide * 0.11;
    edge[middle + k] = { x: at.x - Math.sign(at.x) * Math.min(deep, Math.abs(at.x) * 0.7), y: at.y };
  }
}
