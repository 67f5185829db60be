import type { Random } from '../random';
import { add, clamp, ellipse, length, mix, resample, scale, smooth, towards } from './geometry';
import { blend, dots, filled, hairReach, hairsAlong, inkLine, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';
import { type Sheet, onSheet } from './space';

/** One undivided blade, drawn flat: foot at (0, 0), tip at (0, −length), the left half at x < 0. */

/** A shape of a flat leaf; one of a half is toned by the light that falls on it once it is bent. */
export interface FlatShape extends Shape {
  readonly half?: -1 | 1;
}

export interface FlatLeaf {
  readonly shapes: readonly FlatShape[];
  /** Polygons of the blade or its leaflets. */
  readonly outline: readonly Line[];
}

/** Bends a flat leaf to its place on the paper. */
export function bent(leaf: FlatLeaf, sheet: Sheet): { shapes: Shape[]; outline: Line[] } {
  return {
    shapes: leaf.shapes.map(({ half, ...shape }) => {
      const laid = onSheet(sheet, shape);
      return half && laid.fill ? { ...laid, fill: tone(laid.fill, (sheet.light(half) - 0.72) * 0.42) } : laid;
    }),
    outline: leaf.outline.map((ring) => ring.map(sheet))
  };
}

export type Margin = 'entire' | 'round-toothed' | 'sharp-toothed' | 'unequal' | 'cut';
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
    [-0.06, 0.06],
    [-0.15, 0.15],
    [-0.19, 0.27],
    [-0.15, 0.39],
    [-0.02, 0.48]
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
function edgeOf(look: BladeLook, side: -1 | 1, random: Random): Point[] {
  const { length: long, width: wide } = look;
  if (look.lobes) return lobedEdge(look, look.lobes, side, random.fork('lobes'));
  const jitter = () => 1 + random.between(-0.035, 0.035);
  const point = (t: number, w: number): Point => ({ x: side * w * wide, y: -t * long });
  const behind =
    lobesBehind[look.base === 'heart' && deepHearts.has(look.outline) ? 'deep-heart' : look.base];
  const shift = look.base === 'uneven' ? (side < 0 ? -0.03 : 0.07) : 0;
  const control: Point[] = (behind ?? [[shift, 0.012] as const]).map(([t, w]) => point(t, w * jitter()));
  const isArrow = look.base.startsWith('lobes');
  const from = behind ? (isArrow ? 0.2 : 0.16) : 0.05;
  const steps = 11;
  for (let i = 0; i <= steps; i += 1) {
    // Closer together towards the tip, where blunt outlines turn quickly.
    const t = from + (0.99 - from) * (1 - (1 - i / steps) ** 1.6);
    const w = halfWidth(isArrow ? { ...look, base: 'rounded' } : look, t);
    const floor =
      look.base === 'lobes-spreading'
        ? Math.max(w, 0.37 * (1 - t) ** 0.62)
        : Math.max(w, 0.4 * (1 - t) ** 0.4 * Number(t < 0.5));
    control.push(point(t + shift * (1 - t), (isArrow ? floor * 0.94 : w) * jitter()));
  }
  if (look.tip === 'notched') control.push(point(1, 0.1), point(0.95, 0));
  else {
    if (look.tip === 'blunt') control.push(point(0.995, 0.05));
    control.push(point(look.tip === 'drawn-out' ? 1.04 : 1, 0));
  }
  return smooth(control, 4);
}

/** Middle, reach and room of each lobe of one side, from the foot upwards. */
function lobePlan(look: BladeLook, lobes: Lobes, random: Random): { t: number; w: number; span: number }[] {
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
const lobeLean = ({ direction, tips }: Lobes): number =>
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
      cut: { perSide: 8, depth: 0.13 }
    }) as Partial<Record<Margin, Teeth>>
  )[look.margin];

