import type { Library, StageDescription } from '../knowledge';
import { type Random, createRandom } from '../random';
import { growsWoody, hasFrondOrShell } from './form';
import { clamp, ellipse, placed, smooth } from './geometry';
import { drawGrass, grassBlade, grassGreens } from './grass';
import type { Kind } from './handful';
import { partOf } from './organs';
import { edged, filled, inkLine, lines, paper, tone } from './paint';
import type { Plate } from './plate';
import { type Figure, type Part, type Point, type Shape, boundsOfParts } from './scene';
import { specimen } from './specimen';
import { openShares } from './visibility';

/** A hedge bank beside a path with several plants on it: for spotting one among others from afar. */

export const distances = ['near', 'across', 'far'] as const;
export type Distance = (typeof distances)[number];

/** How many plants stand there, and how large the foremost are drawn. */
const settings: Readonly<Record<Distance, { plants: number; size: number; haze: number }>> = {
  near: { plants: 7, size: 1, haze: 0.1 },
  across: { plants: 11, size: 0.74, haze: 0.16 },
  far: { plants: 16, size: 0.54, haze: 0.22 }
};

export interface Wayside extends Plate {
  /** For each figure, which of the kinds it is; −1 for hedge, grass and path. */
  readonly kinds: readonly number[];
}

/** Whether a plant grows on land, so that it can stand by a way. */
export const canStandByWay = (stage: StageDescription): boolean => !hasFrondOrShell(stage);

/** Rows from the hedge to the path: where their ground lies, and how large things are there. */
const rows = [
  { ground: 0.63, size: 0.66 },
  { ground: 0.74, size: 0.82 },
  { ground: 0.86, size: 1 }
] as const;

/** Where the hedge's twigs come out. */
const hedgeRow = { ground: 0.46, size: 0.74 };

const leastOpen = 0.3;
const tries = 5;

const scenery = (parts: readonly Part[]): Figure => ({
  scene: { view: 'whole', parts, bounds: boundsOfParts(parts) },
  scale: 1,
  dx: 0,
  dy: 0
});
const backdrop = (shapes: readonly Shape[]): Part => partOf('ground', shapes, [], [], 0, { x: 0, y: 0 });

const hedgeGreens = ['#B4C39B', '#A3B68B', '#C3CFAB', '#95AA80'];

/** Dabs of foliage, each a small leaf shape. */
function foliage(from: Point, wide: number, tall: number, count: number, random: Random): Shape[] {
  const dabs: Point[][][] = hedgeGreens.map(() => []);
  for (let i = 0; i < count; i += 1) {
    const at = { x: from.x + wide * random.next(), y: from.y + tall * random.next() };
    dabs[i % hedgeGreens.length]!.push(
      ellipse(at, random.between(5, 11), random.between(2.6, 4.6), random.between(-1.2, 1.2), 7)
    );
  }
  return dabs.map((rings, i) => edged(rings, hedgeGreens[i]!, 0.5, tone(hedgeGreens[i]!, -0.28), 0.85));
}

