import type { Recipe } from '../knowledge';
import type { Random } from '../random';
import { type BladeLook, type Outline, drawBlade, drawLeaflet, outlines } from './blade';
import { type Spine, add, ellipse, growSpine, pathData, scale, towards } from './geometry';
import { drawTube, hairReach, hairsAlong, inkColour, penLine, tone } from './ink';
import type { Point, Shape } from './scene';
import type { Traits } from './traits';

/** A leaf of a specimen: its blade or leaflets hang on a spine. */
export interface DrawnLeaf {
  readonly shapes: Shape[];
  /** Polygons of blade or leaflets. */
  readonly outline: Point[][];
}

function outlineOf(traits: Traits): Outline {
  const base = traits.state('leaf-base');
  if (base === 'lobes-spreading') return outlines.arrowSpreading;
  if (base === 'lobes-backward') return outlines.arrowBackward;
  const outline = traits.state('leaf-outline');
  if (outline === 'strap') return outlines.strap;
  if (outline === 'lanceolate') return outlines.lanceolate;
  if (outline === 'ovate') return outlines.ovate;
  return outlines.elliptic;
}

const widthFactor: Readonly<Record<string, number>> = {
  lanceolate: 0.86,
  ovate: 1.12,
  elliptic: 1,
  strap: 1
};

function bladeLook(recipe: Recipe, traits: Traits, pen: number, roll: readonly [number, number]): BladeLook {
  const margin = traits.state('leaf-margin');
  const hairs = traits.state('leaf-hairs');
  return {
    outline: outlineOf(traits),
    width: recipe.blade[1] * (widthFactor[traits.state('leaf-outline') ?? ''] ?? 1),
    roll,
    margin: margin === 'round-toothed' || margin === 'sharp-toothed' ? margin : 'entire',
    venation: (traits.state('leaf-venation') as BladeLook['venation'] | undefined) ?? 'feather',
    hairs: (hairs as BladeLook['hairs'] | undefined) ?? 'none',
    glossy: traits.state('leaf-gloss') === 'glossy',
    spots: traits.state('leaf-spots') === 'dark-spots',
    colour: recipe.colour.upper,
    pen
  };
}

/** A spray of small segments as three paths: the ferny leaf of the carrot family, to the second order. */
function drawFerny(rachis: Spine, recipe: Recipe, look: BladeLook, roll: number, random: Random): DrawnLeaf {
  const [pinnae, segments] = [recipe.pairs[0] ?? 6, recipe.pairs[1] ?? 5];
  const polygons: Point[][] = [];
  const ribs: (readonly Point[])[] = [];
  const pinna = (base: Point, heading: number, size: number, own: Random) => {
    const spine = growSpine(base, heading, own.between(-0.12, 0.12), size, 10);
    ribs.push(spine.points);
    for (let i = 0; i <= segments; i += 1) {
      const t = 0.12 + (0.86 * i) / segments;
      const reach = size * 0.34 * (1 - 0.8 * t) + size * 0.045;
      for (const side of i === segments ? [0] : [-1, 1]) {
        const turn = side * own.between(0.75, 1);
        const blade = growSpine(
          spine.place(t),
          spine.heading(Math.min(t, 0.99)) + turn,
          -side * 0.2,
          reach,
          5
        );
        polygons.push(lobedSegment(blade, reach * 0.46, own));
      }
    }
  };
  for (let i = 0; i < pinnae; i += 1) {
    const t = 0.06 + (0.84 * i) / pinnae;
    const size = (recipe.blade[1] / 2) * (1 - 0.82 * t) * random.between(0.92, 1.08);
    for (const side of [-1, 1] as const) {
      const turn = side * (1.15 - 0.35 * t) * roll;
      pinna(rachis.place(t), rachis.heading(t) + turn, size, random.fork(`pinna ${i} ${side}`));
    }
  }
  pinna(rachis.place(0.88), rachis.heading(0.95), recipe.blade[0] * 0.16, random.fork('tip'));
  const d = polygons.map((polygon) => pathData(polygon, true)).join('');
  return {
    shapes: [
      { d, fill: look.colour, stroke: inkColour, strokeWidth: look.pen * 0.38 },
      ...ribs.map((rib) => penLine(rib, look.pen * 0.8, tone(look.colour, -0.4))),
      penLine(rachis.points, look.pen * 1.6, tone(look.colour, 0.1)),
      ...ribHairs([rachis.points, ...ribs], look, random.fork('hairs'))
    ],
    outline: [hull(polygons.flat())]
  };
}

