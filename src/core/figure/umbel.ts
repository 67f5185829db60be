import type { Random } from '../random';
import { golden, add, clamp, ellipse, growSpine, mix, scale, smooth, towards } from './geometry';
import { type Model, hasFruit } from './form';
import { drawFruit } from './fruit';
import { type Drawn, around, drawItem, fruitLook, itemReach, largeFlower, stalkLine, strip } from './item';
import { dots, edged, filled, isPale, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';

/** Umbels: one, or umbels of umbels as the carrot family has them. */

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

/**
 * A floret of the carrot family through a lens: five petals whose tips are turned in, five stamens between them and
 * two styles on swollen feet. Those at the rim of an umbel have larger petals outwards.
 */
function floret(
  { x, y }: Point,
  reach: number,
  off: { readonly x: number; readonly out: number },
  { traits, form, pen }: Model,
  edge: string,
  nth: number
): Shape[] {
  const { flower } = form.colour;
  const isNotched = traits.state('petal-notch') === 'notched';
  const turns = Array.from({ length: 5 }, (_, k) => (2 * Math.PI * k) / 5 + nth * 1.3);
  const lay = (turn: number, long: number): Point => ({
    x: x + long * Math.sin(turn),
    y: y - long * 0.8 * Math.cos(turn)
  });
  const petals = turns.map((turn) => {
    const outward = Math.max(0, Math.sin(turn) * Math.sign(off.x)) * off.out;
    const long = reach * (0.92 + 0.3 * outward * Number(isNotched));
    return [
      lay(turn, reach * 0.16),
      lay(turn - 0.5, long * 0.6),
      lay(turn - 0.4, long),
      lay(turn, long * (isNotched ? 0.7 : 1.06)),
      lay(turn + 0.4, long),
      lay(turn + 0.5, long * 0.6)
    ];
  });
  const stamens = turns.map((turn) => [lay(turn + 0.63, reach * 0.2), lay(turn + 0.63, reach * 0.78)]);
  return [
    edged(petals, flower, pen * 0.4, edge),
    lines(stamens, '#A9B58C', pen * 0.35, 0.9),
    dots(
      stamens.map((line) => line[1]!),
      '#D9CFA2',
      Math.max(reach * 0.16, pen * 0.7)
    ),
    dots([lay(1.57, reach * 0.1), lay(-1.57, reach * 0.1)], '#AFC07A', reach * 0.26)
  ];
}

/** One little umbel: florets as dots or petals on a pale bed, or its fruits. */
function umbellet(model: Model, at: Point, size: number, isCentral: boolean, random: Random): Shape[] {
  const { form, traits, pen } = model;
  const fruit = hasFruit(traits);
  const fine = size / pen;
  if (fruit) {
    const r = Math.max(form.fruitSize * 0.62, pen * 2.6);
    const many = clamp(Math.round((size / r) * 1.6), 5, fine > 30 ? 12 : 5);
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
  const isNear = fine > 34;
  const many = clamp(Math.round(fine * 0.5), 7, isNear ? 14 : 9);
  const bed = ellipse({ x: at.x, y: at.y - size * 0.06 }, size * 0.5, size * 0.3, 0, 12);
  const places = golden(many, size * 0.62)
    .map(({ x, y }) => ({
      x: at.x + x + random.between(-0.03, 0.03) * size,
      y: at.y - size * 0.16 + y * 0.6,
      out: Math.hypot(x, y) / (size * 0.62)
    }))
    .sort((a, b) => a.y - b.y);
  const shapes: Shape[] = [filled([bed], '#B9CC98', 0.7)];
  const { flower } = form.colour;
  const edge = isPale(flower) ? '#8F9A86' : tone(flower, -0.45);
  /** Each has light around it: together they are many flowers, not a cloud. */
  const reach = size * 0.62 * Math.sqrt(1 / many) * 1.12;
  if (isNear)
    for (const [i, place] of places.entries())
      shapes.push(...floret(place, reach, { x: place.x - at.x, out: place.out }, model, edge, i));
  else {
    const petals = places.map(({ x, y }, i) =>
      Array.from({ length: 10 }, (_, k) => {
        const a = (2 * Math.PI * k) / 10 + i;
        const r = reach * (k % 2 ? 0.5 : 0.92);
        return { x: x + r * Math.cos(a), y: y + r * 0.82 * Math.sin(a) };
      })
    );
    shapes.push(edged(petals, flower, pen * 0.35, edge), dots(places, '#B5C583', reach * 0.42));
  }
  if (isCentral && traits.state('dark-floret') === 'dark')
    shapes.push(dots([{ x: at.x, y: at.y - size * 0.2 }], '#4A1030', Math.max(reach * 1.2, pen * 2.6)));
  return shapes;
}

/**
 * A compound umbel seen from the side and slightly above: rays on a golden-angle disc from one point, each ending
 * in a small umbel. A dark floret belongs to the central one, nowhere else.
 */
export function compoundUmbel(
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
/** A few bells on stalks that arch over, all from one point. */
function hangingUmbel(model: Model, base: Point, heading: number, random: Random): Drawn {
  const { form, traits, pen } = model;
  const item = itemReach(model);
  const turns = [-0.9, -0.45, 0.15, 0.6, 1];
  const stalks = turns.map((turn, i) =>
    growSpine(
      base,
      heading + turn * 0.7,
      (turn < 0 ? -1 : 1) * random.between(1.7, 2.1),
      item * (1.5 + 0.5 * (i % 2)) * random.between(0.9, 1.1),
      10
    )
  );
  const sheath =
    traits.state('spathe') === 'none' ? [] : [strip(base, heading + 0.1, 0.2, item * 1.5, item * 0.3)];
  return {
    shapes: [
      edged(sheath, tone(form.colour.stem, 0.2), pen * 0.7),
      ...stalks.flatMap((stalk, i) => [
        ...stalkLine(model, stalk.points, 1),
        ...drawItem(model, stalk.place(1), Math.PI + random.between(-0.2, 0.2), random.fork(`bell ${i}`))
      ])
    ],
    points: [
      base,
      ...stalks.flatMap((stalk) => around(add(stalk.place(1), { x: 0, y: item * 0.5 }), item * 0.7))
    ]
  };
}

export function umbel(model: Model, base: Point, heading: number, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const isSpurge = traits.state('flower-form') === 'cup';
  const item = itemReach(model);
  const isHanging = traits.state('flower-form') === 'round-bell' && !hasFruit(traits);
  const isPapery = traits.state('spathe') === 'papery';
  const count = isSpurge || isHanging ? 5 : !isPapery && item >= largeFlower ? 6 : near ? 13 : 10;
  const reach = isSpurge ? item * 5 : item * 1.5 + pen * 4;
  const shapes: Shape[] = [];
  if (isHanging) return hangingUmbel(model, base, heading, random);
  if (isPapery) {
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
