import type { Random } from '../random';
import { flatBlade } from './blade';
import { type BladeLook, type Lobes, type Margin, type Venation, withTeeth } from './blade-outline';
import { coatOf, undersideColour } from './blade-surface';
import { type FlatLeaf, type FlatShape } from './flat-leaf';
import type { Model } from './form';
import { add, clamp, growSpine, placed, scale, smooth, towards } from './geometry';
import { edged, filled, inkColour, inkLine, lines, tone } from './paint';
import type { Line, Point } from './scene';

/** Whole leaves, drawn flat: undivided, lobed, or divided once, again, in threes, or like a hand. */

const margins: readonly string[] = ['entire', 'round-toothed', 'sharp-toothed', 'unequal', 'cut'];

/** How a blade of this specimen looks. @param size share of a full-grown leaf */
export function bladeLook(model: Model, size: number, underside = false): BladeLook {
  const { traits, form, pen } = model;
  const margin = traits.state('leaf-margin') ?? 'entire';
  const upper = form.colour.leaf;
  return {
    length: form.blade.length * size,
    width: form.blade.width * size,
    outline: traits.state('leaf-outline') ?? 'elliptic',
    base:
      traits.state('leaf-attachment') === 'rosette-winged' && traits.state('leaf-base') === 'tapering'
        ? 'winged'
        : (traits.state('leaf-base') ?? 'tapering'),
    tip: traits.state('leaf-tip') ?? 'pointed',
    margin: margins.includes(margin) ? (margin as Margin) : 'entire',
    venation: (traits.state('leaf-venation') as Venation | undefined) ?? 'feather',
    hairs: traits.state('leaf-hairs') ?? 'none',
    surface: traits.state('leaf-surface') ?? 'smooth',
    section: traits.state('leaf-section') ?? 'flat',
    thickness: traits.state('leaf-thickness') ?? 'thin',
    glossy: !underside && traits.state('leaf-gloss') === 'glossy',
    spots: traits.state('leaf-spots') ?? 'plain',
    veinColour: traits.state('vein-colour') ?? 'green',
    wavy: traits.state('leaf-waviness') === 'wavy',
    ...(traits.state('leaf-division') === 'lobed' ? { lobes: lobesOf(model) } : {}),
    colour: underside ? undersideColour(upper, traits.state('leaf-underside')) : upper,
    pen,
    wear: 0.18
  };
}

function lobesOf({ traits, form, recipe }: Model): Lobes {
  const slender = form.blade.length / form.blade.width;
  const endLargest = traits.state('end-leaflet') === 'largest';
  const isWhole = traits.state('lobe-direction') === 'no-lobes';
  return {
    pairs: isWhole ? 1 : (recipe.pairs[0] ?? clamp(Math.round(slender * (endLargest ? 1 : 1.7)), 2, 6)),
    direction: traits.state('lobe-direction') === 'backwards' ? 'backwards' : 'outwards',
    tips: traits.state('lobe-tips') === 'jagged' ? 'jagged' : 'blunt',
    waist: slender < 1.7 ? 0.42 : 0.28,
    endLargest
  };
}

/** A flat leaf moved and turned on the plane of a larger one. */
function moved(leaf: FlatLeaf, at: Point, turn: number, half?: -1 | 1): FlatLeaf {
  return {
    shapes: leaf.shapes.map(({ half: own, ...shape }): FlatShape => {
      const side = half ?? own;
      return {
        ...shape,
        rings: shape.rings.map((ring) => placed(ring, at, turn)),
        ...(side ? { half: side } : {})
      };
    }),
    outline: leaf.outline.map((ring) => placed(ring, at, turn))
  };
}

const joined = (...leaves: readonly FlatLeaf[]): FlatLeaf => ({
  shapes: leaves.flatMap(({ shapes }) => shapes),
  outline: leaves.flatMap(({ outline }) => outline)
});

const stalkShapes = (rays: readonly Line[], look: BladeLook, width: number): FlatShape[] => [
  lines(rays, tone(look.colour, -0.55), width + look.pen * 0.9),
  lines(rays, tone(look.colour, 0.42), width)
];

/** Leaflets are whole blades with a base and a width of their own. */
const leafletShapes: Readonly<
  Record<string, { ratio: number; outline: string; base: string; tip?: string }>
