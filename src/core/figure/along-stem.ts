import type { Random } from '../random';
import { type Model, hasFruit } from './form';
import { type Spine, add, clamp, ellipse, growSpine, scale, smooth, spineThrough, towards } from './geometry';
import { type Drawn, around, drawItem, itemReach, stalkLine } from './item';
import { drawTube, dots, edged } from './paint';
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
      const tufts = (spine: Spine, from: number, own: Random) => {
        const step = clamp((item * 1.3) / spine.length, near ? 0.05 : 0.08, 0.14);
        for (let t = from; t <= 1; t += step)
          for (let k = 0; k < (near ? 4 : 3); k += 1)
            put(
              add(spine.place(Math.min(t, 0.99)), {
                x: own.between(-1, 1) * item * 0.8,
                y: own.between(-0.6, 0.6) * item
              }),
              own.between(-1, 1) + (isFruit ? Math.PI : 0),
              0.9,
              own
            );
      };
      const branches = near ? 3 : 4;
      for (let i = 0; i < branches; i += 1) {
        const t = 0.05 + (0.55 * i) / branches;
        const side = i % 2 ? 1 : -1;
        const branch = growSpine(
          axis.place(t),
          axis.heading(t) + side * 0.6,
          -side * 0.4,
          axis.length * (0.5 - 0.05 * i),
          8
        );
        shapes.push(...stalkLine(model, branch.points));
        tufts(branch, 0.2, random.fork(`branch ${i}`));
      }
      tufts(axis, 0.4, random.fork('main'));
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
    default: {
      // A dense spike: flowers all round, the upper ones in bud.
      const isBerry = isFruit && ['berry', 'stone-fruit'].includes(traits.state('fruit-form') ?? '');
      const count = clamp(
        Math.round((axis.length / item) * (isBerry ? 5 : near ? 3 : 2.4)),
        10,
        near ? 60 : 46
      );
      const showsGreen =
        traits.state('flower-form') === 'four-tiny' || traits.state('flower-form') === 'no-petals';
      if (showsGreen && !isFruit)
        shapes.push(
          ...drawTube(
            axis,
            (t) => item * 1.5 * (1 - 0.4 * t),
            { colour: form.colour.flower, pen: pen * 0.7 },
            random
          )
        );
      for (let i = count - 1; i >= 0; i -= 1) {
        const share = i / count;
        const own = random.fork(`item ${i}`);
        const at = axis.place(0.02 + 0.97 * share);
        const side = ((i * 0.618) % 1) * 2 - 1;
        const k = 1 - 0.45 * share;
        const end = add(
          at,
          scale(
            towards(axis.heading(Math.min(share, 0.99)) + Math.PI / 2),
            side * item * (isBerry ? 0.9 : 0.55) * k
          )
        );
        put(end, side * 1.2 + own.between(-0.2, 0.2), k * (showsGreen ? 0.8 : 1), own);
      }
    }
  }
  return { shapes, points: points.length > 2 ? points : axis.points.slice() };
}

const alongStem = new Set(['one-sided', 'spike', 'branched-spike', 'club', 'coil']);

export const isAlongStem = (kind: string): boolean => alongStem.has(kind);
