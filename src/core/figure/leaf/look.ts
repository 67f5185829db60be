import type { BladeLook, Lobes, Margin, Venation } from '../blade-outline';
import { undersideColour } from '../blade-surface';
import type { FlatLeaf, FlatShape } from '../flat-leaf';
import type { Model } from '../form';
import { clamp, placed } from '../geometry';
import { lines, tone } from '../paint';
import type { Line, Point } from '../scene';

/** What all leaves have in common: the look of their blades, and how pieces of them are put together. */

const margins: readonly string[] = ['entire', 'round-toothed', 'sharp-toothed', 'unequal', 'cut', 'spiny'];

/** How a blade of this specimen looks. @param size share of a full-grown leaf */
export function bladeLook(model: Model, size: number, underside = false): BladeLook {
  const { traits, form, pen, hasPaper } = model;
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
    glossy: traits.state(underside ? 'leaf-sheen-below' : 'leaf-gloss') === 'glossy',
    spots: traits.state('leaf-spots') ?? 'plain',
    veinColour: traits.state('vein-colour') ?? 'green',
    wavy: traits.state('leaf-waviness') === 'wavy',
    ...(traits.state('leaf-division') === 'lobed' ? { lobes: lobesOf(model) } : {}),
    colour: underside ? undersideColour(upper, traits.state('leaf-underside')) : upper,
    pen,
    // Bites and yellowing touch nothing that a close view is about, and no leaf that is small.
    wear: hasPaper ? 0.07 : 0
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
export function moved(leaf: FlatLeaf, at: Point, turn: number, half?: -1 | 1): FlatLeaf {
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

export const joined = (...leaves: readonly FlatLeaf[]): FlatLeaf => ({
  shapes: leaves.flatMap(({ shapes }) => shapes),
  outline: leaves.flatMap(({ outline }) => outline)
});

export const stalkShapes = (rays: readonly Line[], look: BladeLook, width: number): FlatShape[] => [
  lines(rays, tone(look.colour, -0.55), width + look.pen * 0.9),
  lines(rays, tone(look.colour, 0.42), width)
];