> = {
  broad: { ratio: 0.6, outline: 'ovate', base: 'rounded' },
  lance: { ratio: 0.3, outline: 'lanceolate', base: 'rounded' },
  wedge: { ratio: 0.72, outline: 'spoon', base: 'tapering', tip: 'blunt' },
  segments: { ratio: 0.62, outline: 'ovate', base: 'rounded' },
  threads: { ratio: 0.3, outline: 'lanceolate', base: 'rounded' },
  heart: { ratio: 1.12, outline: 'spoon', base: 'tapering', tip: 'notched' }
};

function leaflet(
  look: BladeLook,
  kind: string,
  long: number,
  random: Random,
  change: Partial<BladeLook> = {}
): FlatLeaf {
  const { ratio, outline, base, tip } = leafletShapes[kind] ?? leafletShapes['broad']!;
  const { lobes: _, ...plain } = look;
  return flatBlade(
    {
      ...plain,
      length: long,
      width: long * ratio,
      outline,
      base,
      tip: tip ?? (kind === 'lance' ? 'pointed' : look.tip),
      margin: kind === 'wedge' ? 'cut' : look.margin,
      venation: look.venation === 'hand' ? 'feather' : look.venation,
      wear: look.wear * 0.3,
      ...change
    },
    random
  );
}

/** Large broad leaflets that are lobed themselves. */
export const hasLobedLeaflets = ({ traits, form }: Model): boolean =>
  traits.state('leaf-division') === 'once-pinnate' &&
  traits.state('lobe-tips') !== undefined &&
  (traits.state('leaflet-shape') ?? 'broad') === 'broad' &&
  form.blade.length > 90;

/** Leaflets in pairs along a midrib, like rungs. */
function pinnate(model: Model, look: BladeLook, random: Random): FlatLeaf {
  const { traits, recipe } = model;
  const kind = traits.state('leaflet-shape') ?? 'broad';
  const pairs = Math.max(1, Math.round(traits.value('leaflet-pairs') ?? recipe.pairs[0] ?? 4));
  const endLargest = traits.state('end-leaflet') === 'largest';
  const isStalked = traits.state('leaflet-stalks') === 'stalked';
  const long = look.length;
  const lobes: Lobes | undefined = hasLobedLeaflets(model)
    ? {
        pairs: 2,
        direction: 'outwards',
        tips: traits.state('lobe-tips') === 'jagged' ? 'jagged' : 'blunt',
        waist: 0.5,
        endLargest: false
      }
    : undefined;
  const reach = Math.min(look.width / 2, (long / (pairs + 1)) * (kind === 'lance' ? 2 : lobes ? 2.3 : 1.5));
  const cut: Partial<BladeLook> = lobes ? { lobes, outline: 'ovate', base: 'rounded' } : {};
  const breadth = lobes && pairs <= 3 ? 0.82 : undefined;
  const rachisEnd = { x: 0, y: -long * (endLargest ? 0.66 : 0.8) };
  const pieces: FlatLeaf[] = [];
  const stalks: Line[] = [[{ x: 0, y: 0 }, rachisEnd]];
  const first = 0.1;
  for (let i = 0; i < pairs; i += 1) {
    const share = pairs === 1 ? 0.5 : i / (pairs - 1);
    const grown = endLargest
      ? reach * (0.5 + 0.5 * share)
      : reach * (0.78 + 0.22 * Math.sin(Math.PI * (0.25 + 0.7 * share)));
    for (const side of [-1, 1] as const) {
      const own = random.fork(`leaflet ${i} ${side}`);
      const t =
        first +
        ((endLargest ? 0.94 : 0.84) - first) * (pairs === 1 ? 0.35 : share) +
        own.between(-0.012, 0.012);
      const turn = side * (kind === 'lance' ? 0.95 : 1.2) * own.between(0.9, 1.08) * (1 - 0.22 * share);
      const foot = { x: 0, y: rachisEnd.y * t };
      const at = isStalked ? add(foot, scale(towards(turn), grown * 0.1)) : foot;
      if (isStalked) stalks.push([foot, at]);
      const size = grown * own.between(0.93, 1.06);
      pieces.push(
        moved(
          leaflet(look, kind, size, own, breadth ? { ...cut, width: size * breadth } : cut),
          at,
          turn,
          side
        )
      );
    }
  }
  const end = endLargest ? Math.max(reach * 1.5, long * 0.34) : reach * 1.02;
  const change = endLargest && kind === 'broad' ? { width: end * 0.8, base: 'rounded' } : cut;
  pieces.push(
    moved(
      leaflet(look, kind, end, random.fork('end leaflet'), change),
      rachisEnd,
      random.between(-0.06, 0.06)
    )
  );
  return joined(
    { shapes: stalkShapes(stalks, look, Math.max(look.pen, long * 0.014)), outline: [] },
    ...pieces
  );
}

