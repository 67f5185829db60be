import type { Recipe } from '../knowledge';
import type { Random } from '../random';
import { add, ellipse, growSpine, pathData, scale, smooth, towards } from './geometry';
import { penLine, tone } from './ink';
import type { Point, Shape } from './scene';
import type { Traits } from './traits';

const goldenAngle = Math.PI * (3 - Math.sqrt(5));

export interface DrawnUmbel {
  readonly shapes: Shape[];
  readonly points: Point[];
}

/**
 * A compound umbel seen from the side and slightly above: rays on a golden-angle disc from one point, each
 * ending in a small umbel drawn the same way.
 * @param base where the rays meet @param heading direction of its stalk @param width in millimetres
 */
export function drawUmbel(
  base: Point,
  heading: number,
  width: number,
  recipe: Recipe,
  traits: Traits,
  pen: number,
  random: Random
): DrawnUmbel {
  const [low, high] = recipe.rays ?? [10, 14];
  const counted = traits.value('ray-count');
  const rays = Math.round(counted ? Math.min(high, Math.max(low, counted)) : random.between(low, high));
  const inFruit = traits.state('fruit-form') !== undefined;
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const up = towards(heading);
  const side = towards(heading + Math.PI / 2);
  const place = (r: number, angle: number, rise: number): Point =>
    add(
      base,
      add(
        scale(side, (width / 2) * r * Math.cos(angle)),
        scale(up, rise - 0.16 * width * r * Math.sin(angle))
      )
    );
  const heads = Array.from({ length: rays }, (_, i) => {
    const r = Math.sqrt((i + 0.6) / rays);
    const angle = i * goldenAngle + random.between(-0.1, 0.1);
    const rise = width * (0.52 - 0.2 * r * r) * random.between(0.95, 1.05);
    return { at: place(r, angle, rise), depth: r * Math.sin(angle), r, angle };
  }).sort((a, b) => a.depth - b.depth);

  shapes.push(...drawBracts(base, heading, width, traits, pen, random.fork('bracts')));
  const size = Math.max((width / Math.sqrt(rays)) * 0.62, width * 0.07);
  for (const { at, angle } of heads) {
    const bow = add(
      base,
      add(scale({ x: at.x - base.x, y: at.y - base.y }, 0.5), scale(side, 0.05 * width * Math.cos(angle)))
    );
    shapes.push(penLine(smooth([base, bow, at], 4), pen * 1.5, tone(recipe.colour.stem, -0.1), 1));
  }
  heads.forEach(({ at, r, angle }, i) => {
    const outward = Math.cos(angle) * r;
    shapes.push(...drawBracteoles(at, size, outward, traits, pen));
    shapes.push(...drawUmbellet(at, size, recipe.colour.flower, inFruit, pen, random.fork(`head ${i}`)));
    points.push(...ellipse(at, size * 0.7, size * 0.5, 0, 6));
  });
  return { shapes, points: [base, ...points] };
}

function drawUmbellet(
  at: Point,
  size: number,
  colour: string,
  inFruit: boolean,
  pen: number,
  random: Random
): Shape[] {
  const florets = Math.round(Math.min(16, Math.max(6, size / (pen * 1.2))));
  // Too small for petals: one dot a floret.
  const isFar = size < pen * 14;
  const bed = ellipse({ x: at.x, y: at.y - size * 0.1 }, size * 0.62, size * 0.4, 0, 12);
  const small = size * 0.12;
  let petals = '';
  let eyes = '';
  let fruits = '';
  for (let i = 0; i < florets; i += 1) {
    const r = Math.sqrt((i + 0.5) / florets);
    const angle = i * goldenAngle + random.between(-0.3, 0.3);
    const centre = {
      x: at.x + size * 0.56 * r * Math.cos(angle),
      y: at.y - size * 0.14 + size * 0.34 * r * Math.sin(angle)
    };
    if (inFruit) fruits += pathData(ellipse(centre, small * 0.6, small, angle, 8), true);
    else if (isFar) petals += dot(centre);
    else {
      for (let p = 0; p < 5; p += 1) {
        const turn = (p * 2 * Math.PI) / 5 + i;
        petals += dot({
          x: centre.x + small * 0.75 * Math.cos(turn),
          y: centre.y + small * 0.6 * Math.sin(turn)
        });
      }
      eyes += dot(centre);
    }
  }
  const petal = isFar ? small * 1.9 : small * 1.04;
  return [
    { d: pathData(bed, true), fill: '#C9D5AE', opacity: 0.75 },
    ...(inFruit ? [{ d: fruits, fill: '#A9B36F', stroke: '#6E7A68', strokeWidth: pen * 0.3 }] : []),
    ...(petals ? [{ d: petals, stroke: '#6E7A68', strokeWidth: petal + pen * 0.5 }] : []),
    ...(petals ? [{ d: petals, stroke: colour, strokeWidth: petal }] : []),
    ...(eyes ? [{ d: eyes, stroke: '#B9C48A', strokeWidth: small * 0.5 }] : [])
  ];
}

