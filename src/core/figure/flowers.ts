import type { Recipe } from '../knowledge';
import type { Random } from '../random';
import { type Spine, add, circle, ellipse, growSpine, pathData, scale, smooth, towards } from './geometry';
import { drawTube, penLine, tone } from './ink';
import type { Point, Shape } from './scene';

/** Single flowers and clusters other than the umbel of umbels. Sizes in millimetres. */
export interface DrawnFlowers {
  readonly shapes: Shape[];
  readonly points: Point[];
}

export const outlined = (points: readonly Point[], fill: string, pen: number, opacity = 1): Shape[] => [
  { d: pathData(points, true), fill, opacity },
  penLine([...points, points[0]!], pen, '#55604F', 0.9)
];

/** A petal from its base outwards. */
export function petal(base: Point, heading: number, size: number, width: number, pointed: boolean): Point[] {
  const spine = growSpine(base, heading, 0, size, 8);
  const shape = pointed ? [0.18, 0.4, 0.5, 0.46, 0.3, 0] : [0.14, 0.34, 0.5, 0.54, 0.44, 0.16];
  const side = (sign: number) =>
    shape.map((w, i) =>
      add(spine.place(i / (shape.length - 1)), scale(towards(heading + Math.PI / 2), sign * w * width))
    );
  return smooth([...side(-1), ...side(1).reverse()], 3);
}

/** Six or four petals round a centre, tilted: a star or a cross. */
function starFlower(
  at: Point,
  count: number,
  size: number,
  colour: string,
  pen: number,
  turn: number,
  pointed: boolean
): Shape[] {
  const petals = Array.from({ length: count }, (_, i) => {
    const angle = turn + (2 * Math.PI * i) / count;
    const squash = 0.72 + 0.28 * Math.abs(Math.sin(angle));
    return outlined(petal(at, angle, size * squash, size * (pointed ? 0.4 : 0.62), pointed), colour, pen);
  });
  return [
    ...petals.flat(),
    { d: circle(at, size * 0.17), fill: '#93AE5C' },
    ...Array.from({ length: count }, (_, i): Shape => {
      const angle = turn + (2 * Math.PI * (i + 0.5)) / count;
      return { d: circle(add(at, scale(towards(angle), size * 0.36)), size * 0.06), fill: '#D8C98A' };
    })
  ];
}

/** Ramsons: stars on short stalks from one point, over a papery sheath. */
export function simpleUmbel(
  base: Point,
  heading: number,
  width: number,
  recipe: Recipe,
  pen: number,
  random: Random
): DrawnFlowers {
  const shapes: Shape[] = [-0.9, 0.8].flatMap((turn) => {
    const size = width * 0.42;
    return outlined(
      petal(base, heading + Math.PI * 0.62 * Math.sign(turn), size, size * 0.5, true),
      '#DDDDB6',
      pen * 0.8,
      0.9
    );
  });
  const count = random.integer(10, 14);
  const heads = Array.from({ length: count }, (_, i) => {
    const turn = ((i + 0.5) / count - 0.5) * 3 + random.between(-0.12, 0.12);
    const reach = width * (i % 2 ? 0.3 : 0.46) * random.between(0.9, 1.1);
    return add(base, scale(towards(heading + turn), reach));
  });
  for (const at of heads) shapes.push(penLine([base, at], pen * 1.1, tone(recipe.colour.stem, -0.1), 1));
  heads.forEach((at, i) =>
    shapes.push(...starFlower(at, 6, width * 0.17, recipe.colour.flower, pen * 0.7, i * 1.3, true))
  );
  return { shapes, points: heads.flatMap((at) => ellipse(at, width * 0.15, width * 0.15, 0, 6)) };
}

function roundBell(at: Point, size: number, pen: number): Shape[] {
  const bell = smooth(
    [
      { x: at.x, y: at.y },
      { x: at.x + size * 0.42, y: at.y + size * 0.2 },
      { x: at.x + size * 0.48, y: at.y + size * 0.66 },
      { x: at.x + size * 0.62, y: at.y + size * 0.86 },
      { x: at.x + size * 0.3, y: at.y + size * 0.84 },
      { x: at.x, y: at.y + size * 0.96 },
      { x: at.x - size * 0.3, y: at.y + size * 0.84 },
      { x: at.x - size * 0.62, y: at.y + size * 0.86 },
      { x: at.x - size * 0.48, y: at.y + size * 0.66 },
      { x: at.x - size * 0.42, y: at.y + size * 0.2 },
      { x: at.x, y: at.y }
    ],
    3
  );
  return [
    ...outlined(bell, '#FBFBF4', pen),
    {
      d: pathData(ellipse({ x: at.x + size * 0.24, y: at.y + size * 0.5 }, size * 0.14, size * 0.3), true),
      fill: '#C9D2C0',
      opacity: 0.6
    }
  ];
}

/** A tube that widens to a mouth: foxglove (wide, spotted) or comfrey (narrow). */
function tubeBell(
  at: Point,
  heading: number,
  size: number,
  wide: number,
  colour: string,
  spotted: boolean,
  pen: number
): Shape[] {
  const spine = growSpine(at, heading, 0, size, 8);
  const across = towards(heading + Math.PI / 2);
  const profile = [0.16, 0.26, 0.42, 0.5, 0.5, 0.58];
  const edge = (sign: number) =>
    profile.map((w, i) => add(spine.place(i / 5), scale(across, sign * w * wide)));
  const body = smooth([...edge(-1), ...edge(1).reverse()], 3);
  const mouth = ellipse(spine.place(1), wide * 0.56, wide * 0.2, Math.atan2(across.y, across.x), 14);
  const shapes = [...outlined(body, colour, pen), ...outlined(mouth, tone(colour, 0.45), pen * 0.8)];
  shapes.splice(1, 0, {
    d: pathData(smooth([...edge(0.15), ...edge(1).reverse()], 3), true),
    fill: tone(colour, -0.3),
    opacity: 0.35
  });
  if (spotted)
    shapes.push({
      d: [-0.3, 0, 0.25]
        .map((k) => circle(add(spine.place(0.99), scale(across, k * wide)), wide * 0.055))
        .join(''),
      fill: '#5B1238'
    });
  return shapes;
}