/** A small piece cut into lobes on both sides: the last order of a ferny leaf. */
function cutPiece(long: number, wide: number, lobes: number, random: Random): Point[] {
  const edge = (side: -1 | 1): Point[] => {
    const points: Point[] = [{ x: side * wide * 0.05, y: 0 }];
    for (let k = 0; k < lobes; k += 1) {
      const t = (k + 0.55) / (lobes + 0.6);
      const w = wide * 0.5 * (1 - 0.62 * t) * random.between(0.82, 1.15);
      const step = long / (lobes + 1);
      points.push(
        { x: side * w * 0.75, y: -t * long + step * 0.1 },
        { x: side * w, y: -t * long - step * 0.34 },
        { x: side * w * 0.34, y: -t * long - step * 0.36 }
      );
    }
    points.push({ x: 0, y: -long });
    return points;
  };
  return [...edge(-1), ...edge(1).slice(0, -1).reverse()];
}

/** A wedge that is cut at its outer end: leaflets of the water dropworts and of celery. */
function wedgePiece(long: number, wide: number, random: Random): Point[] {
  const half = (side: -1 | 1): Point[] => [
    { x: side * wide * 0.04, y: 0 },
    { x: side * wide * 0.3, y: -long * 0.42 },
    { x: side * wide * 0.52 * random.between(0.9, 1.1), y: -long * 0.68 },
    { x: side * wide * 0.36, y: -long * 0.74 },
    { x: side * wide * 0.34, y: -long * 0.94 * random.between(0.95, 1.03) },
    { x: side * wide * 0.13, y: -long * 0.84 }
  ];
  return [...half(-1), { x: 0, y: -long }, ...half(1).reverse()];
}

