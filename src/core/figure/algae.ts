import type { Random } from '../random';
import type { Model } from './form';
import { add, ellipse, growSpine, scale, smooth, towards } from './geometry';
import { blend, drawTube, edged, filled, inkLine, lines, tone } from './paint';
import { type Line, type Part, type Point, type Shape, noBounds, boundsOf } from './scene';

/** Seaweeds with their holdfast. Nothing of them is a leaf or a stem. */

const frondColours: Readonly<Record<string, string>> = { green: '#79A83F', red: '#7A2F42', brown: '#7B6631' };

interface Frond {
  readonly shapes: Shape[];
  readonly outline: readonly Line[];
}

/** A blade of changing width along a spine, its edges waved each in its own measure. */
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
  const steps = (profile.length - 1) * 5;
  const at = (t: number) => {
    const i = Math.min(profile.length - 2, Math.floor(t * (profile.length - 1)));
    const u = t * (profile.length - 1) - i;
    return profile[i]! + (profile[i + 1]! - profile[i]!) * u;
  };
  const side = (sign: number) => {
    const [phase, second] = [random.between(0, 6.28), random.between(0, 6.28)];
    const measure = random.between(0.7, 1.1);
    return Array.from({ length: steps + 1 }, (_, i) => {
      const t = i / steps;
      const w =
        at(t) * (1 + wave * (Math.sin(i * measure + phase) + 0.6 * Math.sin(i * 0.41 * measure + second)));
      return add(spine.place(t), scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), sign * w));
    });
  };
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

/** How blades of a frond are painted: as thick as they are, with wet light on them. */
interface Skin {
  readonly colour: string;
  readonly pen: number;
  /** Of each blade: where two lie one over the other, the colour deepens. */
  readonly opacity: number;
  /** Width of the outline in pen lines. */
  readonly rim: number;
}

/** One blade: its wash, the side that turns away, a few wet lights, a line in its own colour. */
function wetBlade(ring: Line, { colour, pen, opacity, rim }: Skin, random: Random): Shape[] {
  const half = Math.floor(ring.length / 2);
  const across = (i: number, share: number): Point => {
    const [p, q] = [ring[i]!, ring[ring.length - 1 - i]!];
    return { x: p.x + (q.x - p.x) * share, y: p.y + (q.y - p.y) * share };
  };
  const run = (from: number, to: number, share: number) =>
    Array.from({ length: Math.max(2, to - from) }, (_, i) => across(Math.min(half - 1, from + i), share));
  const tint = tone(colour, random.between(-0.06, 0.08));
  const shapes: Shape[] = [filled([ring], tint, opacity)];
  if (half >= 6) {
    const first = Math.round(half * 0.12);
    const last = Math.round(half * 0.92);
    shapes.push(
      filled([[...run(first, last, 0.6), ...run(first, last, 1).reverse()]], tone(colour, -0.4), 0.26),
      lines([run(first, last, random.between(0.4, 0.56))], tone(colour, -0.45), pen * 0.5, 0.4)
    );
    const lights = Array.from({ length: 3 }, (_, i) => {
      const from = Math.round(half * (0.16 + 0.27 * i + random.between(0, 0.08)));
      const to = Math.min(half - 1, from + Math.max(2, Math.round(half * 0.12)));
      return [...run(from, to, 0.2), ...run(from, to, 0.3).reverse()];
    });
    shapes.push(filled(lights, '#FCFAF0', 0.4));
  }
  shapes.push({ rings: [ring], closed: true, stroke: tone(colour, -0.55), width: pen * rim });
  return shapes;
}

/** What a frond is drawn with. */
interface Brush {
  readonly traits: Model['traits'];
  readonly own: Random;
  readonly colour: string;
  readonly pen: number;
  /** Of each blade, 0 to 1. */
  readonly opacity: number;
}

/** The blades of a frond, what is drawn beneath them, and how wide its foot is, in millimetres. */
interface Grown {
  readonly rings: Line[];
  readonly shapes: Shape[];
  readonly foot: number;
  /** Its blades are among its shapes already. */
  readonly isPainted?: true;
  /** They are one flat body: no line runs where they join. */
  readonly isOne?: true;
}

