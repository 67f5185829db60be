import type { Random } from '../random';
import { type Model, hasFruit, isWithered } from './form';
import { type Spine, add, clamp, ellipse, placed, scale, smooth, spineThrough, towards } from './geometry';
import { type Drawn, around, drawItem, itemReach, largeFlower, stalkLine } from './item';
import { dots, edged, filled, lines, tone, tubeEdges } from './paint';
import type { Point, Shape } from './scene';

/** Spikes and racemes: flowers or fruits all round the upper part of a stem. */

/** Forms of flower that a dense spike shows by their bracts and anthers, not by petals. */
const chaffy = new Set(['four-tiny', 'no-petals']);

/** Forms of flower that are seen by their open face. */
const opensWide = new Set(['star-six', 'five-open', 'six-open', 'four-cross']);

/** Open flowers or capsules on stalks, one round the stem after the other, closer and younger towards the tip. */
function raceme(model: Model, axis: Spine, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const item = itemReach(model);
  const isFruit = hasFruit(traits);
  const step = item * (isFruit ? 0.62 : 0.42);
  const count = clamp(Math.round(axis.length / step), 5, near ? 14 : 22);
  const stalk = item * (isFruit ? 0.7 : 0.5);
  const stood = Array.from({ length: count }, (_, i) => {
    const share = (i + 0.4) / count;
    // One after the other round the stem: at the sides, before it, behind it.
    const turn = i * 2.4 + 0.6;
    return { share: share ** 0.86, side: Math.sin(turn), isFront: Math.cos(turn) > 0, i };
  });
  const drawn = stood.map(({ share, side, isFront, i }) => {
    const own = random.fork(`item ${i}`);
    const k = 1 - (isFruit ? 0.34 : 0.24) * share;
    const at = axis.place(0.02 + 0.95 * share);
    const heading = axis.heading(Math.min(share, 0.99));
    const out = heading + side * (isFruit ? 0.55 : 1.05 - 0.45 * share);
    const end = add(at, scale(towards(out), stalk * k * (0.45 + 0.55 * Math.abs(side))));
    const isBud = !isFruit && share > 0.72;
    const facing = isFruit ? heading + side * 0.3 : out;
    const size = item * k * (isBud ? 0.5 - 0.5 * (share - 0.72) : 1);
    const flower = isBud
      ? [edged([ellipse(end, size * 0.24, size * 0.5, out, 10)], tone(form.colour.flower, -0.2), pen * 0.6)]
      : drawItem(model, end, facing, own, k);
    return {
      isFront,
      shapes: [...stalkLine(model, [at, end], 0.9), ...flower],
      points: around(add(end, scale(towards(facing), item * k * 0.3)), size * 0.6)
    };
  });
  return {
    shapes: [...drawn.filter(({ isFront }) => !isFront), ...drawn.filter(({ isFront }) => isFront)].flatMap(
      ({ shapes }) => shapes
    ),
    points: drawn.flatMap(({ points }) => points)
  };
}

