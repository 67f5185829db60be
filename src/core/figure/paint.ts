import type { Random } from '../random';
import { type Spine, add, clamp, length, mix, scale, towards } from './geometry';
import type { Line, Point, Shape } from './scene';

export const inkColour = '#2B3A2C';
/** The paper that plates are printed on, in every theme. */
export const paper = '#FCFAF3';

/** A colour made lighter (amount > 0, towards white) or darker (amount < 0, towards a deep green-black). */
export function tone(colour: string, amount: number): string {
  return blend(colour, amount > 0 ? '#FCFAF0' : '#16281A', Math.min(1, Math.abs(amount)));
}

/** Two colours mixed. @param share of the second, 0–1 */
export function blend(a: string, b: string, share: number): string {
  const channel = (i: number) => {
    const [p, q] = [parseInt(a.slice(1 + 2 * i, 3 + 2 * i), 16), parseInt(b.slice(1 + 2 * i, 3 + 2 * i), 16)];
    return Math.round(p + (q - p) * share)
      .toString(16)
      .padStart(2, '0');
  };
  return `#${channel(0)}${channel(1)}${channel(2)}`;
}

/** White petals: a little colder than the paper. */
export const petalWhite = '#FEFFFC';

/** White, cream and the palest tints, which paper does not set off. */
export const isPale = (colour: string): boolean =>
  [1, 3, 5].every((i) => parseInt(colour.slice(i, i + 2), 16) > 0xd8);

export const filled = (rings: readonly Line[], fill: string, opacity?: number): Shape => ({
  rings,
  closed: true,
  fill,
  ...(opacity === undefined ? {} : { opacity })
});

export const lines = (rings: readonly Line[], stroke: string, width: number, opacity?: number): Shape => ({
  rings,
  closed: false,
  stroke,
  width,
  ...(opacity === undefined ? {} : { opacity })
});

/** Filled rings with a thin even outline: for what is too small for a pen that swells. */
export const edged = (
  rings: readonly Line[],
  fill: string,
  width: number,
  stroke = inkColour,
  opacity?: number
): Shape => ({ ...filled(rings, fill, opacity), stroke, width });

/** Round dots. */
export const dots = (places: Line, colour: string, size: number, opacity?: number): Shape =>
  lines(
    places.map((at) => [at]),
    colour,
    size,
    opacity
  );

/**
 * A pen line as a filled shape of varying width: heavier where it faces the lower right, tapered at both ends.
 * @param width greatest width
 */
export function inkLine(points: Line, width: number, colour = inkColour, opacity = 0.85): Shape {
  const last = points.length - 1;
  const left: Point[] = [];
  const right: Point[] = [];
  points.forEach((point, i) => {
    const before = points[Math.max(0, i - 1)]!;
    const after = points[Math.min(last, i + 1)]!;
    const size = length(before, after) || 1;
    const normal = { x: -(after.y - before.y) / size, y: (after.x - before.x) / size };
    const shade = 0.55 + 0.45 * Math.abs(normal.x * 0.6 + normal.y * 0.8);
    const ends = Math.min(1, 0.22 + (6 * Math.min(i, last - i)) / Math.max(1, last));
    const half = (width / 2) * shade * ends;
    left.push(add(point, scale(normal, half)));
    right.push(add(point, scale(normal, -half)));
  });
  return filled([[...left, ...right.reverse()]], colour, opacity);
}

export const hairKinds = [
  'hairless',
  'downy',
  'stiff',
  'one-line',
  'clinging',
  'stinging',
  'woolly'
] as const;
export type HairKind = (typeof hairKinds)[number];

export interface TubeLook {
  readonly colour: string;
  /** Colour at the foot, where it differs. */
  readonly footColour?: string;
  readonly pen: number;
  readonly hairs?: HairKind;
  readonly marks?: 'plain' | 'blotched' | 'flushed';
  readonly section?: 'smooth' | 'ridged' | 'winged' | 'square' | 'three-angled' | 'jointed' | 'grooved';
  readonly bloom?: boolean;
  /** Draws all that a hand lens would show; otherwise what can be seen on a whole plant. */
  readonly near?: boolean;
}

