import type { Random } from '../random';
import type { Model } from './form';
import { add, ellipse, growSpine, scale, smooth, smoothRing, towards } from './geometry';
import { blend, drawTube, edged, filled, inkLine, lines, tone } from './paint';
import { type Line, type Part, type Point, type Shape, noBounds, boundsOf } from './scene';

/** Seaweeds with their holdfast. Nothing of them is a leaf or a stem. */

const frondColours: Readonly<Record<string, string>> = { green: '#79A83F', red: '#7A2F42', brown: '#7B6631' };

interface Frond {
  readonly shapes: Shape[];
  readonly outline: readonly Line[];
}

/** A blade of changing width along a spine, with waved edges. */
function ribbon(
  from: Point,
  heading: number,
  bend: number,
  long: number,
  profile: readonly number[],
  random: Random,
  wave: number
): Point[] {
  const spine = growSpine(from, heading, bend, long, 14);
  const steps = (profile.length - 1) * 4;
  const at = (t: number) => {
    const i = Math.min(profile.length - 2, Math.floor(t * (profile.length - 1)));
    const u = t * (profile.length - 1) - i;
    return profile[i]! + (profile[i + 1]! - profile[i]!) * u;
  };
  const side = (sign: number) =>
    Array.from({ length: steps + 1 }, (_, i) => {
      const t = i / steps;
      const w = at(t) * (1 + wave * Math.sin(i * 1.7 + sign) * random.between(0.5, 1));
      return add(spine.place(t), scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), sign * w));
    });
  return [...side(-1), ...side(1).reverse()];
}

const holdfast = (
  kind: string | undefined,
  width: number,
  colour: string,
  pen: number,
  random: Random
): Shape[] =>
  kind === 'claws'
    ? [
        lines(
          Array.from({ length: 11 }, (_, i) => {
            const turn = Math.PI + (i - 5) * 0.26;
            return growSpine(
              { x: 0, y: -width * 0.4 },
              turn,
              random.between(-0.5, 0.5),
              width * random.between(1, 1.7),
              5
            ).points;
          }),
          tone(colour, -0.35),
          Math.max(pen * 1.4, width * 0.14)
        )
      ]
    : [edged([ellipse({ x: 0, y: 0 }, width * 0.7, width * 0.26, 0, 12)], tone(colour, -0.4), pen * 0.8)];

/** Sheen and folds on a wet frond. */
const wet = (rings: readonly Line[], colour: string, pen: number): Shape[] =>
  rings.flatMap((ring) => {
    const half = Math.floor(ring.length / 2);
    const inner = (share: number) =>
      ring.slice(1, half - 1).map((p, i) => {
        const q = ring[ring.length - 2 - i] ?? p;
        return { x: p.x + (q.x - p.x) * share, y: p.y + (q.y - p.y) * share };
      });
    return half < 5
      ? []
      : [
          filled([[...inner(0.18), ...inner(0.32).reverse()]], tone(colour, 0.8), 0.34),
          lines([inner(0.62)], tone(colour, -0.5), pen * 0.5, 0.4)
        ];
  });

/** What a frond is drawn with. */
interface Brush {
  readonly traits: Model['traits'];
  readonly own: Random;
  readonly colour: string;
  readonly pen: number;
  /** Of its colour, 0 to 1. */
  readonly opacity: number;
}

/** The blades of a frond, what is drawn beneath them, and how wide its foot is, in millimetres. */
interface Grown {
  readonly rings: Line[];
  readonly shapes: Shape[];
  readonly foot: number;
}

/** Inflated tubes from one foot. */
function tubes({ own }: Brush): Grown {
  const rings: Point[][] = [];
  for (let i = 0; i < 7; i += 1) {
    const turn = (i - 3) * 0.3 + own.between(-0.1, 0.1);
    const profile = [1.2, 3, 5, 6.2, 4.6, 6.4, 5, 3.6, 1.4].map((w) => w * own.between(0.8, 1.25));
    rings.push(
      ribbon({ x: 0, y: 0 }, turn, own.between(-0.5, 0.5), own.between(120, 190), profile, own, 0.06)
    );
  }
  return { rings, shapes: [], foot: 7 };
}

