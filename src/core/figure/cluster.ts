import type { Random } from '../random';
import { along, isAlongStem } from './along-stem';
import { flatCluster } from './flat-cluster';
import { goblet, hoodedClub } from './from-ground';
import { golden, type Spine, add, ellipse, growSpine, scale, towards } from './geometry';
import { type Model, hasFruit } from './form';
import { type Drawn, around, hangs, drawItem, itemReach, packedBall, stalkLine } from './item';
import { dots, edged, lines, petalWhite, tone } from './paint';
import type { Point, Shape } from './scene';
import { singleHead } from './heads';
import { compoundUmbel, umbel } from './umbel';

/** How flowers and fruits stand together. A cluster grows from the end of a stem, along it, or from its joints. */

/** A raceme that is still short: the open flowers crowd at the top, fruits stand along it below. */
function shortHead(model: Model, base: Point, heading: number, random: Random): Drawn {
  const { traits, form, pen } = model;
  const item = itemReach(model);
  if (hasFruit(traits)) {
    const isLong = traits.state('fruit-form') === 'pod';
    const axis = growSpine(base, heading, random.between(-0.1, 0.1), item * (isLong ? 2 : 5), 10);
    const shapes = stalkLine(model, axis.points);
    const points: Point[] = [];
    const over = traits.state('pod-stalk') === 'overtopping';
    for (let i = 0; i < 9; i += 1) {
      const side = i % 2 ? 1 : -1;
      const at = axis.place(0.1 + 0.1 * i);
      const turn = side * (over ? 0.42 : 1.05);
      const end = add(at, scale(towards(axis.heading(0.5) + turn), item * (isLong ? 0.2 : 0.7)));
      shapes.push(
        ...stalkLine(model, [at, end], 0.8),
        ...drawItem(model, end, axis.heading(0.5) + turn * (over ? 0.5 : 0.9), random.fork(`pod ${i}`))
      );
      points.push(end, add(end, scale(towards(axis.heading(0.5) + turn), item)));
    }
    shapes.push(
      dots(
        golden(5, item * (isLong ? 0.1 : 0.5)).map((p) => add(axis.place(1), p)),
        petalWhite,
        Math.max(pen * 1.6, form.flowerSize * 0.3)
      )
    );
    return { shapes, points: [base, ...points] };
  }
  const places = golden(11, item * 1.7).map(({ x, y }) => add(base, { x, y: y * 0.62 - item * 1.1 }));
  const isBall = model.recipe.anthers?.kind === 'ball';
  const buds = golden(isBall ? 0 : 6, item * 0.5).map(({ x, y }) =>
    add(base, { x, y: y * 0.7 - item * 1.5 })
  );
  return {
    shapes: [
      lines(
        places.map((p) => [base, p]),
        tone(form.colour.stem, -0.2),
        pen * 1.1
      ),
      ...places.flatMap((p, i) =>
        drawItem(model, p, heading + ((p.x - base.x) / item) * 0.5, random.fork(`item ${i}`))
      ),
      edged(
        buds.map((p) => ellipse(p, item * 0.17, item * 0.22, 0, 7)),
        tone(form.colour.stem, 0.15),
        pen * 0.4
      )
    ],
    points: [base, ...places.flatMap((p) => around(p, item * 0.6))]
  };
}

/** Millimetres of a flower or fruit from which on its stalk grows no longer. */
const longestStalk = 40;

/** Flowers or fruits on forking stalks, two to a dozen. */
function loose(
  model: Model,
  base: Point,
  heading: number,
  random: Random,
  count: number,
  droop: number
): Drawn {
  const item = itemReach(model);
  const shapes: Shape[] = [];
  const points: Point[] = [base];
  const arms = Array.from({ length: count }, (_, i) => {
    const turn = ((i + 0.5) / count - 0.5) * 2.2 + random.between(-0.1, 0.1);
    // A long pod hangs on a short stalk.
    const reach = Math.min(item, longestStalk) * (1.5 + 1.1 * (i % 2)) * random.between(0.9, 1.1);
    const spine = growSpine(base, heading + turn * 0.7, turn * 0.5 + droop * Math.sign(turn || 1), reach, 8);
    return { spine, facing: spine.heading(0.99) };
  });
  for (const { spine } of arms) shapes.push(...stalkLine(model, spine.points, 1));
  arms.forEach(({ spine, facing }, i) => {
    const heading = hangs(model.traits) ? Math.PI * 0.9 : facing;
    shapes.push(...drawItem(model, spine.place(1), heading, random.fork(`item ${i}`)));
    points.push(...around(spine.place(1), item * 0.7));
  });
  return { shapes, points };
}