/** Both edges of a tube of changing width along a spine. */
export function tubeEdges(spine: Spine, width: (t: number) => number, samples: number): [Point[], Point[]] {
  const left: Point[] = [];
  const right: Point[] = [];
  for (let i = 0; i <= samples; i += 1) {
    const t = i / samples;
    const across = towards(spine.heading(Math.min(t, 0.999)) + Math.PI / 2);
    const at = spine.place(t);
    const half = width(t) / 2;
    left.push(add(at, scale(across, -half)));
    right.push(add(at, scale(across, half)));
  }
  return [left, right];
}

const between = (left: Line, right: Line, share: number): Point[] =>
  left.map((p, i) => mix(p, right[i]!, share));

/** A stem or stalk: wash, shaded side, light side, then its marks, ridges and hairs within its true width. */
export function drawTube(
  spine: Spine,
  width: (t: number) => number,
  look: TubeLook,
  random: Random
): Shape[] {
  const { colour, pen, section = 'smooth' } = look;
  const samples = Math.max(look.near ? 24 : 12, spine.points.length > 24 ? spine.points.length - 1 : 0);
  const [left, right] = tubeEdges(spine, width, samples);
  const line = (share: number) => between(left, right, share);
  const band = (from: number, to: number, fill: string, opacity: number) =>
    filled([[...line(from), ...line(to).reverse()]], fill, opacity);
  const shapes: Shape[] = [];
  if (section === 'winged') {
    const wing = (edge: Line, side: number) =>
      edge.map((p, i) => {
        const t = Math.min(i / samples, 0.999);
        const wave = 0.34 + 0.1 * Math.sin(i * 1.9 + side);
        return add(p, scale(towards(spine.heading(t) + Math.PI / 2), side * width(t) * wave));
      });
    const [outerLeft, outerRight] = [wing(left, -1), wing(right, 1)];
    shapes.push(
      filled(
        [
          [...left, ...outerLeft.slice().reverse()],
          [...right, ...outerRight.slice().reverse()]
        ],
        tone(colour, 0.2)
      ),
      inkLine(outerLeft, pen * 0.8),
      inkLine(outerRight, pen * 0.8)
    );
  }
  shapes.push(filled([[...left, ...right.slice().reverse()]], colour));
  if (look.footColour) {
    const cut = Math.ceil(samples * 0.45);
    for (const share of [1, 0.6])
      shapes.push(
        filled(
          [[...left.slice(0, cut * share + 1), ...right.slice(0, cut * share + 1).reverse()]],
          look.footColour,
          0.45
        )
      );
  }
  if (look.marks === 'flushed') shapes.push(band(0, 1, '#7A2F52', 0.34));
  if (section === 'square' || section === 'three-angled') {
    const edge = section === 'square' ? 0.46 : 0.64;
    shapes.push(
      band(edge, 1, tone(colour, -0.5), 0.5),
      band(0.1, edge - 0.06, tone(colour, 0.75), 0.42),
      inkLine(line(edge), pen * 0.7, tone(colour, -0.6), 0.8)
    );
  } else {
    shapes.push(
      band(0.56, 1, tone(colour, -0.45), 0.32),
      band(0.74, 1, tone(colour, -0.6), 0.34),
      band(0.12, 0.4, tone(colour, 0.8), 0.36),
      band(0.18, 0.3, tone(colour, 0.9), 0.4)
    );
  }
  if (section === 'ridged') {
    const shares = look.near ? [0.08, 0.2, 0.34, 0.5, 0.66, 0.8, 0.92] : [0.2, 0.5, 0.8];
    for (const share of shares) {
      shapes.push(inkLine(line(share), Math.max(pen * 0.8, width(0.5) * 0.035), tone(colour, -0.65), 0.6));
      if (look.near) shapes.push(band(share + 0.02, share + 0.07, tone(colour, 0.75), 0.5));
    }
  } else if (section === 'grooved') {
    shapes.push(band(0.4, 0.6, tone(colour, -0.5), 0.45), band(0.6, 0.68, tone(colour, 0.7), 0.5));
  } else if (section === 'jointed') {
    for (const t of [0.16, 0.44, 0.72]) {
      const i = Math.round(t * samples);
      const low = [0, 0.25, 0.5, 0.75, 1].map((share) => mix(left[i]!, right[i]!, share));
      const middle = mix(left[i + 2]!, right[i + 2]!, 0.5);
      shapes.push(
        filled(
          [
            [
              low[0]!,
              mix(low[1]!, middle, 0.6),
              mix(low[2]!, middle, 0.9),
              mix(low[3]!, middle, 0.6),
              low[4]!
            ]
          ],
          tone(colour, -0.5),
          0.45
        ),
        inkLine(low, pen, tone(colour, -0.7), 0.9)
      );
    }
  } else if (section === 'smooth' && look.near) {
    for (const share of [0.3, 0.52, 0.72])
      shapes.push(inkLine(line(share), pen * 0.35, tone(colour, -0.5), 0.35));
  }
  if (look.bloom) shapes.push(band(0.04, 0.7, '#D9E4E6', 0.34));
  if (look.marks === 'blotched')
    shapes.push(...blotches(spine, width, look.near ?? false, random.fork('blotches')));
  shapes.push(inkLine(left, pen), inkLine(right, pen * 1.35));
  shapes.push(...tubeHairs([left, right], width(0.5), look, random.fork('hairs')));
  return shapes;
}

