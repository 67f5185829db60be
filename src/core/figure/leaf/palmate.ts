import type { Random } from '../../random';
import { flatBlade } from '../blade';
import { type BladeLook, type Lobes, withTeeth } from '../blade-outline';
import { coatOf } from '../blade-surface';
import type { FlatLeaf } from '../flat-leaf';
import type { Model } from '../form';
import { add, scale, smooth, towards } from '../geometry';
import { filled, inkLine, lines, tone } from '../paint';
import type { Line, Point } from '../scene';
import { joined, moved, stalkShapes } from './look';
import { leaflet } from './pinnate';

/** Leaves that are divided from one point: in threes, like a hand, like ivy. */

/** Divided into three, and each third again: three stalks with three leaflets each. */
export function inThrees({ traits }: Model, look: BladeLook, random: Random): FlatLeaf {
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
export function handDivided({ traits }: Model, look: BladeLook, random: Random): FlatLeaf {
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
export function trefoil({ traits }: Model, look: BladeLook, random: Random): FlatLeaf {
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
export function ivyLike(look: BladeLook, random: Random): FlatLeaf {
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