const ribHairMillimetres = { none: 0, scattered: 1.3, downy: 0.8, bristly: 2.4 } as const;

/** On a ferny leaf hairs are seen along its ribs. */
function ribHairs(ribs: readonly (readonly Point[])[], look: BladeLook, random: Random): Shape[] {
  const millimetres = ribHairMillimetres[look.hairs];
  if (millimetres === 0) return [];
  const sides = ribs.flatMap((rib) => [rib, rib]);
  const outwards = sides.map((_, i) => (i % 2 ? 1 : -1));
  // Few hairs stand far apart, so they are drawn along every third rib.
  const drawn = look.hairs === 'scattered' ? sides.filter((_, i) => i % 6 < 2) : sides;
  const reach = hairReach(millimetres, look.pen);
  return [hairsAlong(drawn, reach, look.pen * 0.34, random, outwards)];
}

/** A small segment with two or three lobes a side. */
function lobedSegment(spine: Spine, width: number, random: Random): Point[] {
  const edge = (side: number) =>
    [0.02, 0.22, 0.32, 0.5, 0.6, 0.78, 0.86, 1].map((t, i) => {
      const w = width * (1 - t) ** 0.7 * (i % 2 ? 1 : 0.55) * random.between(0.85, 1.15);
      return add(spine.place(t), scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), side * w));
    });
  return [...edge(-1), ...edge(1).reverse()];
}

/** Convex hull (Andrew's monotone chain), for hit regions of sprays. */
export function hull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const chain = (list: readonly Point[]) =>
    list.reduce<Point[]>((kept, p) => {
      while (kept.length > 1) {
        const [a, b] = [kept[kept.length - 2]!, kept[kept.length - 1]!];
        if ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0) break;
        kept.pop();
      }
      kept.push(p);
      return kept;
    }, []);
  const lower = chain(sorted);
  const upper = chain([...sorted].reverse());
  return [...lower.slice(0, -1), ...upper.slice(0, -1)];
}

/** Leaflets in pairs on a rachis, with one at the end. */
function drawPinnate(
  rachis: Spine,
  recipe: Recipe,
  traits: Traits,
  look: BladeLook,
  roll: number,
  random: Random
): DrawnLeaf {
  const pairs = recipe.pairs[0] ?? 3;
  const kind = recipe.leaflet ?? 'lance';
  const outline = kind === 'round' ? outlines.round : kind === 'cut' ? outlines.ovate : outlines.lanceolate;
  const jagged = traits.state('lobe-tips') === 'jagged';
  const margin = kind === 'cut' ? (jagged ? 'lobed-jagged' : 'lobed-blunt') : look.margin;
  const endIsLargest = traits.state('end-leaflet') === 'largest' || kind === 'cut';
  const shapes: Shape[] = [];
  const outlinesDrawn: Point[][] = [];
  const leaflet = (t: number, turn: number, size: number, wide: number, own: Random) => {
    const heading = rachis.heading(Math.min(t, 0.99)) + turn;
    const spine = growSpine(rachis.place(t), heading, -turn * 0.18, size, 12);
    const drawn =
      kind === 'cut'
        ? drawBlade(
            spine,
            { ...look, outline, width: wide, margin, venation: 'feather', pen: look.pen * 0.85 },
            own
          )
        : drawLeaflet(spine, { ...look, outline, width: wide, margin });
    shapes.push(...drawn.shapes);
    outlinesDrawn.push(drawn.outline);
  };
  const ratio = kind === 'round' ? 0.68 : kind === 'cut' ? 0.72 : 0.46;
  for (let i = 0; i < pairs; i += 1) {
    const t = (kind === 'cut' ? 0.12 : 0.2) + ((kind === 'cut' ? 0.5 : 0.66) * i) / pairs;
    const middle =
      kind === 'lance'
        ? 1 - 0.35 * Math.abs(2 * (i / pairs) - 0.8)
        : kind === 'cut'
          ? 1 - 0.12 * i
          : 0.72 + 0.3 * (i / pairs);
    const size = (recipe.blade[1] / 2) * middle * random.between(0.94, 1.06);
    for (const side of [-1, 1] as const)
      leaflet(
        t,
        side * (kind === 'cut' ? 0.95 : 1.2) * roll,
        size,
        size * ratio,
        random.fork(`leaflet ${i} ${side}`)
      );
  }
  const end = kind === 'cut' ? recipe.blade[0] * 0.5 : (recipe.blade[1] / 2) * (endIsLargest ? 1.35 : 0.85);
  leaflet(
    kind === 'cut' ? 0.56 : 0.84,
    0,
    end,
    end * (endIsLargest && kind === 'round' ? 0.86 : kind === 'cut' ? 0.82 : ratio),
    random.fork('end leaflet')
  );
  shapes.unshift(penLine(rachis.points.slice(0, 18), look.pen * 2, tone(look.colour, 0.15)));
  return { shapes, outline: outlinesDrawn };
}