function tubeHairs([left, right]: [Line, Line], width: number, look: TubeLook, random: Random): Shape[] {
  const { hairs = 'hairless', pen } = look;
  if (hairs === 'hairless') return [];
  const millimetres = { downy: 0.9, stiff: 2.4, 'one-line': 1, clinging: 0.7, stinging: 1.8, woolly: 1.6 }[
    hairs
  ];
  const reach = Math.min(hairReach(millimetres, pen), Math.max(width * 0.8, pen * 4));
  const line = (share: number) => between(left, right, share);
  if (hairs === 'one-line')
    return [
      hairsAlong([line(0.42)], reach, pen * 0.5, random, { density: 2.2, colour: '#F4F2E2', outwards: [-1] })
    ];
  if (hairs === 'woolly')
    return [
      filled([[...left, ...right.slice().reverse()]], '#F1F0E6', 0.42),
      hairsAlong([left, right], reach, pen * 0.5, random, { density: 2.4, colour: '#C9CBBB', lean: 1.1 }),
      hairsAlong([line(0.25), line(0.5), line(0.75)], reach, pen * 0.4, random, {
        density: 1.2,
        colour: '#F7F6EC',
        lean: 1.2,
        outwards: [1, -1, 1]
      })
    ];
  const look_ = {
    downy: { density: 1, lean: 0.5 },
    stiff: { density: 0.8, lean: 0.35 },
    clinging: { density: 0.9, lean: -0.8 },
    stinging: { density: 0.55, lean: 0.2 }
  }[hairs];
  const colour = hairs === 'stinging' ? '#7E8A5E' : '#59664C';
  const thick = pen * (hairs === 'downy' ? 0.34 : 0.5);
  const outer = hairsAlong([left, right], reach, thick, random, { ...look_, colour });
  const isNeedled = hairs === 'stinging' && look.near;
  const shapes = isNeedled ? stings(outer.rings, pen) : [outer];
  // A few lit hairs on the face; more would become fog.
  if (look.near) {
    const face = hairsAlong([line(0.35), line(0.62)], reach * 0.8, thick, random.fork('face'), {
      ...look_,
      density: look_.density * 0.35,
      colour: '#F4F2E2'
    });
    shapes.push(...(isNeedled ? stings(face.rings, pen) : [face]));
  }
  return shapes;
}