function hedgeAndPath({ width, height }: { width: number; height: number }, random: Random): Part {
  const top = Array.from({ length: 15 }, (_, i) => ({
    x: (width * i) / 14,
    y: height * (0.1 + random.between(-0.035, 0.035) + 0.05 * Math.sin(i * 1.3))
  }));
  const crest = smooth(top, 6);
  const twigs = Array.from({ length: 26 }, () => {
    const foot = { x: width * random.next(), y: height * random.between(0.4, 0.62) };
    return smooth(
      [
        foot,
        { x: foot.x + random.between(-20, 20), y: foot.y - height * 0.1 },
        { x: foot.x + random.between(-44, 44), y: foot.y - height * random.between(0.16, 0.24) }
      ],
      5
    );
  });
  const far = (share: number) => height * share;
  const edge = (share: number, rough: number) =>
    smooth(
      Array.from({ length: 12 }, (_, i) => ({
        x: (width * i) / 11,
        y: far(share) + random.between(-rough, rough)
      })),
      5
    );
  const verge = edge(0.885, 5);
  const stones = Array.from({ length: 40 }, () =>
    ellipse(
      { x: width * random.next(), y: height * random.between(0.91, 0.99) },
      random.between(2, 7),
      random.between(1, 3),
      0,
      9
    )
  );
  const below = { right: { x: width, y: height }, left: { x: 0, y: height } };
  return backdrop([
    filled([[...crest, { x: width, y: far(0.66) }, { x: 0, y: far(0.66) }]], '#D5DDC2'),
    filled([[...edge(0.36, 12), { x: width, y: far(0.68) }, { x: 0, y: far(0.68) }]], '#B9C6A2', 0.6),
    ...twigs.map((twig) => inkLine(twig, 3, '#8C8570', 0.5)),
    ...foliage({ x: 0, y: height * 0.12 }, width, height * 0.48, 620, random.fork('leaves')),
    filled([[...edge(0.6, 5), below.right, below.left]], '#CBD6A8'),
    filled([[...edge(0.72, 4), below.right, below.left]], '#D6DEB6', 0.8),
    filled([[...verge, below.right, below.left]], '#E6DABF'),
    filled([[...edge(0.93, 4), below.right, below.left]], '#EDE3CD', 0.8),
    edged(stones, '#D3C5A5', 0.6, '#A8987A'),
    lines([verge], '#A8987A', 0.8, 0.6)
  ]);
}

/** Grass along the ground of a row, before what stands there. */
function grassRow(ground: number, width: number, size: number, random: Random): Part {
  const blades = grassGreens.map(() =>
    Array.from({ length: Math.round(width / 9) }, () => {
      const lean = random.between(-0.4, 0.4);
      return grassBlade(
        { x: width * random.next(), y: ground + random.between(0, 12) * size },
        lean,
        lean + random.between(-0.6, 0.6),
        size * random.between(12, 40),
        size * random.between(0.9, 1.5)
      );
    })
  );
  return backdrop(drawGrass(blades, 0.7));
}

const veil = (down: number, width: number, haze: number): Part =>
  backdrop([
    filled(
      [
        [
          { x: 0, y: 0 },
          { x: width, y: 0 },
          { x: width, y: down },
          { x: 0, y: down }
        ]
      ],
      paper,
      haze
    )
  ]);

interface Stand {
  readonly kind: number;
  readonly figure: Figure;
  readonly row: number;
}

/**
 * Plants on a hedge bank. Heights are brought closer together than they are, or small ones could not be seen.
 * @param kinds the plants that grow there; twigs of shrubs come out of the hedge
 * @param counts how many of each kind are asked for; what does not fit is left out, the first kind last
 * @param seed any whole number: which plant stands where follows from it and tells nothing of its kind
 */
export function growWayside(
  library: Library,
  kinds: readonly Kind[],
  counts: readonly number[],
  seed: number,
  size: { width: number; height: number },
  distance: Distance
): Wayside {
  const random = createRandom(`wayside ${seed}`);
  const { plants, size: share, haze } = settings[distance];
  const standing = counts
    .flatMap((count, kind) => Array.from({ length: count }, () => kind))
    .slice(0, plants);
  const drawn = standing.map((kind, i): Drawn => {
    const { taxon, stage } = kinds[kind]!;
    const sketches = new Map<number, readonly Part[]>();
    const draw = (boldness: number) => {
      const known = sketches.get(boldness);
      if (known) return known;
      const { parts } = specimen(library, taxon, stage, 1 + seed * 61 + i, 'whole', { boldness });
      sketches.set(boldness, parts);
      return parts;
    };
    return { kind, isShrub: growsWoody(library, stage), draw };
  });
  let best: { stands: Stand[]; open: number } | undefined;
  for (let attempt = 0; attempt < tries; attempt += 1) {
    const stands = placedBy(drawn, size, share, random.fork(`places ${attempt}`));
    const open = Math.min(1, ...openShares(stands.map(({ figure }) => figure)));
    if (!best || open > best.open) best = { stands, open };
    if (best.open >= leastOpen) break;
  }
  const { stands } = best!;
  const figures: Figure[] = [scenery([hedgeAndPath(size, random.fork('hedge'))])];
  const shown: number[] = [-1];
  const add = (parts: readonly Part[]) => {
    figures.push(scenery(parts));
    shown.push(-1);
  };
  for (let row = -1; row < rows.length; row += 1) {
    const here = stands.filter((stand) => stand.row === row);
    for (const { kind, figure } of here) {
      figures.push(figure);
      shown.push(kind);
    }
    if (row < 0)
      // Leaves of the hedge hide the cut ends of its twigs.
      add(
        here.map(({ figure }, i) =>
          backdrop(foliage({ x: figure.dx - 46, y: figure.dy - 26 }, 92, 58, 46, random.fork(`foot ${i}`)))
        )
      );
    else {
      const { ground, size: scale } = rows[row]!;
      add([
        grassRow(ground * size.height, size.width, scale * (0.55 + 0.45 * share), random.fork(`grass ${row}`))
      ]);
    }
    // What is farther off is paler.
    if (row < rows.length - 1) add([veil(rows[row + 1]!.ground * size.height, size.width, haze)]);
  }
  return { ...size, figures, marks: [], kinds: shown };
}