/** Small fruits packed round the end of their stalk. */
function packed(model: Model, base: Point, heading: number, random: Random): Drawn {
  const item = itemReach(model);
  const middle = add(base, scale(towards(heading), item * 1.5));
  return {
    shapes: [
      ...stalkLine(model, [base, middle]),
      ...packedBall(model, middle, 15, item * 1.5, random, 'packed')
    ],
    points: [base, ...around(middle, item * 2)]
  };
}

/** Capsules on short stout stalks that hardly rise from the ground. */
function seated(model: Model, base: Point, random: Random): Drawn {
  const item = itemReach(model);
  const count = random.integer(1, 3);
  const seats = Array.from({ length: count }, (_, i) => {
    const lean = (i - (count - 1) / 2) * 0.5 + random.between(-0.1, 0.1);
    return growSpine(base, lean, -lean * 0.4, item * random.between(0.9, 1.3), 6);
  });
  return {
    shapes: seats.flatMap((seat, i) => [
      ...stalkLine(model, seat.points, 2.4),
      ...drawItem(model, seat.place(1), seat.heading(0.99), random.fork(`seat ${i}`))
    ]),
    points: [base, ...seats.flatMap((seat) => around(seat.place(1), item * 0.7))]
  };
}

/**
 * The cluster at the end of a stem.
 * @param axis the upper part of the stem, for clusters that stand along it; others grow from its end
 */
export function drawCluster(
  model: Model,
  kind: string,
  axis: Spine,
  width: number,
  random: Random,
  near = false
): Drawn {
  const top = axis.place(1);
  const heading = axis.heading(0.99);
  switch (kind) {
    case 'compound-umbel':
      return compoundUmbel(model, top, heading, width, random, near);
    case 'umbel':
      return umbel(model, top, heading, random, near);
    case 'alone': {
      const stalk = growSpine(top, heading, 0.1, itemReach(model) * 1.1, 6);
      return {
        shapes: [...stalkLine(model, stalk.points), ...drawItem(model, stalk.place(1), heading, random)],
        points: [top, ...around(stalk.place(1), itemReach(model) * 0.7)]
      };
    }
    case 'short-head':
      // Small flowers of the pea family make a round head.
      if (!hasFruit(model.traits) && model.traits.state('flower-form') === 'pea')
        return singleHead(model, top, heading, random, near);
      return shortHead(model, top, heading, random);
    case 'flat-cluster':
      return flatCluster(model, top, heading, width, random, near);
    case 'packed':
      return packed(model, top, heading, random);
    case 'head':
      return singleHead(model, top, heading, random, near);
    case 'loose':
      // Many tiny flowers make a plume.
      if (!near && !hasFruit(model.traits) && itemReach(model) < width * 0.16)
        return flatCluster(model, top, heading, width, random, near);
      return loose(
        model,
        top,
        heading,
        random,
        itemReach(model) > width * 0.4 || itemReach(model) > 45
          ? 2
          : near && itemReach(model) < 16
            ? 7
            : near
              ? 4
              : 5,
        !hasFruit(model.traits) ? 0.1 : model.traits.state('fruit-form') === 'capsule' ? -0.5 : 0.7
      );
    case 'hood': {
      const size = Math.max(model.form.height * 0.42, width);
      const shapes = hasFruit(model.traits)
        ? []
        : hoodedClub(
            top,
            size,
            { hood: model.form.colour.flower, club: model.recipe.club ?? '#6B4560' },
            model.pen,
            random
          );
      return {
        shapes,
        points: [top, ...ellipse(add(top, { x: 0, y: -size * 0.55 }), size * 0.34, size * 0.56, 0, 12)]
      };
    }
    case 'from-ground': {
      if (hasFruit(model.traits)) return seated(model, top, random);
      const size = model.form.height;
      const count = random.integer(2, 3);
      const leans = Array.from(
        { length: count },
        (_, i) => (i - (count - 1) / 2) * 0.3 + random.between(-0.08, 0.08)
      );
      return {
        shapes: leans.flatMap((lean, i) =>
          goblet(add(top, { x: (i - 1) * size * 0.1, y: 0 }), size, lean, model.form.colour.flower, model.pen)
        ),
        points: [
          top,
          ...leans.flatMap((lean, i) =>
            around(
              add(top, { x: (i - 1) * size * 0.1 + Math.sin(lean) * size * 0.8, y: -size * 0.8 }),
              size * 0.24
            )
          )
        ]
      };
    }
    default:
      return isAlongStem(kind) ? along(model, axis, kind, random, near) : { shapes: [], points: [] };
  }
}
