import type { Random } from '../random';
import { along, isAlongStem } from './along-stem';
import { drawFlower, drawNearFlower, headFromSide } from './flower';
import { goblet, hoodedClub } from './from-ground';
import { golden, type Spine, add, clamp, ellipse, growSpine, scale, towards } from './geometry';
import { type Model, hasFruit, isAbsent } from './form';
import { drawFruit } from './fruit';
import {
  type Drawn,
  around,
  hangs,
  drawItem,
  flowerLook,
  fruitLook,
  itemReach,
  packedBall,
  stalkLine,
  strip
} from './item';
import { dots, edged, filled, lines, petalWhite, tone } from './paint';
import type { Line, Point, Shape } from './scene';
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

/** Many small flowers in one plane: arms that fork, as of elder, hawthorn, yarrow. */
function flatCluster(
  model: Model,
  base: Point,
  heading: number,
  width: number,
  random: Random,
  near: boolean
): Drawn {
  const { form, pen, traits } = model;
  const item = itemReach(model);
  const isDrooping = traits.state('fruit-stand') === 'flat-drooping';
  const isHeads = ['daisy', 'disc', 'straps'].includes(traits.state('flower-form') ?? '');
  const isWide =
    isDrooping ||
    traits.state('fruit-stand') === 'flat-upright' ||
    (isAbsent(traits.state('fruit-stand')) && traits.state('twig-bark') === 'warty');
  const isFew = form.flowerSize > 14 && !isHeads && !hasFruit(traits);
  const least = isFew ? 7 : Math.round((near ? 44 : 24) * (isHeads ? (near ? 0.16 : 0.4) : isWide ? 2 : 1));
  const isLax = isWide && hasFruit(traits) && !near;
  const closeness = isFew ? 0.72 : isHeads ? 0.84 : isLax ? 0.86 : isWide ? 0.72 : 0.58;
  const reach = Math.max(
    item * Math.sqrt(isLax ? 88 : least) * closeness,
    near || isFew ? 0 : width * 0.5,
    near ? 0 : (model.recipe.umbelWidth ?? 0) / 2
  );
  const total = clamp(
    Math.round((reach / (item * closeness)) ** 2),
    least,
    hasFruit(traits) && !near ? 72 : 90
  );
  // Where a wide cluster has more than are drawn, those that are drawn stand for their neighbours.
  const gap = (reach * 1.77) / Math.sqrt(total);
  const isSparse = !near && gap > item * 1.15;
  const k = isSparse ? clamp((0.8 * gap) / item, 1, 1.5) : 1;
  const axis = heading + (isDrooping ? 2.3 * (Math.sin(heading) < 0 ? -1 : 1) : 0);
  const up = towards(axis);
  const across = towards(axis + Math.PI / 2);
  const lay = ({ x, y }: Point, rise: number) =>
    add(base, add(scale(across, x), scale(up, rise - y * (isDrooping ? 0.8 : 0.36))));
  const arms = golden(6, reach * 0.6).map((p) => ({ p, node: lay(p, reach * 0.5) }));
  const places = golden(total, reach).map((p) => ({
    p,
    at: lay(p, reach * (0.95 - 0.12 * (Math.hypot(p.x, p.y) / reach) ** 2))
  }));
  const branching = traits.state('first-branching');
  const isStepped = branching === 'at-heights';
  const isRayed = branching === 'one-point';
  const stalks: Line[] = arms.map(({ node }, i) => [
    isStepped ? add(base, scale(up, -reach * 0.1 * i)) : base,
    node
  ]);
  for (const { p, at } of places) {
    const nearest = arms.reduce((a, b) =>
      Math.hypot(b.p.x - p.x, b.p.y - p.y) < Math.hypot(a.p.x - p.x, a.p.y - p.y) ? b : a
    );
    stalks.push([isRayed ? base : nearest.node, at]);
  }
  const stalk = traits.state('stalk-colour') === 'red' ? '#8A3E4C' : form.colour.stem;
  const foam =
    isSparse && !hasFruit(traits)
      ? [
          edged(
            places.map(({ at }) => ellipse(at, gap * 0.62, gap * 0.36, 0, 9)),
            tone(form.colour.flower, -0.06),
            pen * 0.3,
            tone(form.colour.stem, 0.1)
          )
        ]
      : [];
  const slight = isSparse ? 0.7 : 1;
  return {
    shapes: [
      lines(stalks, tone(stalk, -0.5), pen * 1.7 * slight),
      lines(stalks, tone(stalk, 0.1), pen * slight),
      ...foam,
      ...places
        .sort((a, b) => a.p.y - b.p.y)
        .flatMap(({ p, at }, i) =>
          drawItem(model, at, axis + (p.x / reach) * 0.7, random.fork(`item ${i}`), k)
        )
    ],
    points: [base, ...places.flatMap(({ at }) => around(at, item * 0.6))]
  };
}

