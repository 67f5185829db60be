import type { Random } from '../random';
import { type Model, hasFruit } from './form';
import {
  type Spine,
  add,
  clamp,
  ellipse,
  growSpine,
  placed,
  scale,
  smooth,
  spineThrough,
  towards
} from './geometry';
import { type Drawn, around, drawItem, itemReach, stalkLine } from './item';
import { drawTube, dots, edged, filled, lines, tone, tubeEdges } from './paint';
import type { Point, Shape } from './scene';

/** Clusters that stand along the upper part of a stem: rows, spikes, clubs, coils. */

/** Clusters along the upper part of a stem. */
export function along(model: Model, axis: Spine, kind: string, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const item = itemReach(model);
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const put = (at: Point, facing: number, k: number, own: Random) => {
    shapes.push(...drawItem(model, at, facing, own, k));
    points.push(...around(add(at, scale(towards(facing), item * k * 0.4)), item * k * 0.7));
  };
  const isFruit = hasFruit(traits);
  switch (kind) {
    case 'one-sided': {
      const isTube = traits.state('flower-form') === 'wide-tube';
      const nods = traits.state('flower-form') === 'tube-six';
      const count = clamp(Math.round(axis.length / (item * (isTube ? 0.5 : 1.1))), 5, near ? 12 : 13);
      const mirror = random.next() < 0.5 ? -1 : 1;
      for (let i = count - 1; i >= 0; i -= 1) {
        const share = i / (count - 1);
        const at = axis.place(0.04 + 0.92 * share);
        const k = 1 - 0.62 * share;
        const side = mirror * (isTube && i % 3 === 1 ? -1 : 1);
        const reach = item * k * (isTube ? 0.12 : 0.8);
        const end = add(at, { x: side * reach, y: isTube ? 0 : reach * 0.1 });
        shapes.push(
          ...stalkLine(model, smooth([at, add(at, { x: side * reach * 0.5, y: -reach * 0.35 }), end], 3), 0.9)
        );
        const facing = isFruit ? Math.PI : side * (isTube ? 2.2 + 0.25 * (1 - share) : nods ? 2.5 : 3.0);
        if (isTube && share > 0.84) {
          shapes.push(
            edged([ellipse(end, item * k * 0.3, item * k * 0.42, 0, 8)], form.colour.stem, pen * 0.5)
          );
          points.push(end);
        } else put(end, facing, k, random.fork(`item ${i}`));
      }
      break;
    }
    case 'branched-spike': {
      // Rings of flowers on short stalks, one above the other with light between, closer towards the tip.
      const tufts = (spine: Spine, from: number, own: Random) => {
        const step = clamp((item * 1.9) / spine.length, near ? 0.075 : 0.1, 0.16);
        for (let t = from; t <= 1; t += step * (1.15 - 0.5 * t)) {
          const at = spine.place(Math.min(t, 0.99));
          const heading = spine.heading(Math.min(t, 0.99));
          const across = towards(heading + Math.PI / 2);
          const many = (near ? 5 : 4) - Math.round(1.5 * t);
          for (let k = 0; k < many; k += 1) {
            const share = many === 1 ? 0 : (k / (many - 1)) * 2 - 1;
            const end = add(
              at,
              add(scale(across, share * item * (1.05 - 0.45 * t) * own.between(0.85, 1.1)), {
                x: 0,
                y: item * (0.25 * Math.abs(share) + own.between(-0.25, 0.2))
              })
            );
            shapes.push(lines([[at, end]], tone(form.colour.stem, -0.3), pen * 0.6));
            put(end, isFruit ? Math.PI - share * 0.7 : share * 1.2, 0.95 - 0.25 * t, own);
          }
        }
      };
      const branches = near ? 3 : 5;
      for (let i = 0; i < branches; i += 1) {
        const own = random.fork(`branch ${i}`);
        const t = 0.04 + (0.6 * i) / branches;
        const side = i % 2 ? 1 : -1;
        const branch = growSpine(
          axis.place(t),
          axis.heading(t) + side * own.between(0.45, 0.7),
          -side * 0.45,
          axis.length * (0.5 - 0.06 * i) * own.between(0.85, 1.1),
          8
        );
        shapes.push(...stalkLine(model, branch.points));
        tufts(branch, 0.22, own.fork('tufts'));
      }
      tufts(axis, 0.3, random.fork('main'));
      break;
    }
    case 'club': {
      const club = spineThrough(axis.points.slice(Math.floor(axis.points.length * 0.25)));
      const wide = Math.max(model.form.stemWidth * 1.9, pen * 8);
      const cut = Math.floor(club.points.length * 0.62);
      const low = spineThrough(club.points.slice(0, cut + 1));
      const high = spineThrough(club.points.slice(cut));
      shapes.push(
        ...drawTube(
          low,
          (t) => wide * Math.min(1, 4 * t + 0.5, 4 * (1 - t) + 0.5),
          { colour: '#6B4A32', pen },
          random
        ),
        dots(
          Array.from({ length: near ? 120 : 50 }, () =>
            add(low.place(random.next()), { x: random.between(-0.45, 0.45) * wide, y: 0 })
          ),
          '#8A6444',
          pen * 0.9,
          0.7
        ),
        ...drawTube(
          high,
          (t) => wide * 0.3 * Math.min(1, 4 * (1 - t) + 0.4),
          { colour: '#B7A56A', pen },
          random
        )
      );
      points.push(...low.points.flatMap((p) => around(p, wide * 0.6)), ...high.points);
      break;
    }
    case 'coil': {
      for (const side of [-1, 1] as const) {
        const reach = item * 4.4;
        const arm = growSpine(axis.place(1), axis.heading(0.99) + side * 0.45, side * 2, reach, 16);
        shapes.push(
          ...drawTube(
            arm,
            (t) => Math.max(pen * 2, item * 0.2) * (1 - 0.4 * t),
            {
              colour: form.colour.stem,
              pen: pen * 0.8,
              hairs: traits.state('stem-hairs') === 'stiff' ? 'stiff' : 'hairless'
            },
            random.fork(`arm ${side}`)
          )
        );
        const isOpen = traits.state('flower-form') !== 'narrow-bell';
        for (let i = 5; i >= 0; i -= 1) {
          const share = i / 5;
          const own = random.fork(`bell ${side} ${i}`);
          if (share > 0.75) {
            const bud = ellipse(arm.place(0.3 + 0.68 * share), item * 0.2, item * 0.3, 0, 8);
            shapes.push(edged([bud], form.colour.stem, pen * 0.5));
            points.push(arm.place(0.3 + 0.68 * share));
          } else
            put(
              arm.place(0.3 + 0.68 * share),
              isOpen ? side * (0.6 + share) : Math.PI - side * 0.2,
              1 - 0.4 * share,
              own
            );
        }
      }
      break;
    }
    default:
      return spike(model, axis, random, near);
  }
  return { shapes, points: points.length > 2 ? points : axis.points.slice() };
}

/** Forms of flower that a dense spike shows by their bracts and anthers, not by petals. */
const chaffy = new Set(['four-tiny', 'no-petals']);

/** A dense spike: flowers all round, those at the top in bud. */
function spike(model: Model, axis: Spine, random: Random, near: boolean): Drawn {
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
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const isBerry = isFruit && ['berry', 'stone-fruit'].includes(traits.state('fruit-form') ?? '');
  // Packed in rows that wind up the stalk: the sides first, those in front over them.
  const room = item * (isBerry ? 0.62 : near ? 0.62 : 0.7);
  const perRow = isBerry ? 5 : 4;
  const rows = clamp(
    Math.floor(axis.length / room),
    4,
    isBerry ? (near ? 11 : 8) : item < 8 ? 24 : near ? 12 : 13
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

const alongStem = new Set(['one-sided', 'spike', 'branched-spike', 'club', 'coil']);

export const isAlongStem = (kind: string): boolean => alongStem.has(kind);