/** One broad sheet with a frilled rim. */
function sheet({ own, colour, pen, opacity }: Brush): Grown {
  const rings: Point[][] = [];
  const shapes: Shape[] = [];
  // Three broad lobes by chance, their rim frilled.
  const phase = own.between(0, 6.28);
  const count = 34;
  const rim = Array.from({ length: count }, (_, i) => {
    const a = -1.9 + (3.8 * i) / (count - 1);
    const lobed = 1 + 0.13 * Math.sin(2.6 * a + phase) + 0.06 * Math.sin(6.1 * a - phase);
    const r = 92 * lobed * (1 - 0.16 * Math.abs(a)) + own.between(-2.6, 2.6);
    return { x: r * Math.sin(a) * 1.05, y: -16 - r * Math.max(0.02, Math.cos(a * 0.8)) };
  });
  const ring = smoothRing([{ x: 0, y: 0 }, ...rim], 3);
  rings.push(ring);
  const folds = Array.from({ length: 9 }, (_, i) => {
    const a = -1.15 + 0.29 * i + own.between(-0.08, 0.08);
    const bow = own.between(-0.2, 0.2);
    return smooth(
      [0.2, 0.45, 0.66, 0.82].map((k) => ({
        x: 74 * k * Math.sin(a + bow * k),
        y: -12 - 76 * k * Math.cos((a + bow * k) * 0.85)
      })),
      3
    );
  });
  shapes.push(
    filled([ring], colour, opacity),
    lines(
      folds.filter((_, i) => i % 2 === 0),
      tone(colour, -0.4),
      pen * 1.6,
      0.35
    ),
    lines(
      folds.filter((_, i) => i % 2 === 1),
      tone(colour, 0.75),
      pen * 2,
      0.5
    )
  );
  return { rings, shapes, foot: 8 };
}

/** Long straps from the end of a stalk. */
function straps({ traits, own, colour, pen }: Brush): Grown {
  const rings: Point[][] = [];
  const shapes: Shape[] = [];
  const stipe = traits.state('stipe');
  const stalk = growSpine(
    { x: 0, y: 0 },
    own.between(-0.16, 0.16),
    own.between(-0.2, 0.2),
    stipe === 'none' ? 30 : 210,
    12
  );
  const wide = stipe === 'thin' ? 7 : 16;
  shapes.push(
    ...drawTube(
      stalk,
      (t) => wide * (1 - 0.25 * t),
      { colour: tone(colour, -0.1), pen, section: 'smooth' },
      own
    )
  );
  const palm = stalk.place(1);
  for (let i = 0; i < 9; i += 1) {
    const turn = (i - 4) * 0.19 + own.between(-0.06, 0.06);
    rings.push(
      ribbon(
        add(palm, { x: (i - 4) * 4, y: 8 }),
        turn,
        turn * own.between(1.1, 1.9) + own.between(-0.25, 0.25),
        own.between(250, 340),
        [9, 18, 17, 18, 16, 14, 11, 3],
        own,
        0.05
      )
    );
  }
  return { rings, shapes, foot: 22 };
}

/** A fan that forks and forks again. */
function fan({ own }: Brush): Grown {
  const rings: Point[][] = [];
  const fork = (at: Point, heading: number, long: number, wide: number, order: number) => {
    rings.push(
      ribbon(
        at,
        heading,
        own.between(-0.12, 0.12),
        long,
        order === 0
          ? [wide * 0.5, wide * 0.7, wide]
          : [wide * 0.7, wide, order > 3 ? wide * 0.75 : wide * 1.1, order > 3 ? wide * 0.3 : wide],
        own,
        0.04
      )
    );
    if (order > 3) return;
    const end = add(at, scale(towards(heading), long * 0.92));
    for (const side of [-1, 1])
      fork(
        end,
        heading + side * own.between(0.32, 0.52),
        long * own.between(0.68, 0.86),
        wide * 0.86,
        order + 1
      );
  };
  for (const turn of [-0.35, 0.3]) fork({ x: turn * 6, y: 0 }, turn, 26, 4.4, 0);
  return { rings, shapes: [], foot: 7 };
}

/** A broad palm that parts into fingers. */
function fingers({ own }: Brush): Grown {
  const rings: Point[][] = [];
  const palm = { x: 0, y: -70 };
  rings.push(ribbon({ x: 0, y: 0 }, 0.03, 0, 92, [2, 9, 24, 38, 40], own, 0.05));
  for (let i = 0; i < 6; i += 1) {
    const turn = (i - 2.5) * 0.3 + own.between(-0.06, 0.06);
    rings.push(
      ribbon(
        add(palm, { x: (i - 2.5) * 9, y: 0 }),
        turn,
        turn * 0.3,
        own.between(100, 150),
        [11, 16, 17, 14, 10, 3],
        own,
        0.06
      )
    );
  }
  for (const side of [-1, 1])
    rings.push(ribbon({ x: side * 20, y: -46 }, side * 0.9, -side * 0.3, 46, [2, 6, 6, 2], own, 0.05));
  return { rings, shapes: [], foot: 9 };
}