/** A round dot, drawn by a pen that is set down once. */
const dot = (at: Point) => `${pathData([at], false)}h0`;

/** Bracts under the whole umbel: none, a few small simple ones, or a ruff divided into strips. */
function drawBracts(
  base: Point,
  heading: number,
  width: number,
  traits: Traits,
  pen: number,
  random: Random
): Shape[] {
  const kind = traits.state('bracts');
  const green = '#5E8A45';
  if (kind === 'few-simple')
    return Array.from({ length: 5 }, (_, i) => {
      const turn = (i - 2) * 0.75 + random.between(-0.12, 0.12);
      const size = width * random.between(0.07, 0.1);
      const spine = growSpine(
        base,
        heading + Math.PI * 0.5 * Math.sign(turn || 1) + turn * 0.35,
        Math.sign(turn || 1) * 0.7,
        size,
        6
      );
      return leafStrip(spine.points, width * 0.017, green);
    });
  if (kind === 'long-divided')
    return Array.from({ length: 9 }, (_, i) => {
      const share = (i - 4) / 4;
      const size = width * random.between(0.3, 0.42);
      const spine = growSpine(base, heading + share * 1.75, share * 0.5, size, 10);
      const strips = [0.35, 0.55, 0.72].flatMap((t) =>
        [-1, 1].map(
          (s) => growSpine(spine.place(t), spine.heading(t) + s * 0.62, -s * 0.3, size * 0.34, 5).points
        )
      );
      const lines = [spine.points, ...strips].map((line) =>
        leafStrip(line, Math.max(width * 0.008, pen * 0.7), green)
      );
      return { d: lines.map((line) => line.d).join(''), fill: green, opacity: 0.95 };
    });
  return [];
}

function drawBracteoles(at: Point, size: number, outward: number, traits: Traits, pen: number): Shape[] {
  const kind = traits.state('bracteoles');
  if (kind !== 'all-round' && kind !== 'outer-side') return [];
  const turns =
    kind === 'all-round'
      ? [-2.3, -1.7, 1.7, 2.3]
      : [Math.sign(outward || 1) * 1.75, Math.sign(outward || 1) * 2.3];
  const base = { x: at.x, y: at.y + size * 0.16 };
  const d = turns
    .map(
      (turn) =>
        leafStrip(
          growSpine(base, turn, turn * 0.15, size * 0.42, 4).points,
          Math.max(pen * 0.9, size * 0.07),
          ''
        ).d
    )
    .join('');
  return [{ d, fill: '#5E8A45', opacity: 0.95 }];
}

/** A narrow leaf along a line, widest in the middle. */
export function leafStrip(points: readonly Point[], width: number, colour: string): Shape {
  const last = points.length - 1;
  const edge = (sign: number) =>
    points.map((p, i) => {
      const q = points[Math.min(last, i + 1)]!;
      const o = points[Math.max(0, i - 1)]!;
      const size = Math.hypot(q.x - o.x, q.y - o.y) || 1;
      const w = sign * width * Math.sin(Math.PI * Math.min(0.97, 0.12 + (0.88 * i) / last)) ** 0.8;
      return { x: p.x - ((q.y - o.y) / size) * w, y: p.y + ((q.x - o.x) / size) * w };
    });
  return { d: pathData([...edge(-1), ...edge(1).reverse()], true), fill: colour, opacity: 0.95 };
}