/** Two to three times divided: pieces on side ribs on a midrib. Near, the pieces are cut once more. */
function ferny({ traits, recipe }: Model, look: BladeLook, random: Random): FlatLeaf {
  const kind = traits.state('leaflet-shape') ?? 'segments';
  const long = look.length;
  const fine = long / look.pen;
  const isNear = fine > 150;
  const isFar = fine < 36;
  if (kind === 'threads') return threads(look, random, isNear);
  const pairs = recipe.pairs[0] ?? (kind === 'segments' ? 6 : 4);
  const second = isFar ? 2 : (recipe.pairs[1] ?? (kind === 'segments' ? 4 : 3));
  const isTriangular =
    traits.state('leaf-outline') !== 'lanceolate' && traits.state('leaf-outline') !== 'strap';
  const rachis = growSpine({ x: 0, y: 0 }, 0, random.between(-0.08, 0.08), long * 0.9);
  const rings: Record<'-1' | '1' | '0', Line[]> = { '-1': [], '1': [], '0': [] };
  const ribs: Line[] = [rachis.points];
  const outline: Line[] = [];
  const piece = (at: Point, heading: number, size: number, half: '-1' | '1' | '0', own: Random) => {
    const wide = size * { segments: 0.56, wedge: 0.78, lance: 0.3, broad: 0.6 }[kind as 'segments']!;
    if (kind === 'segments') {
      if (isNear && size / look.pen > 16) {
        const rib = growSpine(at, heading, own.between(-0.1, 0.1), size, 4);
        ribs.push(rib.points);
        for (let k = 0; k < 3; k += 1)
          for (const side of [-1, 1])
            rings[half].push(
              placed(
                cutPiece(size * (0.42 - 0.09 * k), size * 0.26, 1, own),
                rib.place(0.16 + 0.26 * k),
                heading + side * 0.72
              )
            );
        rings[half].push(placed(cutPiece(size * 0.42, size * 0.3, 2, own), rib.place(0.72), heading));
      } else rings[half].push(placed(cutPiece(size, wide, size / look.pen > 7 ? 2 : 1, own), at, heading));
    } else if (kind === 'wedge') rings[half].push(placed(wedgePiece(size, wide, own), at, heading));
    else rings[half].push(placed(toothedPiece(size, wide, look, own), at, heading));
  };
  for (let i = 0; i <= pairs; i += 1) {
    const share = i / pairs;
    const t = isTriangular ? 0.14 + 0.82 * share ** 0.82 : 0.04 + 0.93 * share;
    const isEnd = i === pairs;
    for (const side of isEnd ? [0] : [-1, 1]) {
      const own = random.fork(`pinna ${i} ${side}`);
      const envelope = isTriangular
        ? 1.02 - 0.86 * share
        : 0.34 + 0.66 * Math.sin(Math.PI * (0.12 + 0.8 * share));
      const size = (look.width / 2) * envelope * own.between(0.93, 1.05) + long * 0.03;
      const heading =
        rachis.heading(Math.min(t, 0.999)) + side * (isTriangular ? 1.02 : 1.1) * own.between(0.92, 1.06);
      const half = String(side) as '-1' | '1' | '0';
      const spine = growSpine(rachis.place(t), heading, -side * 0.22, size, 8);
      ribs.push(spine.points);
      const many = Math.max(2, Math.round(second * (0.5 + 0.5 * envelope)));
      // Pieces of neighbouring side ribs leave light between them.
      const room =
        ((long * 0.82) / pairs) *
        (isTriangular ? 1.25 - 0.5 * share : 1) *
        (kind === 'segments' ? 0.52 : kind === 'lance' ? 0.95 : 0.66);
      for (let k = 0; k <= many; k += 1) {
        const u = 0.2 + (0.8 * k) / many;
        const reach =
          (k === many ? 0.3 : 0.4 * (1 - 0.7 * u) + 0.05) * size * (kind === 'segments' ? 1 : 1.25);
        const fits = k === many ? reach : Math.min(reach, room);
        for (const way of k === many ? [0] : [-1, 1])
          piece(
            spine.place(Math.min(u, 0.98)),
            spine.heading(Math.min(u, 0.99)) + way * own.between(0.78, 1),
            fits * own.between(0.9, 1.08),
            half,
            own
          );
      }
      const flank = (way: number) =>
        [0.15, 0.5, 0.85].map((u) =>
          add(
            spine.place(u),
            scale(towards(spine.heading(u) + (way * Math.PI) / 2), size * 0.3 * (1 - 0.7 * u))
          )
        );
      outline.push([...flank(-1), spine.place(1), ...flank(1).reverse()]);
    }
  }
  const ink = look.pen * (isNear ? 0.5 : 0.36);
  const shade = (half: -1 | 0 | 1): FlatShape => ({
    ...edged(
      rings[String(half) as '0'],
      tone(look.colour, half < 0 ? 0.08 : half > 0 ? -0.02 : 0.03),
      ink,
      tone(look.colour, -0.55)
    ),
    ...(half === 0 ? {} : { half })
  });
  const rib = Math.max(look.pen * 0.8, long * 0.007);
  const shapes: FlatShape[] = [
    lines(ribs, tone(look.colour, -0.5), rib * 1.5, 0.9),
    ...([-1, 0, 1] as const).map(shade),
    lines(ribs, tone(look.colour, 0.5), rib * 0.7, 0.85),
    inkLine(rachis.points, rib * 2.2, tone(look.colour, 0.32), 1)
  ];
  return { shapes: [...shapes, ...fernHairs(look, ribs, random)], outline };
}

function toothedPiece(long: number, wide: number, look: BladeLook, random: Random): Point[] {
  const teeth = long / look.pen > 26 ? 6 : 3;
  const edge = (side: -1 | 1): Point[] =>
    Array.from({ length: teeth * 2 + 1 }, (_, i) => {
      const t = i / (teeth * 2);
      const w = wide * 0.5 * Math.sin(Math.PI * Math.min(1, t * 0.86 + 0.12)) ** 0.8;
      const out = i % 2 === 1 && look.margin !== 'entire' ? wide * 0.13 * random.between(0.8, 1.2) : 0;
      return { x: side * (t === 1 ? 0 : w + out), y: -long * t - out * 0.5 };
    });
  return [...edge(-1), ...edge(1).slice(0, -1).reverse()];
}