/** Blades in pairs along an axis, and along its branches. */
function pairedBlades({ own, colour, pen }: Brush): Grown {
  const rings: Point[][] = [];
  const shapes: Shape[] = [];
  const axis = growSpine({ x: 0, y: 0 }, 0, own.between(-0.1, 0.1), 330, 20);
  const pair = (spine: typeof axis, from: number, order: number) => {
    for (let t = from; t < 0.96; t += order ? 0.12 : 0.085)
      for (const side of [-1, 1]) {
        const long =
          (order ? 19 : 150) * Math.sin(Math.PI * Math.min(0.94, t + 0.1)) * own.between(0.86, 1.08);
        const heading = spine.heading(t) + side * 0.82;
        rings.push(
          ribbon(
            spine.place(t),
            heading,
            -side * 0.2,
            long,
            order ? [0.5, 1.5, 1.3, 0.3] : [0.8, 3.4, 3.6, 2.8, 0.8],
            own,
            0.04
          )
        );
        if (!order && long > 50) pair(growSpine(spine.place(t), heading, -side * 0.2, long, 8), 0.16, 1);
      }
  };
  pair(axis, 0.1, 0);
  rings.push(ribbon({ x: 0, y: 0 }, 0, own.between(-0.1, 0.1), 330, [3, 6, 7, 7, 5, 1], own, 0.03));
  shapes.push(inkLine(axis.points, pen * 2, tone(colour, -0.4), 0.7));
  return { rings, shapes, foot: 10 };
}

const forms: Readonly<Record<string, (brush: Brush) => Grown>> = {
  tube: tubes,
  sheet,
  straps,
  fan,
  fingers,
  'paired-blades': pairedBlades
};

function drawFrond(model: Model): Frond {
  const { traits, random, pen } = model;
  const own = random.fork('frond');
  const red = traits.state('frond-colour') ?? 'green';
  const colour = blend(
    frondColours[red] ?? frondColours['green']!,
    own.next() < 0.5 ? '#A89B4A' : '#3E4A2A',
    own.between(0, 0.14)
  );
  const thickness = traits.state('frond-thickness');
  const opacity = thickness === 'film' ? 0.82 : 1;
  const rim = thickness === 'stout' ? 3.4 : thickness === 'film' ? 1.6 : 2.2;
  const shape = traits.state('frond-shape') ?? 'paired-blades';
  const { rings, shapes, foot } = (forms[shape] ?? pairedBlades)({ traits, own, colour, pen, opacity });
  const isSmall = shape === 'paired-blades';
  // A stalk below: the holdfast moves down with it.
  const stipe = traits.state('stipe');
  const drop = shape === 'straps' || isSmall || stipe === undefined || stipe === 'none' ? 0 : 18;
  if (drop > 0)
    shapes.unshift(
      ...drawTube(
        growSpine({ x: 0, y: drop }, 0, 0, drop + 4, 5),
        () => (stipe === 'stout' ? foot * 0.8 : foot * 0.3),
        { colour, pen },
        own.fork('stipe')
      )
    );
  if (isSmall && stipe !== 'thin')
    shapes.push(
      ...drawTube(
        growSpine({ x: 0, y: 0 }, 0, 0, 40, 5),
        () => (stipe === 'stout' ? 12 : 18),
        { colour, pen },
        own.fork('stipe')
      )
    );
  // The outline first, then all blades without one, so that no line runs where they join.
  if (shape !== 'sheet')
    shapes.push(
      { rings, closed: true, stroke: tone(colour, -0.7), width: pen * rim },
      filled(rings, colour, opacity === 1 ? 1 : 0.92)
    );
  else shapes.push({ rings, closed: true, stroke: tone(colour, -0.7), width: pen * rim * 0.5 });
  if (!isSmall) shapes.push(...wet(rings, colour, pen));
  if (isSmall)
    shapes.push(
      lines(
        rings.map((ring) => [ring[0]!, ring[Math.floor(ring.length / 2)]!]),
        tone(colour, 0.5),
        pen * 0.5,
        0.7
      )
    );
  return {
    shapes: [
      ...holdfast(traits.state('holdfast'), foot * 2, colour, pen, own).map((shape) => ({
        ...shape,
        rings: shape.rings.map((ring) => ring.map(({ x, y }) => ({ x, y: y + drop })))
      })),
      ...shapes
    ],
    outline: rings
  };
}

const frondCharacters = ['frond-shape', 'frond-colour', 'frond-thickness', 'stipe', 'holdfast'];

export function frond(model: Model): Part[] {
  const { shapes, outline } = drawFrond(model);
  const largest = outline.reduce((a, b) => (b.length > a.length ? b : a));
  const box = boundsOf(largest, noBounds);
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  return [
    {
      kind: 'frond',
      shapes,
      shows: model.traits.shown(...frondCharacters),
      hit: outline,
      depth: 0,
      anchor: largest[Math.floor(largest.length / 4)] ?? middle
    }
  ];
}
