import type { Random } from '../random';
import { golden, add, clamp, growSpine } from './geometry';
import { type Model, hasFruit, isWoody } from './form';
import { type Drawn, around, drawItem, hangs, itemReach, packedBall, stalkLine } from './item';
import type { Point, Shape } from './scene';

/** Flowers and fruits that spring from the joints of a stem: in axils, rings, tassels and strings. */

/** Clusters whose flowers or fruits spring from the joints of a stem. */
const atJoints = new Set(['axils', 'whorls', 'tassels', 'spikes', 'strings', 'bunches', 'rings']);

/** Of flowers in a ring, in millimetres. */
const crowdedItem = 6.5;

export const isAtJoints = (kind: string): boolean => atJoints.has(kind);

/** Fruits in a bunch that hangs by its stalk, broad above and narrow below; or in a ball; a feathery head is one itself. */
function bunch(model: Model, at: Point, stemHeading: number, side: number, random: Random, k: number): Drawn {
  const item = itemReach(model) * k;
  const start = stemHeading + side * 1.1;
  const isFeathery = model.traits.state('fruit-form') === 'plumed';
  if (isFeathery || model.recipe.roundBunch) {
    const stalk = growSpine(at, start, side * 0.3, item * (isFeathery ? 0.7 : 1.8), 6);
    const middle = stalk.place(1);
    const heading = stalk.heading(0.99);
    if (isFeathery)
      return {
        shapes: [...stalkLine(model, stalk.points, 1), ...drawItem(model, middle, heading, random, k)],
        points: around(middle, item * 0.5)
      };
    return {
      shapes: [
        ...stalkLine(model, stalk.points, 1),
        ...packedBall(model, middle, 12, item * 1.3, random, 'ball', k)
      ],
      points: around(middle, item * 1.7)
    };
  }
  const stalk = growSpine(at, start, side * 3 - start, item * 2.4, 8);
  const hanging = growSpine(stalk.place(1), Math.PI, side * random.between(-0.1, 0.25), item * 3.6, 6);
  const shapes: Shape[] = stalkLine(model, [...stalk.points, ...hanging.points.slice(1)], 1);
  const points: Point[] = [];
  for (const [row, count] of [3, 4, 3, 2, 1].entries()) {
    const middle = hanging.place(row / 4.2);
    for (let i = 0; i < count; i += 1) {
      const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
      const end = add(middle, {
        x: share * item * 0.3 * (count - 0.4) + item * random.between(-0.12, 0.12),
        y: item * (0.16 * share * share + random.between(-0.14, 0.14))
      });
      shapes.push(
        ...stalkLine(model, [middle, end], 0.6),
        ...drawItem(model, end, Math.PI + share * 0.7, random.fork(`bunch ${row} ${i}`), k)
      );
      points.push(...around(end, item * 0.6));
    }
  }
  return { shapes, points };
}