interface Drawn {
  readonly kind: number;
  readonly isShrub: boolean;
  readonly draw: (boldness: number) => readonly Part[];
}

function placedBy(
  drawn: readonly Drawn[],
  size: { width: number; height: number },
  share: number,
  random: Random
): Stand[] {
  const order = drawn.map((_, i) => i);
  for (let i = order.length - 1; i > 0; i -= 1) {
    const j = random.integer(0, i);
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  const onBank = order.filter((i) => !drawn[i]!.isShrub);
  const inHedge = order.filter((i) => drawn[i]!.isShrub);
  const perRow = Math.ceil(onBank.length / rows.length) || 1;
  const stand = (i: number, row: number, slot: number, slots: number): Stand => {
    const { kind, draw } = drawn[i]!;
    const own = random.fork(`stand ${i}`);
    const { ground, size: depth } = rows[row] ?? hedgeRow;
    const parts = draw(clamp(1.7 / (share * depth), 1, 5));
    const bounds = boundsOfParts(parts);
    const extent = Math.max(bounds.bottom - bounds.top, (bounds.right - bounds.left) * 0.7);
    const tall = size.height * 0.54 * share * depth * clamp((extent / 600) ** 0.4, 0.34, 1.15);
    const scale = tall / extent;
    const room = size.width / slots;
    const wanted = room * (slot + 0.5) + own.between(-0.2, 0.2) * room;
    const middle = (bounds.left + bounds.right) / 2;
    const dx = clamp(wanted - middle * scale, 8 - bounds.left * scale, size.width - 8 - bounds.right * scale);
    return {
      kind,
      row: rows[row] ? row : -1,
      figure: { scene: { view: 'whole', parts, bounds }, scale, dx, dy: ground * size.height }
    };
  };
  return [
    ...inHedge.map((i, k) => stand(i, -1, k, inHedge.length)),
    ...onBank.map((i, k) => {
      const row = Math.min(rows.length - 1, Math.floor(k / perRow));
      const slots = Math.min(perRow, onBank.length - row * perRow);
      return stand(i, row, k - row * perRow, slots);
    })
  ];
}

/** The frame of each plant on the picture, with its kind. */
export const standingPlants = ({ figures, kinds }: Wayside) =>
  figures.flatMap(({ scene, scale, dx, dy }, i) => {
    if (kinds[i]! < 0) return [];
    const { left, right, top, bottom } = boundsOfParts(scene.parts.filter(({ kind }) => kind !== 'ground'));
    const [from, to] = placed(
      [
        { x: left, y: top },
        { x: right, y: bottom }
      ],
      { x: dx, y: dy },
      0,
      scale
    );
    return [{ kind: kinds[i]!, left: from!.x, top: from!.y, right: to!.x, bottom: to!.y }];
  });
