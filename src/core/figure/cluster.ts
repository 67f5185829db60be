import type { Random } from '../random';
import { drawFlower, golden, goblet, hoodedClub } from './flower';
import { type Model, hasFruit, isAbsent } from './form';
import { drawFruit } from './fruit';
import {
  type Spine,
  add,
  clamp,
  ellipse,
  growSpine,
  mix,
  scale,
  smooth,
  spineThrough,
  towards
} from './geometry';
import { drawTube, dots, edged, filled, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';

/** How flowers and fruits stand together. A cluster grows from the end of a stem, or along its upper part. */

export interface Drawn {
  readonly shapes: Shape[];
  /** Points that its outline holds. */
  readonly points: Point[];
}

const numbers: Readonly<Record<string, number>> = {
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  many: 9,
  'no-petals': -1
};

export const flowerLook = ({ traits, form, pen }: Model, size: number) => ({
  form: traits.state('flower-form') ?? 'five-open',
  petals: numbers[traits.state('petal-count') ?? ''] ?? 0,
  notch: traits.state('petal-notch') ?? 'whole',
  marks: traits.state('flower-marks') ?? 'plain',
  size,
  colour: form.colour.flower,
  green: form.colour.stem,
  pen
});

export const fruitLook = ({ traits, form, pen }: Model, size: number) => ({
  form: traits.state('fruit-form') ?? 'berry',
  size,
  colour: form.colour.fruit,
  crown: traits.state('fruit-crown') ?? 'none',
  bloom: traits.state('fruit-colour') === 'blue-black',
  green: form.colour.stem,
  pen
});

/** Bells and tubes are longer than they are wide. */
const bellLength: Readonly<Record<string, number>> = {
  'round-bell': 1.15,
  'narrow-bell': 1.7,
  'tube-six': 1.5,
  'wide-tube': 1.9
};
const bells = new Set(Object.keys(bellLength));
const sideways = new Set(['two-lipped', 'helmet']);

/** One flower or fruit of the model, never smaller than can be seen. */
export function drawItem(model: Model, at: Point, facing: number, own: Random, k = 1): Shape[] {
  const { form, traits, pen } = model;
  if (hasFruit(model.traits)) {
    const isLong = traits.state('fruit-form') === 'pod';
    const size = Math.max(form.fruitSize * k, pen * (isLong ? 9 : 4));
    const reach = isLong || traits.state('fruit-form') === 'long-smooth' ? size * 0.5 : size * 0.4;
    return drawFruit(fruitLook(model, size), add(at, scale(towards(facing), reach)), facing, own);
  }
  const kind = traits.state('flower-form') ?? '';
  const size = Math.max(form.flowerSize * k * (bellLength[kind] ?? 1), pen * 5);
  const look = flowerLook(model, size);
  if (bells.has(kind)) return drawFlower(look, { at, facing, tilt: 1, turn: 0 }, own);
  if (sideways.has(kind)) return drawFlower(look, { at, facing, tilt: 1, turn: 0 }, own);
  return drawFlower(look, { at, facing, tilt: own.between(0.1, 0.6), turn: own.between(0, 6) }, own);
}

const itemReach = ({ form, traits, pen }: Model): number =>
  hasFruit(traits)
    ? Math.max(form.fruitSize, pen * 4)
    : Math.max(form.flowerSize * (bellLength[traits.state('flower-form') ?? ''] ?? 1), pen * 5);

const around = (at: Point, r: number): Point[] => ellipse(at, r, r, 0, 6);

const stalkLine = (model: Model, line: Line, width = 1.3): Shape[] => [
  lines([line], tone(model.form.colour.stem, -0.55), model.pen * (width + 0.9)),
  lines([line], tone(model.form.colour.stem, 0.12), model.pen * width)
];

/** Narrow leaf-like strip. */
const strip = (from: Point, heading: number, bend: number, long: number, wide: number): Point[] => {
  const spine = growSpine(from, heading, bend, long, 6);
  const side = (sign: number) =>
    [0, 0.35, 0.7].map((t, i) =>
      add(spine.place(t), scale(towards(spine.heading(t) + Math.PI / 2), sign * wide * [0.3, 0.5, 0.36][i]!))
    );
  return [...side(-1), spine.place(1), ...side(1).reverse()];
};

/** Bracts where the rays of an umbel of umbels meet: none, a few small ones, or a ruff divided into strips. */
function umbelBracts(
  { traits, form, pen }: Model,
  base: Point,
  heading: number,
  width: number,
  random: Random
): Shape[] {
  const green = tone(form.colour.leaf, -0.06);
  switch (traits.state('bracts')) {
    case 'few-simple': {
      const rings = [-2, -1, 0, 1, 2].map((i) => {
        const turn = i === 0 ? 0.5 : i;
        return strip(
          base,
          heading + Math.PI * 0.5 * Math.sign(turn) + turn * 0.3,
          Math.sign(turn) * 0.8,
          width * random.between(0.08, 0.12),
          width * 0.022
        );
      });
      return [edged(rings, green, pen * 0.5)];
    }
    case 'long-divided': {
      const rings: Line[] = [];
      const ribs: Line[] = [];
      for (let i = 0; i < 9; i += 1) {
        const share = (i - 4) / 4;
        const spine = growSpine(
          base,
          heading + share * 2.1,
          share * 0.7,
          width * random.between(0.22, 0.32),
          8
        );
        ribs.push(spine.points);
        for (const t of [0.3, 0.5, 0.7, 1])
          for (const side of t === 1 ? [0] : [-1, 1])
            rings.push(
              strip(
                spine.place(t === 1 ? 0.8 : t),
                spine.heading(Math.min(t, 0.99)) + side * 0.5,
                side * 0.2,
                width * 0.085,
                width * 0.014
              )
            );
      }
      return [lines(ribs, tone(green, -0.25), Math.max(pen, width * 0.012)), edged(rings, green, pen * 0.35)];
    }
    default:
      return [];
  }
}

/** Small bracts under each little umbel. */
function umbelletBracts({ traits, form, pen }: Model, at: Point, size: number, outward: number): Shape[] {
  const kind = traits.state('bracteoles');
  const green = tone(form.colour.leaf, -0.04);
  const foot = { x: at.x, y: at.y + size * 0.16 };
  const wide = Math.max(size * 0.09, pen * 0.8);
  const side = Math.sign(outward || 1);
  if (kind === 'all-round')
    return [
      edged(
        [-1.9, -1.2, 1.2, 1.9].map((turn) => strip(foot, turn, Math.sign(turn) * 0.3, size * 0.5, wide)),
        green,
        pen * 0.4
      )
    ];
  if (kind === 'outer-side')
    return [
      edged(
        [0.9, 1.6, 2.2].map((turn) => strip(foot, side * turn, side * 0.3, size * 0.5, wide * 1.5)),
        green,
        pen * 0.4
      )
    ];
  if (kind === 'hanging-outside')
    return [
      edged(
        [2.5, 2.85, 3.2].map((turn) => strip(foot, side * turn, side * 0.12, size * 1.15, wide)),
        green,
        pen * 0.4
      )
    ];
  return [];
}

/** One little umbel: florets as dots or petals on a pale bed, or its fruits. */
function umbellet(model: Model, at: Point, size: number, isCentral: boolean, random: Random): Shape[] {
  const { form, traits, pen } = model;
  const fruit = hasFruit(traits);
  const fine = size / pen;
  if (fruit) {
    const r = Math.max(form.fruitSize * 0.62, pen * 2.6);
    const many = clamp(Math.round((size / r) * 1.6), 5, fine > 30 ? 12 : 6);
    const places = golden(many, size * 0.55).map(({ x, y }) => ({
      x: at.x + x,
      y: at.y - size * 0.3 + y * 0.5
    }));
    return [
      lines(
        places.map((p) => [{ x: at.x, y: at.y + size * 0.14 }, p]),
        tone(form.colour.stem, -0.1),
        pen * 0.8
      ),
      ...places.flatMap((p) =>
        drawFruit(
          fruitLook(model, r * 1.5),
          p,
          random.between(-0.5, 0.5) + (p.x - at.x) / (size * 1.3),
          random
        )
      )
    ];
  }
  const many = clamp(Math.round(fine * 0.55), 7, 18);
  const bed = ellipse({ x: at.x, y: at.y - size * 0.1 }, size * 0.58, size * 0.36, 0, 12);
  const places = golden(many, size * 0.58).map(({ x, y }) => ({
    x: at.x + x + random.between(-0.03, 0.03) * size,
    y: at.y - size * 0.16 + y * 0.58
  }));
  const floret = size * 0.62 * Math.sqrt(1 / many);
  const shapes: Shape[] = [filled([bed], '#C9D8AC', 0.62)];
  const edge = form.colour.flower === '#FBFBF4' ? '#818C77' : tone(form.colour.flower, -0.5);
  if (floret < pen * 4) {
    shapes.push(dots(places, edge, floret * 1.9 + pen * 0.8), dots(places, form.colour.flower, floret * 1.9));
  } else {
    const isNotched = traits.state('petal-notch') === 'notched' && floret > pen * 5;
    const petals = places.flatMap((p, i) =>
      Array.from({ length: 5 }, (_, k) => {
        const a = (2 * Math.PI * k) / 5 + i;
        return { x: p.x + floret * 0.62 * Math.cos(a), y: p.y + floret * 0.5 * Math.sin(a) };
      })
    );
    shapes.push(
      dots(petals, edge, floret * 0.88 + pen * 0.8),
      dots(petals, form.colour.flower, floret * 0.88)
    );
    if (isNotched)
      shapes.push(
        dots(
          places.flatMap((p, i) =>
            Array.from({ length: 5 }, (_, k) => {
              const a = (2 * Math.PI * k) / 5 + i;
              return { x: p.x + floret * 1.06 * Math.cos(a), y: p.y + floret * 0.86 * Math.sin(a) };
            })
          ),
          edge,
          pen * 0.8
        )
      );
    shapes.push(dots(places, '#B5C583', floret * 0.42));
  }
  if (isCentral && traits.state('dark-floret') === 'dark')
    shapes.push(dots([{ x: at.x, y: at.y - size * 0.2 }], '#4A1030', Math.max(floret * 1.3, pen * 2.6)));
  return shapes;
}

/**
 * A compound umbel seen from the side and slightly above: rays on a golden-angle disc from one point, each ending
 * in a small umbel. A dark floret belongs to the central one, nowhere else.
 */
function compoundUmbel(
  model: Model,
  base: Point,
  heading: number,
  width: number,
  random: Random,
  near: boolean
): Drawn {
  const { form, traits, pen } = model;
  const fine = width / pen;
  const rays = clamp(form.rays, 3, near ? 60 : fine > 70 ? 34 : 22);
  const isClosed = hasFruit(traits) && traits.state('bracts') === 'long-divided';
  const reach = width / 2;
  const axis = towards(heading);
  const across = towards(heading + Math.PI / 2);
  const disc = golden(rays, 1);
  const heads = disc
    .map(({ x, y }, i) => {
      const r = Math.hypot(x, y);
      const spread = isClosed ? 0.62 : 1;
      const rise = isClosed ? width * (0.5 + 0.14 * r * r) : width * (0.56 - 0.2 * r * r);
      const at = add(
        base,
        add(
          scale(across, x * reach * spread),
          scale(axis, rise * random.between(0.95, 1.05) - 0.2 * reach * y)
        )
      );
      return { at, x, y, i };
    })
    .sort((a, b) => a.y - b.y);
  const size = Math.max((width / Math.sqrt(rays)) * (rays < 9 ? 0.5 : 0.6), width * 0.08, pen * 6);
  const rayLines = heads.map(({ at, x }) =>
    smooth(
      [
        base,
        add(mix(base, at, 0.5), scale(across, 0.09 * width * x * (isClosed ? 1.6 : 0.6))),
        { x: at.x, y: at.y + size * 0.1 }
      ],
      4
    )
  );
  const thick = Math.max(pen * 0.9, width * 0.008);
  const shapes: Shape[] = [
    lines(rayLines, tone(form.colour.stem, -0.6), thick + pen * 0.8, 0.9),
    lines(rayLines, tone(form.colour.stem, 0.12), thick)
  ];
  if (traits.state('ray-surface') === 'downy' && near)
    shapes.push(
      lines(
        rayLines.flatMap((ray) =>
          Array.from({ length: 9 }, () => {
            const at = ray[random.integer(1, ray.length - 1)]!;
            return [at, add(at, scale(towards(random.next() < 0.5 ? 1.4 : -1.4), pen * 2.6))];
          })
        ),
        '#6E7A5C',
        pen * 0.35
      )
    );
  const points: Point[] = [base];
  for (const { at, x, i } of heads) {
    shapes.push(
      ...umbelletBracts(model, at, size, x),
      ...umbellet(model, at, size, i === 0, random.fork(`head ${i}`))
    );
    points.push(...ellipse(at, size * 0.65, size * 0.5, 0, 6));
  }
  shapes.push(...umbelBracts(model, base, heading, width, random.fork('bracts')));
  return { shapes, points };
}

/** All stalks from one point, over a papery sheath; spurges bear cups on a few rays over leafy bracts. */
function umbel(model: Model, base: Point, heading: number, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const isSpurge = traits.state('flower-form') === 'cup';
  const item = itemReach(model);
  const count = isSpurge ? 5 : near ? 13 : 10;
  const reach = isSpurge ? item * 5 : item * 1.5 + pen * 4;
  const shapes: Shape[] = [];
  if (traits.state('spathe') === 'papery') {
    const sheath = (side: number) =>
      strip(base, heading + side * 1.9, side * 0.3, reach * 0.95, reach * 0.42);
    shapes.push(edged([sheath(-1), sheath(1)], '#E3E0BE', pen * 0.7, '#7D7A5A', 0.95));
  }
  if (isSpurge)
    shapes.push(
      edged(
        [-1.5, -0.8, 0.8, 1.5].map((turn) => strip(base, heading + turn, 0, reach * 0.62, reach * 0.3)),
        form.colour.leaf,
        pen * 0.6
      )
    );
  const heads = Array.from({ length: count }, (_, i) => {
    const turn = ((i + 0.5) / count - 0.5) * (isSpurge ? 2 : 3.1) + random.between(-0.12, 0.12);
    const far = reach * (i % 2 ? 0.66 : 1) * random.between(0.9, 1.08);
    return { at: add(base, scale(towards(heading + turn), far)), turn };
  });
  for (const { at } of heads) shapes.push(...stalkLine(model, [base, at], 1));
  heads.forEach(({ at, turn }, i) =>
    shapes.push(...drawItem(model, at, heading + turn, random.fork(`item ${i}`), isSpurge ? 1.4 : 1))
  );
  return { shapes, points: [base, ...heads.flatMap(({ at }) => around(at, item * 0.6))] };
}

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
        '#FBFBF4',
        Math.max(pen * 1.6, form.flowerSize * 0.3)
      )
    );
    return { shapes, points: [base, ...points] };
  }
  const places = golden(11, item * 1.7).map(({ x, y }) => add(base, { x, y: y * 0.62 - item * 1.1 }));
  const buds = golden(6, item * 0.5).map(({ x, y }) => add(base, { x, y: y * 0.7 - item * 1.5 }));
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
  const least = Math.round((near ? 44 : 24) * (isHeads ? 0.55 : isWide ? 2 : 1));
  const closeness = isHeads ? 0.66 : isWide ? 0.72 : 0.58;
  const reach = Math.max(item * Math.sqrt(least) * closeness, near ? 0 : width * 0.5);
  const total = clamp(Math.round((reach / (item * closeness)) ** 2), least, 90);
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
  const stalks: Line[] = arms.map(({ node }) => [base, node]);
  for (const { p, at } of places) {
    const nearest = arms.reduce((a, b) =>
      Math.hypot(b.p.x - p.x, b.p.y - p.y) < Math.hypot(a.p.x - p.x, a.p.y - p.y) ? b : a
    );
    stalks.push([nearest.node, at]);
  }
  const stalk = traits.state('stalk-colour') === 'red' ? '#8A3E4C' : form.colour.stem;
  return {
    shapes: [
      lines(stalks, tone(stalk, -0.5), pen * 1.7),
      lines(stalks, tone(stalk, 0.1), pen),
      ...places
        .sort((a, b) => a.p.y - b.p.y)
        .flatMap(({ p, at }, i) => drawItem(model, at, axis + (p.x / reach) * 0.7, random.fork(`item ${i}`)))
    ],
    points: [base, ...places.flatMap(({ at }) => around(at, item * 0.6))]
  };
}