/** What springs from one joint: flowers in the axil, a ring of them, or hanging strings. */
export function drawAtJoint(
  model: Model,
  kind: string,
  at: Point,
  stemHeading: number,
  sides: readonly number[],
  random: Random,
  k = 1
): Drawn {
  const item = itemReach(model);
  // Long pods hang from their very stalk.
  const aside = model.traits.state('fruit-form') === 'pod' ? item * 0.08 : item;
  const shapes: Shape[] = [];
  const points: Point[] = [];
  if (kind === 'whorls') {
    // Small ones are many, and crowd round the joint as a ball.
    if (item < crowdedItem) {
      const wide = item * 1.7;
      const places = golden(15, wide).sort((a, b) => a.y - b.y);
      for (const [i, { x, y }] of places.entries()) {
        const end = add(at, { x, y: y * 0.55 - item * 0.2 });
        shapes.push(...drawItem(model, end, (x / wide) * 1.3, random.fork(`whorl ${i}`), k * 0.9));
      }
      return { shapes, points: around(at, wide) };
    }
    // A ring round the stem: those at the sides behind, those in front before the stem.
    for (const [i, turn] of [-1.5, 1.5, -1.05, 1.05, -0.4, 0.4].entries()) {
      const isFront = Math.abs(turn) < 0.5;
      const end = add(at, {
        x: Math.sin(turn) * item * 0.4,
        y: (isFront ? 0.12 : -0.16 + 0.14 * (Math.abs(turn) - 1)) * item
      });
      shapes.push(...drawItem(model, end, turn, random.fork(`whorl ${i}`), k * (isFront ? 0.8 : 0.95)));
      points.push(...around(end, item * k));
    }
    return { shapes, points };
  }
  if (kind === 'rings') {
    // Two rows of berries, packed round the stem above the leaves.
    for (const [row, count] of [6, 5].entries())
      for (let i = 0; i < count; i += 1) {
        const share = (i - (count - 1) / 2) / ((count - 1) / 2);
        const end = add(at, {
          x: share * item * 1.5,
          y: -item * (0.35 + 0.55 * row) + item * 0.5 * share * share + item * random.between(-0.1, 0.1)
        });
        shapes.push(...drawItem(model, end, share * 0.9, random.fork(`ring ${row} ${i}`), k));
        points.push(...around(end, item * k * 0.7));
      }
    return { shapes, points };
  }
  if (kind === 'tassels' || kind === 'spikes') {
    const hangsDown = kind === 'tassels';
    const long = model.recipe.spike?.[0] ?? item * 9;
    for (const side of sides) {
      const own = random.fork(`string ${side}`);
      const branches = hangsDown ? [0, 0.5] : [0];
      const start = stemHeading + side * (hangsDown ? own.between(0.9, 1.3) : own.between(0.4, 0.6));
      const main = growSpine(
        at,
        start,
        // Whichever way the stem leans, tassels come to hang straight down.
        hangsDown ? side * own.between(2.8, 3) - start : side * -0.3,
        long * own.between(0.85, 1.1) * k,
        12
      );
      for (const from of branches) {
        const string =
          from === 0
            ? main
            : growSpine(
                main.place(from * 0.5),
                main.heading(from * 0.5) - side * 0.5,
                side * 0.6,
                long * 0.5,
                8
              );
        shapes.push(...stalkLine(model, string.points, 0.7));
        // Small clumps with light between them, the lowest away from the stem.
        const step = clamp((item * 1.1) / string.length, 0.05, 0.16);
        for (let t = hangsDown ? 0.16 : 0.34; t <= 1; t += step * own.between(0.8, 1.2)) {
          const end = add(string.place(Math.min(t, 0.99)), {
            x: own.between(-0.3, 0.3) * aside,
            y: own.between(-0.2, 0.3) * aside
          });
          shapes.push(...drawItem(model, end, Math.PI, own, k * (1 - 0.3 * t)));
          points.push(end);
        }
      }
    }
    return { shapes, points };
  }
  if (kind === 'bunches') {
    const bunches = sides.map((side) => bunch(model, at, stemHeading, side, random.fork(`side ${side}`), k));
    return {
      shapes: bunches.flatMap((one) => one.shapes),
      points: bunches.flatMap((one) => one.points)
    };
  }
  if (kind === 'strings') {
    const side = sides[0] ?? 1;
    const string = growSpine(at, stemHeading + side * 1.3, side * 1.2, item * 1.6, 6);
    shapes.push(...stalkLine(model, string.points, 1));
    for (const [i, t] of [0.45, 0.75, 1].entries()) {
      const end = add(string.place(t), { x: (i - 1) * aside * 0.5, y: aside * 0.25 });
      shapes.push(...drawItem(model, end, Math.PI, random.fork(`berry ${i}`), k));
      points.push(...around(end, item * 0.8));
    }
    return { shapes, points };
  }
  // What springs from the ground stands up, unless it is a drop like a snowdrop's.
  const isBell =
    hangs(model.traits) &&
    (model.traits.state('flower-cluster') !== 'from-ground' ||
      model.traits.state('flower-form') === 'three-and-three');
  for (const side of sides) {
    // Flowers of twigs sit close, those of herbs on stalks.
    const reach = item * (isWoody(model.traits) ? 0.35 : hasFruit(model.traits) ? 0.7 : 0.9);
    const stalk = growSpine(
      at,
      stemHeading + side * 0.8,
      side * (isBell || hasFruit(model.traits) ? 1.4 : 0.2),
      reach,
      6
    );
    shapes.push(
      ...stalkLine(model, stalk.points, 1),
      ...drawItem(
        model,
        stalk.place(1),
        isBell ? Math.PI : stalk.heading(0.99),
        random.fork(`axil ${side}`),
        k
      )
    );
    points.push(...around(stalk.place(1), item * 0.7));
  }
  return { shapes, points };
}