/** Flowers that hang in a row on one side: lily of the valley, foxglove. */
export function oneSidedRow(
  stem: Spine,
  from: number,
  form: 'round-bell' | 'wide-tube',
  colour: string,
  size: number,
  recipe: Recipe,
  pen: number
): DrawnFlowers {
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const count = form === 'round-bell' ? 8 : 13;
  for (let i = count - 1; i >= 0; i -= 1) {
    const share = i / (count - 1);
    const at = stem.place(from + (1 - from) * share);
    const grown = size * (1 - 0.68 * share);
    const side = form === 'wide-tube' && i % 3 === 1 ? -1 : 1;
    const foot = add(at, {
      x: side * grown * (form === 'round-bell' ? 0.75 : 0.12),
      y: form === 'round-bell' ? grown * 0.1 : 0
    });
    shapes.push(
      penLine(
        smooth([at, add(at, { x: side * grown * 0.4, y: -grown * 0.25 }), foot], 3),
        pen * 1.1,
        tone(recipe.colour.stem, -0.2),
        1
      )
    );
    if (form === 'round-bell') shapes.push(...roundBell(foot, grown, pen * 0.8));
    else if (share > 0.82)
      shapes.push(
        ...outlined(ellipse(foot, grown * 0.2, grown * 0.3), tone(recipe.colour.stem, 0.2), pen * 0.7)
      );
    else
      shapes.push(
        ...tubeBell(foot, side * (2.25 + 0.25 * share), grown, grown * 0.46, colour, true, pen * 0.8)
      );
    points.push(at, add(foot, { x: side * grown * 0.9, y: grown * 0.9 }), foot);
  }
  return { shapes, points };
}

/** Comfrey: short clusters that unroll, with narrow hanging bells. */
export function coiledClusters(
  top: Point,
  size: number,
  colour: string,
  recipe: Recipe,
  pen: number,
  random: Random
): DrawnFlowers {
  const shapes: Shape[] = [];
  const points: Point[] = [];
  for (const side of [-1, 1] as const) {
    const arm = growSpine(top, side * 0.5, side * 1.9, size * 2.4, 16);
    shapes.push(
      ...drawTube(
        arm,
        () => size * 0.13,
        { colour: recipe.colour.stem, pen, hairs: 'stiff' },
        random.fork(`arm ${side}`)
      )
    );
    for (let i = 0; i < 6; i += 1) {
      const share = i / 5;
      const at = arm.place(0.3 + 0.68 * share);
      const grown = size * (0.95 - 0.62 * share);
      shapes.push(
        ...tubeBell(
          at,
          Math.PI - side * 0.15,
          grown,
          grown * 0.42,
          share > 0.8 ? recipe.colour.stem : colour,
          false,
          pen * 0.8
        )
      );
      points.push(at, { x: at.x, y: at.y + grown });
    }
  }
  return { shapes, points };
}

/** Sorrel: tiny reddish flowers in whorls along branches. */
export function branchedSpike(
  stem: Spine,
  from: number,
  colour: string,
  recipe: Recipe,
  pen: number,
  random: Random
): DrawnFlowers {
  const shapes: Shape[] = [];
  const points: Point[] = [];
  const size = stem.length * 0.012;
  const spike = (spine: Spine, start: number, own: Random) => {
    let d = '';
    for (let t = start; t <= 1; t += 0.055)
      for (let k = 0; k < 4; k += 1) {
        const at = add(spine.place(Math.min(t, 0.99)), {
          x: own.between(-1.5, 1.5) * size,
          y: own.between(-1, 1) * size
        });
        d += pathData(ellipse(at, size * own.between(0.7, 1.1), size * 0.75, own.between(0, 3), 8), true);
        points.push(at);
      }
    shapes.push({ d, fill: colour, stroke: tone(colour, -0.5), strokeWidth: pen * 0.3 });
  };
  for (let i = 0; i < 5; i += 1) {
    const t = from + 0.09 * i;
    const side = i % 2 ? 1 : -1;
    const branch = growSpine(
      stem.place(t),
      stem.heading(t) + side * 0.55,
      -side * 0.35,
      stem.length * (0.24 - 0.025 * i),
      10
    );
    shapes.push(penLine(branch.points, pen * 1.2, tone(recipe.colour.stem, -0.2), 1));
    spike(branch, 0.2, random.fork(`branch ${i}`));
  }
  spike(stem, from + 0.3, random.fork('main'));
  return { shapes, points };
}

/** Watercress: a short head of crosses. */
export function shortHead(top: Point, size: number, recipe: Recipe, pen: number): DrawnFlowers {
  const heads = Array.from({ length: 9 }, (_, i) => {
    const turn = ((i + 0.5) / 9 - 0.5) * 2.9;
    return add(top, scale(towards(turn), size * (i % 2 ? 0.75 : 1.25)));
  });
  return {
    shapes: [
      ...heads.map((at) => penLine([top, at], pen, recipe.colour.stem, 1)),
      ...heads.flatMap((at, i) =>
        starFlower(at, 4, size * 0.42, recipe.colour.flower, pen * 0.6, 0.6 + i * 0.4, false)
      )
    ],
    points: heads.flatMap((at) => ellipse(at, size * 0.4, size * 0.4, 0, 6))
  };
}
