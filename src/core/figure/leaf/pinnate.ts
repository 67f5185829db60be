import type { Random } from '../../random';
import { flatBlade } from '../blade';
import type { BladeLook, Lobes } from '../blade-outline';
import type { FlatLeaf } from '../flat-leaf';
import type { Model } from '../form';
import { add, scale, towards } from '../geometry';
import type { Line } from '../scene';
import { joined, moved, stalkShapes } from './look';

/** Leaves that are divided once, into leaflets along a stalk. */

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

export function leaflet(
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
export function pinnate(model: Model, look: BladeLook, random: Random): FlatLeaf {
  const { traits, recipe } = model;
  const kind = traits.state('leaflet-shape') ?? 'broad';
  const pairs = Math.max(1, Math.round(traits.value('leaflet-pairs') ?? recipe.pairs[0] ?? 4));
  const endLargest = traits.state('end-leaflet') === 'largest';
  // With small leaflets between its pairs, a leaf is one of many large leaflets, not of one large end.
  const isInterrupted = traits.state('between-leaflets') === 'small';
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
  const breadth = lobes ? (pairs <= 3 ? 0.82 : 0.68) : undefined;
  const rachisEnd = { x: 0, y: -long * (endLargest ? 0.66 : 0.8) };
  const pieces: FlatLeaf[] = [];
  const stalks: Line[] = [[{ x: 0, y: 0 }, rachisEnd]];
  const first = 0.1;
  for (let i = 0; i < pairs; i += 1) {
    const share = pairs === 1 ? 0.5 : i / (pairs - 1);
    const grown =
      endLargest && !isInterrupted
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
  if (isInterrupted)
    for (let i = 0; i + 1 < pairs; i += 1)
      for (const side of [-1, 1] as const) {
        const own = random.fork(`between ${i} ${side}`);
        const t = first + ((endLargest ? 0.94 : 0.84) - first) * ((i + 0.5) / (pairs - 1));
        const size = reach * own.between(0.22, 0.3);
        const small = moved(leaflet(look, kind, size, own), { x: 0, y: rachisEnd.y * t }, side * 1.35, side);
        // They are not counted among its pairs.
        pieces.push({ ...small, outline: [] });
      }
  const end = endLargest ? Math.max(reach * 1.5, long * (isInterrupted ? 0.24 : 0.34)) : reach * 1.02;
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
