import type { Random } from '../random';
import { type Spine, add, pathData, scale, towards } from './geometry';
import type { Point, Shape } from './scene';

export const inkColour = '#2B3A2C';

/** A colour made lighter (amount > 0, towards white) or darker (amount < 0, towards a deep green-black). */
export function tone(colour: string, amount: number): string {
  const goal = amount > 0 ? [252, 250, 240] : [22, 40, 26];
  const share = Math.min(1, Math.abs(amount));
  const channel = (i: number) => {
    const own = parseInt(colour.slice(1 + 2 * i, 3 + 2 * i), 16);
    return Math.round(own + (goal[i]! - own) * share)
      .toString(16)
      .padStart(2, '0');
  };
  return `#${channel(0)}${channel(1)}${channel(2)}`;
}

/**
 * A pen line as a filled shape of varying width: heavier where it faces the lower right, tapered at both ends.
 * @param width greatest width in millimetres
 */
export function penLine(points: readonly Point[], width: number, colour = inkColour, opacity = 0.85): Shape {
  const last = points.length - 1;
  const left: Point[] = [];
  const right: Point[] = [];
  points.forEach((point, i) => {
    const before = points[Math.max(0, i - 1)]!;
    const after = points[Math.min(last, i + 1)]!;
    const size = Math.hypot(after.x - before.x, after.y - before.y) || 1;
    const normal = { x: -(after.y - before.y) / size, y: (after.x - before.x) / size };
    const shade = 0.62 + 0.38 * Math.abs(normal.x * 0.6 + normal.y * 0.8);
    const ends = Math.min(1, 0.25 + (6 * Math.min(i, last - i)) / Math.max(1, last));
    const half = (width / 2) * shade * ends;
    left.push(add(point, scale(normal, half)));
    right.push(add(point, scale(normal, -half)));
  });
  return { d: pathData([...left, ...right.reverse()], true), fill: colour, opacity };
}

export interface TubeLook {
  readonly colour: string;
  readonly pen: number;
  readonly hairs?: 'none' | 'downy' | 'stiff';
  readonly marks?: 'plain' | 'blotched' | 'flushed';
  readonly section?: 'smooth' | 'ridged' | 'winged';
}

/** Both edges of a tube of changing width along a spine. */
export function tubeEdges(spine: Spine, width: (t: number) => number, samples = 24): [Point[], Point[]] {
  const edge = (side: number) =>
    Array.from({ length: samples + 1 }, (_, i) => {
      const t = i / samples;
      const across = towards(spine.heading(Math.min(t, 0.999)) + Math.PI / 2);
      return add(spine.place(t), scale(across, (side * width(t)) / 2));
    });
  return [edge(-1), edge(1)];
}