function fernHairs(look: BladeLook, ribs: readonly Line[], random: Random): FlatShape[] {
  const kinds: Readonly<Record<string, [number, number, string]>> = {
    scattered: [0.3, 2.6, '#7C8A66'],
    downy: [0.7, 2.8, '#8E9A7C'],
    bristly: [0.8, 4, '#6A7558'],
    stinging: [0.6, 4, '#7E8A5E'],
    woolly: [1.4, 3.4, '#C6C9B8']
  };
  const kind = kinds[look.hairs];
  if (!kind) return [];
  const [density, reach, colour] = kind;
  const hairs = ribs.flatMap((rib) =>
    rib.flatMap((at) => {
      if (random.next() > density) return [];
      const turn = random.between(-1.6, 1.6);
      return [[at, add(at, scale(towards(turn), look.pen * reach * random.between(0.7, 1.3)))]];
    })
  );
  return [lines(hairs, colour, look.pen * 0.4, 0.9)];
}

/** Hair-fine segments: strokes. */
function threads(look: BladeLook, random: Random, isNear: boolean): FlatLeaf {
  const long = look.length;
  const strokes: Line[] = [];
  const pairs = isNear ? 20 : clamp(Math.round(long / look.pen / 5), 7, 14);
  const rachis = growSpine({ x: 0, y: 0 }, 0, random.between(-0.1, 0.1), long);
  const isFeather = look.width < long * 0.4;
  const points: Point[] = [];
  for (let i = 0; i <= pairs; i += 1) {
    const t = 0.06 + (0.92 * i) / pairs;
    const size =
      (look.width / 2) * (isFeather ? 0.5 + 0.5 * Math.sin(Math.PI * (0.1 + 0.8 * t)) : 1.08 - 0.9 * t) +
      long * 0.015;
    for (const side of [-1, 1]) {
      const rib = growSpine(rachis.place(t), side * random.between(0.85, 1.1), -side * 0.3, size, 4);
      strokes.push(rib.points);
      points.push(rib.place(1));
      for (let k = 1; k <= (isNear ? 4 : 2); k += 1)
        for (const way of [-1, 1])
          strokes.push([
            rib.place(0.2 * k + 0.12),
            add(
              rib.place(0.2 * k + 0.12),
              scale(towards(rib.heading(0.5) + way * 0.75), size * (0.42 - 0.06 * k))
            )
          ]);
    }
  }
  const outline = [
    { x: 0, y: 0 },
    ...points.filter(({ x }) => x < 0),
    { x: 0, y: -long },
    ...points.filter(({ x }) => x > 0).reverse()
  ];
  const width = Math.max(look.pen * 0.8, long * 0.006);
  return {
    shapes: [
      ...(look.hairs === 'downy' || look.hairs === 'woolly'
        ? [lines(strokes, '#E6E8DA', width * 2.6, 0.5)]
        : []),
      lines(strokes, tone(look.colour, -0.6), width * 1.35),
      lines(strokes, tone(look.colour, 0.16), width * 0.75),
      inkLine(rachis.points, width * 2.4, tone(look.colour, 0.2), 1),
      ...fernHairs(look, [rachis.points], random)
    ],
    outline: [outline]
  };
}