/** How far a tooth stands out (0–1) at a share of its own length; serrations lean forward. */
function toothProfile(margin: Margin, phase: number): number {
  if (margin === 'round-toothed') return Math.sin(Math.PI * phase) ** 0.65;
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
function bitten(edge: Point[], wide: number, random: Random): void {
  const middle = Math.round(edge.length * random.between(0.35, 0.8));
  const reach = Math.max(2, Math.round(edge.length * random.between(0.04, 0.08)));
  for (let k = -reach; k <= reach; k += 1) {
    const at = edge[middle + k];
    if (!at || middle + k >= edge.length - 1) continue;
    const deep = Math.sqrt(1 - (k / (reach + 1)) ** 2) * wide * 0.11;
    edge[middle + k] = { x: at.x - Math.sign(at.x) * Math.min(deep, Math.abs(at.x) * 0.7), y: at.y };
  }
}

/** The outline of a round blade whose stalk stands under its middle. */
function shieldLeaf(look: BladeLook, random: Random): FlatLeaf {
  const r = look.width / 2;
  const middle = { x: 0, y: -r * 0.9 };
  const crenations = 14;
  const swell = look.margin === 'entire' ? 0 : look.margin === 'round-toothed' ? 0.045 : 0.075;
  const rim = Array.from({ length: crenations * 5 }, (_, i) => {
    const a = (2 * Math.PI * i) / (crenations * 5);
    const out = r * (0.96 + swell * Math.sin(((i % 5) / 5) * Math.PI) + random.between(-0.01, 0.01));
    return add(middle, { x: out * Math.sin(a), y: -out * Math.cos(a) * 0.94 });
  });
  const ribs = Array.from({ length: 9 }, (_, i) => {
    const a = (2 * Math.PI * i) / 9 + 0.2;
    return [0.16, 0.5, 0.82].map((k) =>
      add(middle, { x: r * k * Math.sin(a), y: -r * k * Math.cos(a) * 0.94 })
    );
  });
  const halfOf = (side: -1 | 1) => rim.filter(({ x }) => side * x >= -0.001);
  return {
    shapes: [
      { ...filled([rim], tone(look.colour, 0.05)), half: -1 },
      { ...filled([[...halfOf(1), middle]], tone(look.colour, -0.2), 0.5), half: 1 },
      filled([ellipse(middle, r * 0.62, r * 0.58)], tone(look.colour, -0.35), 0.16),
      filled([ellipse(add(middle, { x: -r * 0.35, y: -r * 0.38 }), r * 0.3, r * 0.16, -0.7)], '#FDFCF2', 0.4),
      lines(ribs, tone(look.colour, 0.5), look.pen * 0.7, 0.5),
      // The dimple over the stalk.
      filled([ellipse(middle, r * 0.17, r * 0.15)], tone(look.colour, 0.55), 0.9),
      filled(
        [ellipse(add(middle, { x: r * 0.03, y: r * 0.03 }), r * 0.08, r * 0.07)],
        tone(look.colour, -0.5),
        0.5
      ),
      inkLine([...rim, rim[0]!], look.pen * 1.2)
    ],
    outline: [rim]
  };
}

/** Draws a blade: washes by halves, mottling, sheen, veins, ink, then coat, hairs and spots. */
export function flatBlade(look: BladeLook, random: Random): FlatLeaf {
  if (look.base === 'shield') return shieldLeaf(look, random.fork('shield'));
  const plain: Point[][] = [];
  const edges = ([-1, 1] as const).map((side) => {
    const own = random.fork(`edge ${side}`);
    const bare = edgeOf(look, side, own);
    plain.push(resample(bare, look.lobes ? 26 : 15));
    const edge = withTeeth(bare, look, side, own);
    if (look.wavy)
      edge.forEach((at, i) => {
        const wave = 1 + 0.07 * Math.sin(i * (look.margin === 'entire' ? 1.15 : 0.45) + side);
        edge[i] = { x: at.x * wave, y: at.y + look.width * 0.02 * Math.sin(i * 0.9) };
      });
    return edge;
  }) as [Point[], Point[]];
  const worn = random.fork('wear');
  if (!look.lobes && worn.next() < look.wear) bitten(edges[worn.integer(0, 1)]!, look.width, worn);
  const [left, right] = edges;
  const [leftWash, rightWash] = plain as [Point[], Point[]];
  const outline = [...left, ...right.slice().reverse()];
  const fine = look.length / look.pen;
  const isTiny = fine < 42 || (fine < 80 && look.width < look.pen * 13);
  const midrib = resample(
    [
      { x: 0, y: 0 },
      { x: 0, y: -look.length * 0.97 }
    ],
    isTiny ? 3 : 8
  );
  const halves = ([-1, 1] as const).map((side): FlatShape => {
    const edge = side < 0 ? left : right;
    return {
      ...filled([[...edge, ...midrib.slice().reverse()]], tone(look.colour, side < 0 ? 0.06 : -0.04)),
      half: side
    };
  });
  if (isTiny) {
    const style = { downy: 1.1, bristly: 0.8, stinging: 0.7, woolly: 2, scattered: 0.4 }[look.hairs];
    const hairs = style
      ? [
          hairsAlong(
            [left, right],
            look.pen * (look.hairs === 'bristly' ? 3.6 : 2.6),
            look.pen * 0.3,
            random.fork('hairs'),
            { density: style * 0.5, colour: look.hairs === 'woolly' ? '#C9CBBB' : '#6E7A5C' }
          )
        ]
      : [];
    return {
      shapes: [
        ...halves,
        lines([midrib], tone(look.colour, 0.55), look.pen * 0.8, 0.8),
        { rings: [outline], closed: true, stroke: tone(look.colour, -0.72), width: look.pen * 0.55 },
        ...hairs
      ],
      outline: [outline]
    };
  }
  const shapes: FlatShape[] = [...halves];
  /** A point of an edge moved to a share of its distance from the midrib. */
  const inner = (edge: Line, share: number | ((t: number) => number)) =>
    edge.map(({ x, y }) => ({
      x: x * (typeof share === 'number' ? share : share(clamp(-y / look.length, 0, 1))),
      y
    }));
  const swell = (t: number) => Math.sin(Math.PI * clamp((t - 0.02) / 0.95, 0, 1)) ** 0.8;
  const wash = (edge: Line, from: number, to: number, fill: string, opacity: number, coats: number) => {
    for (let coat = 0; coat < coats; coat += 1) {
      const [a, b] = [from + (coat * (to - from)) / 8, to - (coat * (to - from)) / 5];
      const centre = (a + b) / 2;
      const line = (share: number) => inner(edge, (t) => centre + (share - centre) * swell(t));
      shapes.push(filled([[...line(a), ...line(b).reverse()]], fill, opacity / coats));
    }
  };
  const coats = fine > 150 ? 3 : 2;
  shapes.push(mottle(look, random.fork('mottle'), fine));
  if (!look.lobes) for (const edge of plain) wash(edge, 0, 0.4, tone(look.colour, -0.45), 0.34, coats);
  wash(leftWash, 0.34, look.glossy ? 0.66 : 0.88, '#FDFCF2', look.glossy ? 0.62 : 0.24, coats);
  if (look.glossy) wash(rightWash, 0.4, 0.6, '#FDFCF2', 0.34, coats);
  wash(rightWash, 0.66, 1, tone(look.colour, -0.55), 0.34, coats);
  shapes.push(...venationOf(look, [leftWash, rightWash], inner, random, fine));
  shapes.push(...surfaceOf(look, edges, [leftWash, rightWash], outline, inner, random.fork('surface'), fine));
  shapes.push(...coatOf(look, edges, random.fork('hairs'), fine));
  shapes.push(inkLine(left, look.pen), inkLine(right, look.pen * 1.35));
  return { shapes, outline: [outline] };
}

function mottle(look: BladeLook, random: Random, fine: number): FlatShape {
  const count = fine > 130 ? 12 : 5;
  const rings = Array.from({ length: count }, () => {
    const t = random.between(0.12, 0.85);
    const w = (look.lobes ? look.lobes.waist * 0.4 : halfWidth(look, t)) * look.width;
    const at = { x: (random.next() < 0.5 ? -1 : 1) * w * random.between(0.25, 0.7), y: -t * look.length };
    return ellipse(at, w * random.between(0.1, 0.28), look.length * random.between(0.03, 0.08), 0, 8);
  });
  return filled(rings, tone(look.colour, random.next() < 0.5 ? -0.35 : 0.3), 0.2);
}

type Inner = (edge: Line, share: number | ((t: number) => number)) => Point[];

function venationOf(
  look: BladeLook,
  [left, right]: [Line, Line],
  inner: Inner,
  random: Random,
  fine: number
): FlatShape[] {
  const shapes: FlatShape[] = [];
  const pale =
    look.veinColour === 'creamy' ? '#F2EBCB' : look.veinColour === 'red' ? '#A2464A' : tone(look.colour, 0.6);
  const isMarked = look.veinColour !== 'green';
  const side: Point[][] = [];
  const at = (t: number, share: number, sign: number): Point => ({
    x: sign * share * look.width * halfWidth(look, t),
    y: -t * look.length
  });
  const every = (edge: Line, share: number, from = 0) =>
    inner(edge, (t) => (t < 0.02 && !look.base.startsWith('lobes') ? share * 0.3 : share)).slice(from);
  if (look.lobes)
    for (const sign of [-1, 1] as const)
      for (const { t, w, span } of lobePlan(look, look.lobes, random.fork(`edge ${sign}`).fork('lobes'))) {
        const tip = {
          x: sign * w * 0.84 * look.width,
          y: -(t + lobeLean(look.lobes) * 0.8 * span) * look.length
        };
        const foot = t - span * (look.lobes.direction === 'backwards' ? 0.1 : 0.4);
        side.push(
          smooth([at(foot, 0, sign), { x: tip.x * 0.5, y: (tip.y - foot * look.length) / 2 }, tip], 3)
        );
      }
  switch (look.lobes ? 'midrib-only' : look.venation) {
    case 'arching':
    case 'straight':
      for (const edge of [left, right])
        for (const share of look.venation === 'arching' ? [0.28, 0.54, 0.79] : [0.2, 0.4, 0.6, 0.8])
          side.push(every(edge, share));
      break;
    case 'feather':
    case 'net-with-rim': {
      const step = fine > 130 ? 0.088 : 0.12;
      const reach = look.venation === 'feather' ? 0.94 : 0.84;
      const first = look.base.startsWith('lobes') ? 0 : 0.07;
      for (const sign of [-1, 1])
        for (let t = first + (sign > 0 ? step * 0.35 : 0); t < 0.86; t += step) {
          const end = Math.min(0.97, t + 0.12);
          side.push(smooth([at(t, 0, sign), at(t + 0.045, 0.45, sign), at(end, reach, sign)], 3));
        }
      if (look.base.startsWith('lobes'))
        for (const [sign, edge] of [
          [-1, left],
          [1, right]
        ] as const) {
          const far = edge.reduce((a, b) => (b.y > a.y ? b : a));
          side.push([
            { x: 0, y: 0 },
            { x: far.x * 0.45, y: far.y * 0.5 },
            { x: far.x * 0.92, y: far.y * 0.88 }
          ]);
          void sign;
        }
      break;
    }
    case 'hand':
      for (const sign of [-1, 1]) {
        for (const [out, up] of [
          [0.42, 0.62],
          [0.62, 0.3],
          [0.5, 0.04]
        ] as const) {
          const end = { x: sign * out * look.width * 0.74, y: -up * look.length };
          side.push(
            smooth([{ x: 0, y: 0 }, { x: end.x * 0.55, y: end.y * 0.45 + look.length * 0.01 }, end], 3)
          );
        }
        for (let t = 0.4; t < 0.9; t += 0.16) side.push([at(t, 0, sign), at(t + 0.09, 0.8, sign)]);
      }
      break;
    case 'midrib-only':
      break;
  }
  if (look.venation === 'net-with-rim' && !look.lobes) {
    for (const edge of [left, right]) side.push(every(edge, 0.87, 2));
    if (fine > 90)
      for (const sign of [-1, 1])
        for (let t = 0.12; t < 0.82; t += 0.075)
          side.push(
            [at(t, 0.5, sign), at(t + 0.045, 0.74, sign)],
            [at(t + 0.05, 0.22, sign), at(t + 0.02, 0.48, sign)]
          );
  }
  if (side.length > 0) {
    const isBold = isMarked || look.venation === 'arching';
    shapes.push(lines(side, pale, look.pen * (isBold ? 1.05 : 0.85), isBold ? 0.82 : 0.62));
    if (fine > 90)
      shapes.push(
        lines(
          side.map((line) => line.map(({ x, y }) => ({ x: x + look.pen * 0.55, y: y + look.pen * 0.3 }))),
          tone(look.colour, -0.7),
          look.pen * 0.3,
          0.5
        )
      );
  }
  const midrib = Array.from({ length: 8 }, (_, i) => ({ x: 0, y: (-look.length * 0.96 * i) / 7 }));
  const rib = Math.max(look.pen * 1.3, look.width * (look.thickness === 'fleshy' ? 0.02 : 0.028));
  if (look.section === 'flat' || look.section === 'keeled')
    shapes.push(
      inkLine(midrib, rib, pale, 0.92),
      lines(
        [midrib.map(({ x, y }) => ({ x: x + rib * 0.5, y }))],
        tone(look.colour, -0.7),
        look.pen * 0.4,
        0.6
      )
    );
  return shapes;
}

/** Furrows and keels, puckers, waves, meal, bloom, thickness, spots and yellowing. */
function surfaceOf(
  look: BladeLook,
  [left, right]: [Line, Line],
  [leftWash, rightWash]: [Line, Line],
  outline: Line,
  inner: Inner,
  random: Random,
  fine: number
): FlatShape[] {
  const shapes: FlatShape[] = [];
  const band = (from: number, to: number, fill: string, opacity: number) => {
    const [a, b] = [
      from < 0 ? inner(leftWash, -from) : inner(rightWash, from),
      to < 0 ? inner(leftWash, -to) : inner(rightWash, to)
    ];
    shapes.push(filled([[...a, ...b.reverse()]], fill, opacity));
  };
  const spread = (count: number, reach: number): Point[] =>
    Array.from({ length: count }, () => {
      const t = random.between(0.06, 0.92);
      const w = (look.lobes ? look.lobes.waist * 0.5 : halfWidth(look, t)) * look.width;
      return { x: random.between(-reach, reach) * w, y: -t * look.length };
    });
  if (look.section === 'channelled') {
    band(-0.4, 0.4, tone(look.colour, -0.55), 0.42);
    band(-0.55, -0.4, tone(look.colour, 0.8), 0.5);
  } else if (look.section === 'half-round') {
    band(0.3, 0.98, tone(look.colour, -0.5), 0.45);
    band(-0.7, -0.35, tone(look.colour, 0.85), 0.5);
  } else if (look.section === 'tube') {
    band(0.35, 1, tone(look.colour, -0.55), 0.5);
    band(-0.6, -0.15, tone(look.colour, 0.9), 0.55);
  } else if (look.section === 'keeled') {
    band(0.02, 0.96, tone(look.colour, -0.5), 0.4);
  }
  if (look.surface === 'wrinkled' && fine > 60) {
    const puckers: Line[] = [];
    for (const sign of [-1, 1])
      for (let t = 0.12; t < 0.84; t += fine > 130 ? 0.06 : 0.1)
        for (const share of [0.3, 0.6]) {
          const w = halfWidth(look, t) * look.width * (look.lobes ? look.lobes.waist : 1);
          const at = { x: sign * w * (share + random.between(-0.06, 0.06)), y: -t * look.length };
          puckers.push(
            smooth(
              [
                add(at, { x: -w * 0.1, y: look.length * 0.012 }),
                add(at, { x: 0, y: -look.length * 0.008 }),
                add(at, { x: w * 0.1, y: look.length * 0.01 })
              ],
              2
            )
          );
        }
    shapes.push(lines(puckers, tone(look.colour, -0.6), look.pen * 0.7, 0.4));
  }
  if (look.wavy) {
    const crescents: Line[] = [];
    for (const edge of [left, right])
      for (let i = 2; i < edge.length - 3; i += look.margin === 'entire' ? 5 : 12)
        crescents.push(
          smooth([edge[i]!, mix(edge[i + 1]!, { x: 0, y: edge[i + 1]!.y }, 0.22), edge[i + 2]!], 2)
        );
    shapes.push(filled(crescents, tone(look.colour, -0.6), 0.42));
  }
  if (look.surface === 'mealy')
    shapes.push(
      filled([outline], '#E3E6DC', 0.3),
      dots(spread(fine > 130 ? 90 : 26, 0.92), '#F6F6EE', look.pen * 1.1, 0.75)
    );
  if (look.surface === 'waxy') shapes.push(filled([outline], '#CFE0E4', 0.3));
  if (look.thickness === 'fleshy') {
    band(-0.96, -0.8, '#FDFCF2', 0.4);
    band(0.8, 0.97, tone(look.colour, -0.6), 0.3);
  }
  if (look.spots === 'dark-spots') {
    const rings = spread(16, 0.82).map((at) => {
      const r = look.width * random.between(0.012, 0.034);
      return ellipse(at, r, r * 0.75, random.between(0, 3), 8);
    });
    shapes.push(filled(rings, '#3A1B2E', 0.85));
  }
  if (look.spots === 'pale-marks') shapes.push(...paleMarks(look, random.fork('pale')));
  if (!look.lobes && random.next() < look.wear * 0.5) {
    const cut = Math.floor(left.length * 0.8);
    shapes.push(filled([[...left.slice(cut), ...right.slice(cut).reverse()]], '#C9A24B', 0.3));
  }
  return shapes;
}

/** A pale crescent across a leaflet, or pale blotches along the midrib. */
function paleMarks(look: BladeLook, random: Random): FlatShape[] {
  if (look.width > look.length * 0.7) {
    const w = look.width * 0.34;
    const arc = (y: number, deep: number) =>
      smooth(
        [
          { x: -w, y: -look.length * (y - deep) },
          { x: 0, y: -look.length * y },
          { x: w, y: -look.length * (y - deep) }
        ],
        4
      );
    return [filled([[...arc(0.62, 0.2), ...arc(0.46, 0.12).reverse()]], '#E4EBD2', 0.7)];
  }
  const rings = Array.from({ length: 8 }, () => {
    const t = random.between(0.1, 0.8);
    const w = halfWidth(look, t) * look.width;
    const at = { x: random.between(-0.6, 0.6) * w, y: -t * look.length };
    return ellipse(at, w * 0.2, look.length * 0.03, random.between(-0.6, 0.6), 8);
  });
  return [filled(rings, '#E4EBD2', 0.6)];
}

/** Hairs by kind: edge hairs carry the character, a few on the face; felt and wool are a wash with loose ends. */
export function coatOf(
  look: BladeLook,
  [left, right]: [Line, Line],
  random: Random,
  fine: number
): FlatShape[] {
  const { hairs, pen } = look;
  const face = (count: number, reach: number, lean: number): Line[] =>
    Array.from({ length: count }, () => {
      const t = random.between(0.08, 0.92);
      const w = (look.lobes ? look.lobes.waist * 0.45 : halfWidth(look, t)) * look.width;
      const from = { x: random.between(-0.85, 0.85) * w, y: -t * look.length };
      return [from, add(from, scale(towards(Math.sign(from.x) * random.between(0, lean)), reach))];
    });
  const many = fine > 150 ? 1 : fine > 80 ? 0.3 : 0;
  const edge = (millimetres: number, density: number, width: number, colour = '#59664C') =>
    hairsAlong([left, right], hairReach(millimetres, pen), width, random.fork('edge'), {
      density: density * (fine > 150 ? 1 : fine > 80 ? 0.6 : 0.24),
      colour
    });
  const outline = [...left, ...right.slice().reverse()];
  switch (hairs) {
    case 'scattered':
      return [
        lines(face(Math.round(34 * many), hairReach(0.8, pen), 0.9), '#F2F0DF', pen * 0.4, 0.85),
        edge(0.6, 0.35, pen * 0.3)
      ];
    case 'downy':
      return [
        filled([outline], '#E9EADF', 0.2),
        edge(0.8, 1.1, pen * 0.32),
        lines(face(Math.round(46 * many), hairReach(0.8, pen), 0.7), '#F6F5EA', pen * 0.36, 0.75)
      ];
    case 'bristly':
      return [
        edge(1.9, 0.85, pen * 0.46),
        lines(face(Math.round(38 * many), hairReach(1.6, pen), 0.9), '#F6F5EA', pen * 0.5, 0.85),
        dots(
          face(Math.round(20 * many), 0, 0).map(([at]) => at!),
          tone(look.colour, 0.6),
          pen * 1.1,
          0.6
        )
      ];
    case 'stinging':
      return [
        edge(1.6, 0.7, pen * 0.46, '#7E8A5E'),
        lines(face(Math.round(30 * many), hairReach(1.5, pen), 0.5), '#FBFAF0', pen * 0.5, 0.9)
      ];
    case 'woolly':
      return [
        filled([outline], '#F1F0E6', 0.44),
        edge(1.5, 2, pen * 0.5, '#B9BCA8'),
        lines(face(Math.round(90 * many), hairReach(1.2, pen), 2.4), '#FBFAF2', pen * 0.55, 0.7)
      ];
    default:
      return [];
  }
}

/** The colour of the underside. */
export const undersideColour = (colour: string, state: string | undefined): string =>
  state === 'white-felt'
    ? '#DDE0D2'
    : state === 'purple'
      ? blend(colour, '#7A3E62', 0.62)
      : state === 'paler'
        ? tone(colour, 0.34)
        : tone(colour, 0.08);