/** A dense spike: flowers all round, those at the top in bud. */
export function spike(model: Model, axis: Spine, random: Random, near: boolean): Drawn {
  const { form, traits, pen, recipe } = model;
  const item = itemReach(model);
  const isFruit = hasFruit(traits);
  if (!isFruit && traits.state('stem-section') === 'jointed') return jointedSpike(model, axis);
  if (!isFruit && chaffy.has(traits.state('flower-form') ?? ''))
    return chaffySpike(
      model,
      axis,
      recipe.spike ? Math.max(recipe.spike[1], pen * 5) : item * 1.6,
      random,
      near
    );
  const isOpen = !isFruit && item >= largeFlower && opensWide.has(traits.state('flower-form') ?? '');
  // A dead stalk that still stands keeps its capsules packed.
  const isDead = isWithered(traits);
  const isLax = isFruit && traits.state('fruit-form') === 'capsule' && item >= 6 && !isDead;
  if (isOpen || isLax) return raceme(model, axis, random, near);
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const isBerry = isFruit && ['berry', 'stone-fruit'].includes(traits.state('fruit-form') ?? '');
  // Packed in rows that wind up the stalk: the sides first, those in front over them.
  const room = item * (isBerry ? 0.62 : near ? 0.62 : 0.7);
  const perRow = isBerry ? 5 : 4;
  const rows = clamp(
    Math.floor(axis.length / room),
    4,
    isBerry ? (near ? 11 : 8) : item < 8 || isDead ? 24 : near ? 12 : 13
  );
  for (let row = rows - 1; row >= 0; row -= 1) {
    const share = (row + 0.3) / rows;
    const k = (isBerry ? 0.96 : 1) * (1 - (isBerry ? 0.24 : 0.5) * share);
    const across = towards(axis.heading(Math.min(share, 0.99)) + Math.PI / 2);
    const order = Array.from(
      { length: perRow },
      (_, i) => ((i + (row % 2) / 2 + 0.25) / perRow) * 2 - 1
    ).sort((a, b) => Math.abs(b) - Math.abs(a));
    for (const [i, side] of order.entries()) {
      const own = random.fork(`item ${row} ${i}`);
      const lift = (1 - side * side) * item * 0.1;
      const end = add(
        add(axis.place(0.02 + 0.96 * share), { x: 0, y: lift + own.between(-0.08, 0.08) * item }),
        scale(across, side * item * (isBerry ? 0.95 : 0.72) * k)
      );
      const facing = side * 1.25 + own.between(-0.15, 0.15);
      if (!isFruit && share > 0.8)
        shapes.push(
          edged(
            [ellipse(end, item * k * 0.26, item * k * 0.34, facing, 8)],
            tone(form.colour.stem, 0.1),
            pen * 0.5
          )
        );
      else shapes.push(...drawItem(model, end, facing, own, k));
      points.push(...around(add(end, scale(towards(facing), item * k * 0.4)), item * k * 0.7));
    }
  }
  return { shapes, points };
}

/** Glassworts: on each joint three flowers in a triangle, sunk into it, of which one or two anthers look out. */
function jointedSpike({ form, pen }: Model, axis: Spine): Drawn {
  const joints = 4;
  const width = axis.length * 0.26;
  const colour = form.colour.leaf;
  const shapes: Shape[] = [];
  const points: Point[] = [];
  for (let i = 0; i < joints; i += 1) {
    const at = axis.place((i + 0.5) / joints);
    const turn = axis.heading((i + 0.5) / joints);
    const half = axis.length / joints / 2;
    const lay = (line: Point[]) => placed(line, at, turn);
    const w = width * (1 - 0.07 * i);
    const body = lay(
      smooth(
        [
          { x: -0.4 * w, y: half },
          { x: -0.5 * w, y: 0 },
          { x: -0.58 * w, y: -half * 0.9 },
          { x: 0, y: -half * 1.06 },
          { x: 0.58 * w, y: -half * 0.9 },
          { x: 0.5 * w, y: 0 },
          { x: 0.4 * w, y: half }
        ],
        4
      )
    );
    const flowers = [
      { x: 0, y: -half * 0.3, r: 0.2 * w },
      { x: -0.24 * w, y: half * 0.34, r: 0.15 * w },
      { x: 0.24 * w, y: half * 0.34, r: 0.15 * w }
    ];
    shapes.push(
      edged([body], colour, pen * 0.9),
      filled(
        [
          lay([
            { x: 0.2 * w, y: half * 0.9 },
            { x: 0.3 * w, y: -half * 0.86 },
            { x: 0.54 * w, y: -half * 0.86 },
            { x: 0.4 * w, y: half * 0.9 }
          ])
        ],
        tone(colour, -0.5),
        0.3
      ),
      edged(
        flowers.map(({ x, y, r }) => lay(ellipse({ x, y }, r, r * 1.1, 0, 14))),
        tone(colour, 0.24),
        pen * 0.7,
        tone(colour, -0.55)
      ),
      dots(lay(flowers.map(({ x, y, r }) => ({ x: x + r * 0.3, y: y - r * 0.5 }))), '#E3C951', w * 0.12),
      dots(lay(flowers.map(({ x, y, r }) => ({ x: x - r * 0.2, y: y + r * 0.2 }))), '#F6F2DC', w * 0.05)
    );
    points.push(...body);
  }
  return { shapes, points };
}