/** Divided into three, and each third again: three stalks with three leaflets each. */
function inThrees({ traits }: Model, look: BladeLook, random: Random): FlatLeaf {
  const kind = traits.state('leaflet-shape') ?? 'broad';
  const long = look.length;
  const fork = { x: 0, y: -long * 0.32 };
  const isNarrow = kind === 'lance' || kind === 'threads';
  const pieces: FlatLeaf[] = [];
  const stalks: Line[] = [[{ x: 0, y: 0 }, fork]];
  for (const side of [0, -1, 1] as const) {
    const own = random.fork(`third ${side}`);
    const turn = side * own.between(0.95, 1.15);
    const reach = (side ? 0.26 : 0.34) * long * Math.min(1.15, look.width / (long * 0.78));
    const node = add(fork, scale(towards(turn), reach));
    stalks.push([fork, node]);
    for (const way of [-1, 1, 0] as const) {
      const size = long * (isNarrow ? 0.34 : way ? 0.27 : 0.33) * own.between(0.92, 1.06);
      const heading = turn + way * (isNarrow ? 0.62 : 1.02);
      const stalked = traits.state('leaflet-stalks') === 'stalked' && !way ? 0.08 * long : 0;
      const at = add(node, scale(towards(heading), stalked));
      if (stalked) stalks.push([node, at]);
      const base =
        way && traits.state('leaf-base') === 'uneven' ? 'uneven' : isNarrow ? 'tapering' : 'rounded';
      pieces.push(
        moved(leaflet(look, kind, size, own.fork(`leaflet ${way}`), { base }), at, heading, side || undefined)
      );
    }
  }
  return joined(
    { shapes: stalkShapes(stalks, look, Math.max(look.pen, long * 0.012)), outline: [] },
    ...pieces
  );
}

/** Lobes or leaflets that spread from one point like fingers. */
function handDivided({ traits }: Model, look: BladeLook, random: Random): FlatLeaf {
  const isCut = traits.state('lobe-tips') === 'jagged' || traits.state('leaflet-shape') === undefined;
  const long = look.length;
  const heart = { x: 0, y: -long * (isCut ? 0.14 : 0.3) };
  const turns = isCut ? [-1.95, 1.95, -1.05, 1.05, 0] : [-1.75, 1.75, -0.8, 0.8, 0];
  const stalks: Line[] = isCut ? [] : [[{ x: 0, y: 0 }, heart]];
  const pieces = turns.map((turn, i) => {
    const own = random.fork(`finger ${i}`);
    const reach = (long - Math.abs(heart.y)) * (1 - 0.13 * Math.abs(turn)) * own.between(0.94, 1.05);
    if (isCut) {
      const lobes: Lobes = {
        pairs: 2,
        direction: 'outwards',
        tips: 'jagged',
        waist: 0.34,
        endLargest: false
      };
      return moved(
        flatBlade(
          {
            ...look,
            length: reach,
            width: reach * 0.62,
            outline: 'spoon',
            base: 'tapering',
            tip: 'pointed',
            margin: look.margin,
            lobes,
            wear: 0
          },
          own
        ),
        heart,
        turn * own.between(0.95, 1.05)
      );
    }
    const stalk = scale(towards(turn), reach * (turn === 0 ? 0.16 : 0.08));
    stalks.push([heart, add(heart, stalk)]);
    return moved(
      leaflet(look, traits.state('leaflet-shape') ?? 'broad', reach * (turn === 0 ? 0.86 : 0.8), own),
      add(heart, stalk),
      turn
    );
  });
  return joined(
    { shapes: stalkShapes(stalks, look, Math.max(look.pen, long * 0.014)), outline: [] },
    ...pieces
  );
}

/** Three leaflets from one point. */
function trefoil({ traits }: Model, look: BladeLook, random: Random): FlatLeaf {
  const kind = traits.state('leaflet-shape') ?? 'broad';
  const isSpread = kind === 'heart' || traits.state('leaf-spots') === 'pale-marks' || look.length < 30;
  const long = look.length;
  const size = isSpread ? Math.min(look.width * 0.52, long * 0.95) : long * 0.56;
  const node = { x: 0, y: isSpread ? 0 : -long * 0.22 };
  const spread = isSpread ? 1.95 : 1.2;
  const stalks: Line[] = isSpread ? [] : [[{ x: 0, y: 0 }, node]];
  const pieces = [-spread, spread, 0].map((turn, i) => {
    const own = random.fork(`leaflet ${i}`);
    const isEnd = turn === 0;
    const stalk = !isSpread && isEnd ? long * 0.16 : 0;
    const at = add(node, { x: 0, y: -stalk });
    if (stalk) stalks.push([node, at]);
    const change: Partial<BladeLook> =
      kind === 'broad' && isSpread
        ? { width: size * 0.82, outline: 'elliptic', base: 'tapering', tip: 'blunt' }
        : {};
    const grown = traits.state('end-leaflet') === 'largest' && isEnd ? 1.18 : 1;
    return moved(
      leaflet(look, kind, size * grown, own, change),
      isEnd ? at : node,
      turn * own.between(0.95, 1.04)
    );
  });
  return joined(
    { shapes: stalkShapes(stalks, look, Math.max(look.pen, long * 0.016)), outline: [] },
    ...pieces
  );
}