function blotches(spine: Spine, width: (t: number) => number, near: boolean, random: Random): Shape[] {
  const w0 = width(0);
  const count = Math.round(clamp((spine.length / w0) * (near ? 3.4 : 1), 8, near ? 20 : 60));
  const ring = (size: number) => {
    const w = w0 * size;
    const tall = w * random.between(0.09, 0.34);
    // No blotch reaches beyond either end of the stem.
    const end = Math.min(0.5, (1.3 * tall) / spine.length);
    const t = end + random.next() ** 1.3 * (1 - 2 * end);
    const wide = Math.min(tall * random.between(0.3, 0.6), width(t) * 0.3);
    const heading = spine.heading(Math.min(t, 0.999));
    const centre = add(
      spine.place(t),
      scale(towards(heading + Math.PI / 2), random.between(-0.46, 0.46) * (width(t) - 2 * wide))
    );
    return Array.from({ length: 9 }, (_, k) => {
      const a = (2 * Math.PI * k) / 9;
      const r = random.between(0.65, 1.15);
      const [x, y] = [wide * r * Math.cos(a), tall * r * Math.sin(a)];
      return {
        x: centre.x + x * Math.cos(heading) - y * Math.sin(heading),
        y: centre.y + x * Math.sin(heading) + y * Math.cos(heading)
      };
    });
  };
  const large = Array.from({ length: count }, () => ring(1));
  const small = near ? Array.from({ length: count * 3 }, () => ring(0.24)) : [];
  return [filled(large, '#6B1F46', 0.8), ...(near ? [filled(small, '#6B1F46', 0.7)] : [])];
}

/** How long a hair is drawn: as it is, but never too short to be seen at the size of the view. */
export const hairReach = (millimetres: number, pen: number): number =>
  clamp(millimetres, pen * 3, millimetres * 4);

/** Stings: each a glassy needle on a swollen foot. @param hairs from foot to tip */
export function stings(hairs: readonly Line[], pen: number): Shape[] {
  const needle = ([foot, tip]: Line): Point[] => {
    const [from, to] = [foot!, tip!];
    const long = length(from, to) || 1;
    const across = scale({ x: -(to.y - from.y) / long, y: (to.x - from.x) / long }, pen * 0.95);
    return [add(from, across), to, add(from, scale(across, -1))];
  };
  const feet = hairs.map(([foot]) => foot!);
  return [
    edged(hairs.map(needle), '#F3F4DF', pen * 0.4, '#5C6942'),
    dots(feet, '#5C6942', pen * 3),
    dots(feet, '#C6D19A', pen * 2.1)
  ];
}

export interface HairStyle {
  /** Hairs to a length of their own reach, about. */
  readonly density: number;
  readonly colour: string;
  /** Lean along the edge, in radians: positive towards its end. */
  readonly lean?: number;
  /** Which side of each edge is outside: −1 left, 1 right. */
  readonly outwards?: readonly number[];
}

/** Edge hairs: uneven in length, spacing and lean, so that they do not look like a comb. */
export function hairsAlong(
  edges: readonly Line[],
  reach: number,
  width: number,
  random: Random,
  { density, colour, lean = 0.3, outwards = [-1, 1] }: HairStyle
): Shape {
  const hairs: Line[] = [];
  edges.forEach((edge, e) => {
    const side = outwards[e] ?? 1;
    let rest = 0;
    for (let i = 1; i < edge.length; i += 1) {
      const [a, b] = [edge[i - 1]!, edge[i]!];
      const size = length(a, b);
      rest += (size * density) / (reach * 0.5);
      const many = Math.floor(rest);
      rest -= many;
      for (let k = 0; k < many; k += 1) {
        if (random.next() < 0.2) continue;
        const from = mix(a, b, random.next());
        const heading =
          Math.atan2(b.x - a.x, -(b.y - a.y)) + side * (Math.PI / 2 - lean - random.between(-0.3, 0.3));
        hairs.push([from, add(from, scale(towards(heading), reach * random.between(0.5, 1.1)))]);
      }
    }
  });
  return lines(hairs, colour, width, 0.85);
}