/**
 * A spike of flowers without petals: bracts in spirals like scales, and a ring of anthers on threads that climbs from
 * the foot to the tip as they open.
 */
function chaffySpike(
  { form, pen, traits }: Model,
  whole: Spine,
  width: number,
  random: Random,
  near: boolean
): Drawn {
  const axis = near ? spineThrough(whole.points.slice(Math.round(whole.points.length * 0.14))) : whole;
  const colour = traits.state('flower-colour') === 'white' ? '#9C8A5E' : form.colour.flower;
  const edge = tone(colour, -0.55);
  const widthAt = (t: number) => width * Math.min(1, 0.62 + 2.2 * t, 0.25 + 2.6 * (1 - t));
  const scaleSize = Math.max(width * (near ? 0.17 : 0.24), pen * 2);
  const rows = clamp(Math.round(axis.length / (scaleSize * 1.1)), 6, near ? 46 : 34);
  const dark: Point[][] = [];
  const light: Point[][] = [];
  for (let row = 0; row < rows; row += 1) {
    const t = (row + 0.5) / rows;
    const heading = axis.heading(Math.min(t, 0.99));
    const across = towards(heading + Math.PI / 2);
    const many = Math.max(3, Math.round(widthAt(t) / (scaleSize * 1.1)));
    for (let i = 0; i < many; i += 1) {
      const side = ((i + (row % 2) / 2 + 0.25) / many) * 2 - 1;
      const at = add(axis.place(t), scale(across, side * widthAt(t) * 0.46));
      const size = scaleSize * (1 - 0.35 * Math.abs(side));
      (side > 0.25 ? dark : light).push(
        placed(
          [
            { x: -0.5, y: 0.3 },
            { x: -0.3, y: -0.4 },
            { x: 0, y: -0.8 },
            { x: 0.3, y: -0.4 },
            { x: 0.5, y: 0.3 }
          ],
          at,
          heading + side * 0.8,
          size
        )
      );
    }
  }
  const [from, to] = [random.between(0.16, 0.3), random.between(0.5, 0.66)];
  // Plantains hang their anthers out on long threads; flowers without any petals hardly.
  const reach = traits.state('flower-form') === 'four-tiny' ? 0.46 : 0.14;
  const threads = Array.from({ length: near ? 46 : 26 }, () => {
    const t = random.between(from, to);
    const side = random.next() < 0.5 ? -1 : 1;
    const off = random.next() ** 0.5;
    const heading = axis.heading(t);
    const foot = add(axis.place(t), scale(towards(heading + Math.PI / 2), side * off * widthAt(t) * 0.4));
    const out = add(
      foot,
      scale(towards(heading + side * (0.5 + off)), Math.max(width * reach, pen * 3) * off)
    );
    return [foot, out];
  });
  const [left, right] = tubeEdges(axis, widthAt, 16);
  return {
    shapes: [
      filled([[...left, ...right.slice().reverse()]], tone(colour, -0.2)),
      edged(light, tone(colour, 0.1), pen * 0.35, edge),
      edged(dark, tone(colour, -0.22), pen * 0.35, edge),
      lines(threads, '#B9B59A', pen * 0.4, 0.9),
      dots(
        threads.map((line) => line[1]!),
        traits.state('anther-colour') === 'dark' ? '#8E5A78' : '#EFE6BC',
        Math.max(width * 0.13, pen * 1.5)
      ),
      lines(
        threads.map((line) => [line[1]!]),
        '#7F7A55',
        Math.max(width * 0.04, pen * 0.5),
        0.5
      )
    ],
    points: [...left, ...right.reverse()]
  };
}