/** One head on its stalk; a seed head of parachutes is a ball. */
function singleHead(model: Model, base: Point, heading: number, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const isSeed = hasFruit(traits);
  const isClover = traits.state('flower-form') === 'pea';
  const size = isSeed
    ? Math.max(form.fruitSize * 12, pen * 20)
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
  if (isSeed) {
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
    const reach = item * (1.5 + 1.1 * (i % 2)) * random.between(0.9, 1.1);
    const spine = growSpine(base, heading + turn * 0.7, turn * 0.5 + droop * Math.sign(turn || 1), reach, 8);
    return { spine, facing: spine.heading(0.99) };
  });
  for (const { spine } of arms) shapes.push(...stalkLine(model, spine.points, 1));
  arms.forEach(({ spine, facing }, i) => {
    const hangs = bells.has(model.traits.state('flower-form') ?? '') && !hasFruit(model.traits);
    shapes.push(...drawItem(model, spine.place(1), hangs ? Math.PI * 0.9 : facing, random.fork(`item ${i}`)));
    points.push(...around(spine.place(1), item * 0.7));
  });
  return { shapes, points };
}

/** Clusters along the upper part of a stem. */
function along(model: Model, axis: Spine, kind: string, random: Random, near: boolean): Drawn {
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

/** Clusters whose flowers or fruits spring from the joints of a stem. */
const atJoints = new Set(['axils', 'whorls', 'tassels', 'strings']);
export const isAtJoints = (kind: string): boolean => atJoints.has(kind);

/** The way of standing, for flowers or for fruits, in the words of the flower clusters. */
export function standOf({ traits }: Model): string | undefined {
  if (hasFruit(traits)) {
    const stand = traits.state('fruit-stand');
    const isUmbellate = !isAbsent(traits.state('bracteoles')) || !isAbsent(traits.state('umbel-place'));
    if (stand === 'umbel') return isUmbellate ? 'compound-umbel' : 'umbel';
    if (stand === 'flat-drooping' || stand === 'flat-upright') return 'flat-cluster';
    if (stand === 'heads') return 'head';
    if (stand === 'bunches') return 'loose';
    if (stand === 'spike')
      return ['pod', 'short-pod'].includes(traits.state('fruit-form') ?? '')
        ? 'short-head'
        : traits.state('flower-cluster') === 'branched-spike'
          ? 'branched-spike'
          : traits.state('fruit-form') === 'nutlets'
            ? 'whorls'
            : 'spike';
    if (stand === 'strings') return traits.state('fruit-form') === 'tiny-dry' ? 'tassels' : 'strings';
    const hangs =
      traits.state('fruit-form') === 'berry' &&
      !['alternate', 'opposite'].includes(traits.state('stem-leaf-stand') ?? '') &&
      isAbsent(traits.state('twig-bark'));
    if (stand === 'single' && hangs) return 'one-sided';
    if (stand === 'single') return traits.state('flower-cluster') === 'one-sided' ? 'one-sided' : 'axils';
    return 'loose';
  }
  const cluster = traits.state('flower-cluster');
  if (cluster === 'from-ground' && traits.state('flower-form') !== 'goblet') return 'axils';
  return isAbsent(cluster) ? undefined : cluster;
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
    case 'short-head':
      return shortHead(model, top, heading, random);
    case 'flat-cluster':
      return flatCluster(model, top, heading, width, random, near);
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
        itemReach(model) > width * 0.4 ? 2 : near ? 7 : 5,
        hasFruit(model.traits) ? 0.7 : 0.1
      );
    case 'hood': {
      const size = Math.max(model.form.height * 0.42, width);
      const shapes = hasFruit(model.traits)
        ? []
        : hoodedClub(top, size, model.form.colour.flower, model.pen, random);
      return {
        shapes,
        points: [top, ...ellipse(add(top, { x: 0, y: -size * 0.55 }), size * 0.34, size * 0.56, 0, 12)]
      };
    }
    case 'from-ground': {
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
  const shapes: Shape[] = [];
  const points: Point[] = [];
  if (kind === 'whorls') {
    for (const [i, turn] of [-1.5, -0.8, 0.8, 1.5].entries()) {
      const end = add(at, { x: Math.sin(turn) * item * 0.42, y: -Math.cos(turn) * item * 0.12 });
      shapes.push(
        ...drawItem(model, end, turn, random.fork(`whorl ${i}`), k * (Math.abs(turn) < 1 ? 0.75 : 0.95))
      );
      points.push(...around(end, item * k));
    }
    return { shapes, points };
  }
  if (kind === 'tassels') {
    for (const side of sides) {
      const string = growSpine(at, stemHeading + side * 1.5, side * 1.3, item * 9, 10);
      shapes.push(...stalkLine(model, string.points, 0.8));
      for (let t = 0.15; t <= 1; t += 0.09) {
        const end = add(string.place(t), {
          x: random.between(-0.6, 0.6) * item,
          y: random.between(0, 0.8) * item
        });
        shapes.push(...drawItem(model, end, Math.PI, random.fork(`bead ${t}`), k));
        points.push(end);
      }
    }
    return { shapes, points };
  }
  if (kind === 'strings') {
    const side = sides[0] ?? 1;
    const string = growSpine(at, stemHeading + side * 1.3, side * 1.2, item * 1.6, 6);
    shapes.push(...stalkLine(model, string.points, 1));
    for (const [i, t] of [0.45, 0.75, 1].entries()) {
      const end = add(string.place(t), { x: (i - 1) * item * 0.5, y: item * 0.25 });
      shapes.push(...drawItem(model, end, Math.PI, random.fork(`berry ${i}`), k));
      points.push(...around(end, item * 0.8));
    }
    return { shapes, points };
  }
  const isBell = bells.has(model.traits.state('flower-form') ?? '') && !hasFruit(model.traits);
  for (const side of sides) {
    const reach = item * (hasFruit(model.traits) ? 0.7 : 0.9);
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
