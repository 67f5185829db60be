import type { Random } from '../../random';
import type { BladeLook } from '../blade-outline';
import type { FlatLeaf, FlatShape } from '../flat-leaf';
import type { Model } from '../form';
import { add, clamp, growSpine, placed, scale, towards } from '../geometry';
import { edged, inkLine, lines, tone } from '../paint';
import type { Line, Point } from '../scene';

/** Leaves that are divided again and again, down to threads. */

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
export function ferny({ traits, recipe }: Model, look: BladeLook, random: Random): FlatLeaf {
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
export function threads(look: BladeLook, random: Random, isNear: boolean): FlatLeaf {
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