/** A stem or stalk: wash, shaded side, light side, then its marks, ridges and hairs within its true width. */
export function drawTube(
  spine: Spine,
  width: (t: number) => number,
  look: TubeLook,
  random: Random
): Shape[] {
  const [left, right] = tubeEdges(spine, width);
  const within = (from: number, to: number) => {
    const line = (share: number) =>
      left.map((p, i) => add(p, scale({ x: right[i]!.x - p.x, y: right[i]!.y - p.y }, share)));
    return pathData([...line(from), ...line(to).reverse()], true);
  };
  const shapes: Shape[] = [
    { d: within(0, 1), fill: look.colour },
    { d: within(0.62, 1), fill: tone(look.colour, -0.45), opacity: 0.5 },
    { d: within(0.12, 0.34), fill: tone(look.colour, 0.7), opacity: 0.5 }
  ];
  if (look.section === 'ridged')
    for (const share of [0.2, 0.42, 0.6, 0.78])
      shapes.push({ d: within(share, share + 0.06), fill: tone(look.colour, -0.6), opacity: 0.45 });
  if (look.marks === 'flushed') shapes.push({ d: within(0, 1), fill: '#7A2F52', opacity: 0.28 });
  if (look.marks === 'blotched') shapes.push(blotches(spine, width, random.fork('blotches')));
  if (look.section === 'winged')
    for (const [edge, side] of [
      [left, -1],
      [right, 1]
    ] as const) {
      const wing = edge.map((p, i) =>
        add(
          p,
          scale(
            towards(spine.heading(Math.min(i / 24, 0.999)) + Math.PI / 2),
            side * width(i / 24) * (0.28 + 0.08 * Math.sin(i * 1.3))
          )
        )
      );
      shapes.push({ d: pathData([...edge, ...wing.reverse()], true), fill: tone(look.colour, 0.15) });
      shapes.push(penLine(wing, look.pen * 0.7));
    }
  shapes.push(penLine(left, look.pen), penLine(right, look.pen * 1.25));
  if (look.hairs && look.hairs !== 'none') {
    const isStiff = look.hairs === 'stiff';
    shapes.push(
      hairsAlong(
        [left, right],
        hairReach(isStiff ? 2.6 : 1.1, look.pen),
        look.pen * (isStiff ? 0.4 : 0.28),
        random.fork('hairs')
      )
    );
  }
  return shapes;
}

function blotches(spine: Spine, width: (t: number) => number, random: Random): Shape {
  const count = Math.round(Math.min(46, Math.max(8, (spine.length / width(0)) * 0.8)));
  let d = '';
  for (let i = 0; i < count; i += 1) {
    const w = width(0);
    const tall = w * random.between(0.18, 0.6);
    // No blotch reaches beyond either end of the stem.
    const end = Math.min(0.5, (1.2 * tall) / spine.length);
    const t = end + random.next() ** 1.4 * (1 - 2 * end);
    const wide = width(t) * random.between(0.1, 0.26);
    const across = towards(spine.heading(t) + Math.PI / 2);
    const centre = add(spine.place(t), scale(across, random.between(-0.5, 0.5) * (width(t) - 2.3 * wide)));
    const outline = Array.from({ length: 9 }, (_, k) => {
      const a = (2 * Math.PI * k) / 9;
      const r = random.between(0.7, 1.15);
      return { x: centre.x + wide * r * Math.cos(a), y: centre.y + tall * r * Math.sin(a) };
    });
    d += pathData(outline, true);
  }
  return { d, fill: '#6B1F46', opacity: 0.82 };
}

/**
 * How long a hair is drawn: as it is, in millimetres, but never too short to be seen at the size of the view.
 */
export const hairReach = (millimetres: number, pen: number): number =>
  Math.min(Math.max(millimetres, pen * 2.6), millimetres * 4);

/** Edge hairs: uneven in length, spacing and lean, so that they do not look like a comb. */
export function hairsAlong(
  edges: readonly (readonly Point[])[],
  reach: number,
  width: number,
  random: Random,
  outwards: readonly number[] = [-1, 1]
): Shape {
  let d = '';
  edges.forEach((edge, e) => {
    for (let i = 1; i < edge.length; i += 1) {
      const [a, b] = [edge[i - 1]!, edge[i]!];
      const size = Math.hypot(b.x - a.x, b.y - a.y);
      const many = Math.max(1, Math.round(size / (reach * 0.55)));
      for (let k = 0; k < many; k += 1) {
        if (random.next() < 0.25) continue;
        const from = { x: a.x + (b.x - a.x) * random.next(), y: a.y + (b.y - a.y) * random.next() };
        const heading =
          Math.atan2(b.x - a.x, -(b.y - a.y)) +
          (outwards[e] ?? 1) * (Math.PI / 2 - random.between(-0.15, 0.6));
        d += pathData([from, add(from, scale(towards(heading), reach * random.between(0.5, 1.1)))], false);
      }
    }
  });
  return { d, stroke: '#59664C', strokeWidth: width, opacity: 0.85 };
}