/** A head from near, as it is seen from above and, on a shorter stalk, from the side. */
function twoHeads(model: Model, base: Point, heading: number, random: Random): Drawn {
  const { form, traits } = model;
  const size = form.flowerSize;
  const bracts = traits.state('head-bracts');
  const front = add(base, scale(towards(heading), size * 0.34));
  const stalk = growSpine(
    add(base, { x: size * 0.06, y: size * 0.7 }),
    heading + 0.75,
    -0.75,
    size * 1.25,
    8
  );
  const side = stalk.place(1);
  const look = flowerLook(model, size);
  return {
    shapes: [
      ...stalkLine(model, stalk.points, 3),
      ...drawNearFlower(look, front, heading, random.fork('front')),
      ...headFromSide(
        look,
        add(side, scale(towards(stalk.heading(0.99)), size * 0.24)),
        stalk.heading(0.99) + 0.1,
        bracts === 'bent-back' || bracts === 'pressed' ? bracts : undefined,
        random.fork('side')
      )
    ],
    points: [base, ...around(front, size * 0.5), ...around(side, size * 0.5)]
  };
}

/** One head on its stalk; a seed head of parachutes is a ball. */
function singleHead(model: Model, base: Point, heading: number, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const isSeed = hasFruit(traits);
  if (near && !isSeed && traits.state('flower-form') !== 'pea') return twoHeads(model, base, heading, random);
  const isClover = traits.state('flower-form') === 'pea';
  const size = isSeed
    ? Math.max(form.fruitSize * (traits.state('fruit-form') === 'plumed' ? 1 : 12), pen * 20)
    : isClover
      ? Math.max(form.flowerSize * 2.4, pen * 12)
      : Math.max(form.flowerSize, pen * 9);
  const middle = add(base, scale(towards(heading), size * (isSeed || isClover ? 0.42 : 0.16)));
  const green = tone(form.colour.stem, -0.05);
  const shapes: Shape[] = [];
  const bracts = traits.state('head-bracts');
  const isBent = bracts === 'bent-back';
  if (bracts === 'bent-back' || bracts === 'pressed') {
    const turns = isBent ? [-2.7, -2.3, -1.9, 1.9, 2.3, 2.7] : [-0.7, -0.35, 0, 0.35, 0.7];
    shapes.push(
      edged(
        turns.map((turn) => strip(base, heading + turn, 0, size * (isBent ? 0.3 : 0.34), size * 0.09)),
        green,
        pen * 0.5
      )
    );
  }
  if (traits.state('fruit-form') === 'plumed' && isSeed)
    shapes.push(...drawItem(model, middle, heading, random));
  else if (isSeed) {
    const many = near ? 22 : 14;
    shapes.push(filled([ellipse(middle, size * 0.5, size * 0.48, 0, 24)], '#F1F1EA', 0.75));
    for (const [i, p] of golden(many, size * 0.42).entries())
      shapes.push(
        ...drawFruit(
          fruitLook(model, size * 0.1),
          add(middle, p),
          Math.atan2(p.x, -p.y),
          random.fork(`seed ${i}`)
        )
      );
  } else if (isClover) {
    shapes.push(
      ...golden(20, size * 0.42)
        .sort((a, b) => a.y - b.y)
        .flatMap((p, i) =>
          drawFlower(
            { ...flowerLook(model, Math.max(form.flowerSize * 0.75, pen * 4)) },
            {
              at: add(middle, scale(p, 0.5)),
              facing: heading + Math.atan2(p.x, -p.y) * 0.8,
              tilt: 1,
              turn: 0
            },
            random.fork(`pea ${i}`)
          )
        )
    );
  } else
    shapes.push(
      ...drawFlower(
        flowerLook(model, size),
        { at: middle, facing: heading, tilt: near ? 0.42 : 0.5, turn: random.between(0, 1) },
        random
      )
    );
  return { shapes, points: [base, ...around(middle, size * 0.52)] };
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

/** Fruits whose heads are no balls of down. */
const dryHeads = new Set(['short-pod', 'tiny-dry']);

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
    case 'head':
      if (hasFruit(model.traits) && dryHeads.has(model.traits.state('fruit-form') ?? ''))
        return packed(model, top, heading, random);
      return singleHead(model, top, heading, random, near);
    case 'loose':
      // Many tiny flowers make a plume.
      if (!near && !hasFruit(model.traits) && itemReach(model) < width * 0.16)
        return flatCluster(model, top, heading, width, random, near);
      if (hasFruit(model.traits) && model.traits.state('fruit-form') === 'short-pod')
        return packed(model, top, heading, random);
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