/** Inflated tubes from one foot, pinched here and there. */
function tubes({ own }: Brush): Grown {
  const rings: Point[][] = [];
  for (let i = 0; i < 8; i += 1) {
    const turn = (i - 3.5) * 0.27 + own.between(-0.12, 0.12);
    const profile = [1.2, 3, 5, 6.6, 4.2, 6.8, 5.4, 3.2, 5.4, 4, 1.6].map((w) => w * own.between(0.75, 1.3));
    rings.push(
      ribbon(
        { x: 0, y: 0 },
        turn,
        turn * 0.9 + own.between(-0.7, 0.7),
        own.between(110, 190),
        profile,
        own,
        0.09
      )
    );
  }
  return { rings, shapes: [], foot: 7 };
}

/** A thin sheet in broad lobes that lie one over the other, their rims frilled. */
function sheet({ own, colour, pen, opacity }: Brush): Grown {
  const rings: Point[][] = [];
  const shapes: Shape[] = [];
  const lobes = [-1.05, 1, -0.4, 0.42].map((middle) => middle + own.between(-0.14, 0.14));
  for (const [n, middle] of lobes.entries()) {
    const span = own.between(0.62, 0.8);
    const reach = own.between(74, 92) * (n < 2 ? 0.9 : 1.06);
    const [phase, frill] = [own.between(0, 6.28), own.between(0.9, 1.3)];
    const count = 40;
    const rim = Array.from({ length: count }, (_, i) => {
      const share = (i / (count - 1)) * 2 - 1;
      const a = middle + span * share;
      const body = (1 - share ** 4) ** 0.5;
      const r =
        reach * (0.34 + 0.66 * body) * (1 + 0.05 * Math.sin(3.1 * share + phase)) +
        2.6 * Math.sin(i * frill + phase) * body;
      return { x: r * Math.sin(a), y: -10 - r * Math.cos(a) };
    });
    rings.push([{ x: 0, y: 0 }, ...rim]);
    const folds = Array.from({ length: 9 }, (_, i) => {
      const share = (i - 4) / 4.6 + own.between(-0.05, 0.05);
      const bow = own.between(-0.16, 0.16);
      const [from, to] = i % 2 ? [0.62, 0.92] : [0.3, 0.8];
      return smooth(
        [from, (from + to) / 2, to].map((k) => ({
          x: reach * k * Math.sin(middle + span * share * 0.86 + bow * k),
          y: -10 - reach * k * Math.cos(middle + span * share * 0.86 + bow * k)
        })),
        3
      );
    });
    shapes.push(
      filled([rings[n]!], tone(colour, own.between(-0.04, 0.1)), opacity - 0.1),
      lines(
        folds.filter((_, i) => i % 2 === 0),
        tone(colour, -0.4),
        pen * 1.1,
        0.3
      ),
      lines(
        folds.filter((_, i) => i % 2 === 1),
        '#FCFAF0',
        pen * 1.6,
        0.45
      ),
      { rings: [rings[n]!], closed: true, stroke: tone(colour, -0.5), width: pen * 0.7 }
    );
  }
  return { rings, shapes, foot: 8, isPainted: true };
}