/**
 * Draws a blade, simple or divided as described, on a spine that starts where the stalk ends.
 * @param roll how far the leaf is turned towards the viewer, for its left and right half
 */
export function drawLeaf(
  spine: Spine,
  recipe: Recipe,
  traits: Traits,
  pen: number,
  roll: readonly [number, number],
  random: Random
): DrawnLeaf {
  const look = bladeLook(recipe, traits, pen, roll);
  const mean = (roll[0] + roll[1]) / 2;
  const division = traits.state('leaf-division');
  if (division === 'repeatedly-pinnate') return drawFerny(spine, recipe, look, mean, random);
  if (division === 'once-pinnate' || division === 'lobed')
    return drawPinnate(spine, recipe, traits, look, mean, random);
  const drawn = drawBlade(spine, look, random);
  return { shapes: drawn.shapes, outline: [drawn.outline] };
}

/** Where a pale ring stands on a leaf stalk, as a share of its length. */
export const ringAt = 0.6;

/** A leaf stalk from the ground or stem to the blade. */
export function drawStalk(
  spine: Spine,
  width: number,
  recipe: Recipe,
  traits: Traits,
  pen: number,
  random: Random
): Shape[] {
  const hairs = traits.state('stalk-hairs');
  const widened = traits.state('leaf-attachment') === 'sheathing';
  const winged = traits.state('leaf-attachment') === 'rosette-winged';
  const shapes = drawTube(
    spine,
    (t) =>
      width * (1.1 - 0.3 * t) * (widened ? 1 + 1.6 * Math.max(0, 1 - t * 5) : 1) * (winged ? 1 + 0.9 * t : 1),
    {
      colour: recipe.colour.stem,
      pen: pen * 0.9,
      hairs: hairs === 'bristly' ? 'stiff' : hairs === 'downy' ? 'downy' : 'none'
    },
    random
  );
  if (traits.state('stalk-ring') === 'ring') {
    const turn = spine.heading(ringAt);
    const [along, across] = [towards(turn), towards(turn + Math.PI / 2)];
    const at = spine.place(ringAt);
    const swollen = ellipse(at, width * 0.78, width * 0.26, turn);
    const joint = [-0.72, -0.3, 0.3, 0.72].map((k) =>
      add(at, add(scale(across, k * width), scale(along, width * (0.02 - 0.16 * (0.5 - k * k)))))
    );
    shapes.push(
      { d: pathData(swollen, true), fill: '#F3EDCF' },
      penLine([...swollen, swollen[0]!], pen * 0.8, inkColour, 0.75),
      penLine(joint, pen * 0.9, '#8C8458', 0.9)
    );
  }
  return shapes;
}
