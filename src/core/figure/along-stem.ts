import type { Random } from '../random';
import { type Model, hasFruit } from './form';
import { type Spine, add, clamp, ellipse, growSpine, scale, smooth, spineThrough, towards } from './geometry';
import { type Drawn, around, drawItem, itemReach, stalkLine } from './item';
import { drawTube, dots, edged, lines, tone } from './paint';
import type { Point, Shape } from './scene';
import { spike } from './spike';

/** Clusters that stand along the upper part of a stem: rows, panicles, clubs, coils. */

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
      const count = clamp(
        Math.round(axis.length / (item * (isTube ? 0.42 : 1.1))),
        5,
        near ? 12 : isTube ? 20 : 13
      );
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

const alongStem = new Set(['one-sided', 'spike', 'branched-spike', 'club', 'coil']);

export const isAlongStem = (kind: string): boolean => alongStem.has(kind);