/** A three- to five-lobed leaf with veins that spread from its foot. */
function ivyLike(look: BladeLook, random: Random): FlatLeaf {
  const behind: readonly (readonly [number, number])[] =
    look.base === 'heart'
      ? [
          [-0.12, 0.12],
          [-0.14, 0.3],
          [-0.03, 0.5],
          [0.1, 0.4]
        ]
      : look.base === 'tapering'
        ? [
            [0.06, 0.08],
            [0.1, 0.26]
          ]
        : [
            [-0.01, 0.2],
            [0.03, 0.46],
            [0.1, 0.4]
          ];
  const edge = (side: -1 | 1): Point[] =>
    withTeeth(
      smooth(
        (
          [
            [0, 0.02],
            ...behind,
            [0.14, 0.34],
            [0.3, 0.52],
            [0.42, 0.42],
            [0.45, 0.24],
            [0.62, 0.25],
            [0.82, 0.13],
            [1, 0]
          ] as (readonly [number, number])[]
        ).map(([t, w]) => ({
          x: side * w * look.width * random.between(0.95, 1.05),
          y: -t * look.length
        })),
        4
      ),
      { ...look, lobes: { pairs: 3, direction: 'outwards', tips: 'blunt', waist: 0.4, endLargest: false } },
      side,
      random
    );
  const [left, right] = [edge(-1), edge(1)];
  const ring = [...left, ...right.slice().reverse()];
  const veins = [-1, 1].flatMap((side) =>
    [
      [-0.02, 0.42],
      [0.28, 0.44]
    ].map(([t, w]) => [
      { x: 0, y: 0 },
      { x: side * w! * look.width, y: -t! * look.length }
    ])
  );
  return {
    shapes: [
      { ...filled([[...left, { x: 0, y: 0 }]], tone(look.colour, 0.06)), half: -1 },
      { ...filled([[...right, { x: 0, y: 0 }]], tone(look.colour, -0.06)), half: 1 },
      lines(
        [
          ...veins,
          [
            { x: 0, y: 0 },
            { x: 0, y: -look.length * 0.94 }
          ]
        ],
        tone(look.colour, 0.6),
        look.pen,
        0.7
      ),
      ...coatOf(look, [left, right], random.fork('hairs'), look.length / look.pen),
      inkLine(left, look.pen),
      inkLine(right, look.pen * 1.3)
    ],
    outline: [ring]
  };
}

/** A flat leaf of this specimen. @param size share of a full-grown leaf */
export function flatLeaf(model: Model, size: number, random: Random, underside = false): FlatLeaf {
  const { traits } = model;
  const look = bladeLook(model, size, underside);
  switch (traits.state('leaf-division')) {
    case 'once-pinnate':
      return pinnate(model, look, random);
    case 'repeatedly-pinnate':
      return ferny(model, look, random);
    case 'three-leaflets':
      return trefoil(model, look, random);
    case 'in-threes':
      return inThrees(model, look, random);
    case 'hand-divided':
      return handDivided(model, look, random);
    case 'lobed':
      return look.venation === 'hand' ? ivyLike(look, random) : flatBlade(look, random);
    default:
      return flatBlade(look, random);
  }
}

/** Dark or clear dots on the underside. */
export const undersideDots = (
  state: string | undefined,
  outline: Line,
  look: BladeLook,
  random: Random
): FlatShape[] => {
  if (state !== 'black-beneath' && state !== 'clear') return [];
  const places = Array.from({ length: 60 }, () => ({
    x: random.between(-0.36, 0.36) * look.width,
    y: -look.length * random.between(0.15, 0.85)
  }));
  return [
    lines(
      places.map((at) => [at]),
      state === 'clear' ? '#FDFCF2' : inkColour,
      look.pen * (state === 'clear' ? 1.1 : 1.3),
      outline.length > 0 ? 0.9 : 0
    )
  ];
};