/** Long straps from the end of a stalk, which hang over. */
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
  // The hand, as broad as its straps together, then the straps from the outermost to the middle one.
  rings.push(ribbon(add(palm, { x: 0, y: 6 }), stalk.heading(0.99), 0, 70, [8, 30, 52, 58], own, 0.02));
  for (const i of [0, 8, 1, 7, 2, 6, 3, 5, 4]) {
    const turn = (i - 4) * 0.2 + own.between(-0.06, 0.06);
    rings.push(
      ribbon(
        add(palm, { x: (i - 4) * 11, y: -46 + Math.abs(i - 4) * 5 }),
        turn,
        turn * own.between(1.9, 3) + own.between(-0.3, 0.3),
        own.between(220, 320),
        [10, 17, 16, 17, 14, 13, 10, 7, 3],
        own,
        0.07
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
          ? [wide * 0.3, wide * 0.5, wide * 0.95]
          : [wide * 0.62, wide * 0.85, order > 3 ? wide : wide * 1.3, order > 3 ? wide * 0.5 : wide * 1.1],
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
  for (const turn of [-0.35, 0.3]) fork({ x: turn * 6, y: 0 }, turn, 26, 5.6, 0);
  return { rings, shapes: [], foot: 7, isOne: true };
}

/** A broad palm that parts into fingers. */
function fingers({ own }: Brush): Grown {
  const rings: Point[][] = [];
  const palm = { x: 0, y: -70 };
  rings.push(ribbon({ x: 0, y: 0 }, 0.03, 0, 96, [2, 9, 26, 40, 44, 40], own, 0.03));
  for (let i = 0; i < 6; i += 1) {
    const turn = (i - 2.5) * 0.3 + own.between(-0.06, 0.06);
    rings.push(
      ribbon(
        add(palm, { x: (i - 2.5) * 9, y: 0 }),
        turn,
        turn * own.between(0.5, 1.1) + own.between(-0.25, 0.25),
        own.between(100, 150),
        [13, 18, 21, 21, 19, 15, 8, 1],
        own,
        0.07
      )
    );
  }
  // Small leaf-like pieces stand along the margins.
  for (const side of [-1, 1])
    for (const [x, y] of [
      [14, -36],
      [22, -48],
      [30, -60]
    ] as const)
      rings.push(
        ribbon(
          { x: side * x, y },
          side * own.between(0.9, 1.4),
          -side * 0.4,
          own.between(22, 40),
          [1.5, 5, 6.5, 4.5, 1.5],
          own,
          0.06
        )
      );
  return { rings, shapes: [], foot: 9 };
}

/** Blades in pairs along an axis, and along its branches. */
function pairedBlades({ own, colour, pen }: Brush): Grown {
  const rings: Point[][] = [];
  const shapes: Shape[] = [];
  const lean = own.between(-0.5, 0.5);
  const axis = growSpine({ x: 0, y: 0 }, -lean * 0.3, lean, 330, 20);
  const pair = (spine: typeof axis, from: number, order: number) => {
    for (let t = from; t < 0.96; t += order ? 0.12 : 0.085)
      for (const side of [-1, 1]) {
        const long =
          (order ? 19 : 150) * Math.sin(Math.PI * Math.min(0.94, t + 0.1)) * own.between(0.86, 1.08);
        const heading = spine.heading(t) + side * 0.7;
        const droop = side * own.between(0.2, 0.9);
        rings.push(
          ribbon(
            spine.place(t),
            heading,
            order ? -side * 0.2 : droop,
            long,
            order ? [0.5, 1.5, 1.3, 0.3] : [0.8, 3.4, 3.6, 2.8, 0.8],
            own,
            0.04
          )
        );
        if (!order && long > 50) pair(growSpine(spine.place(t), heading, droop, long, 8), 0.16, 1);
      }
  };
  pair(axis, 0.1, 0);
  rings.push(ribbon({ x: 0, y: 0 }, -lean * 0.3, lean, 330, [3, 6, 7, 7, 5, 1], own, 0.03));
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
  const skin: Skin = {
    colour,
    pen,
    opacity: thickness === 'film' ? 0.62 : thickness === 'stout' ? 0.94 : 0.8,
    rim: thickness === 'stout' ? 1.1 : 0.8
  };
  const shape = traits.state('frond-shape') ?? 'paired-blades';
  const { rings, shapes, foot, isPainted, isOne } = (forms[shape] ?? pairedBlades)({ traits, own, ...skin });
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
  if (isOne || isSmall)
    // The outline first, then all blades without one, so that no line runs where they join.
    shapes.push(
      { rings, closed: true, stroke: tone(colour, -0.6), width: pen * skin.rim * 1.5 },
      filled(rings, colour),
      ...(isOne
        ? [
            filled(
              rings.map((ring) => ring.filter((_, i) => i >= ring.length / 2 - 1)),
              tone(colour, -0.4),
              0.28
            ),
            lines(
              rings.map((ring) => {
                const at = Math.floor(ring.length / 4);
                return [ring[1]!, ring[at]!].map((p, i) => ({
                  x: p.x + (ring[ring.length - 2 - i * (at - 1)]!.x - p.x) * 0.32,
                  y: p.y + (ring[ring.length - 2 - i * (at - 1)]!.y - p.y) * 0.32
                }));
              }),
              '#FCFAF0',
              pen * 1.4,
              0.45
            )
          ]
        : [])
    );
  else if (!isPainted)
    shapes.push(...rings.flatMap((ring, i) => wetBlade(ring, skin, own.fork(`blade ${i}`))));
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
