import { type Library, type LibraryTaxon, type StageDescription, lacksOrgan } from '../knowledge';
import { separability } from '../evidence';
import { type Plate, composePlate } from './plate';
import { standardViews } from './view-choice';
import type { Figure, Line, Shape, View } from './scene';
import { type Cells, scanRing } from './visibility';

/**
 * How like two plates are: twins are the gravest fault of a work that tells plants apart. Two measures, since neither
 * says all: what differs by name in what is drawn, and how far the pictures lie apart beside the spread of one plant.
 */

/** Cells across the longer side of a figure: about what is made out at the size of a playing card. */
const cells = 40;
/** Shades of each channel that count as different. */
const shades = 4;
const profileBins = 6;

/** What the eye takes in of one figure, each part summing up to 1, whatever its pose. */
interface Impression {
  readonly colours: Float64Array;
  /** Of the ink, from top to foot and from the middle outwards. */
  readonly rows: Float64Array;
  readonly spread: Float64Array;
  /** Share of its frame that is covered, and how broken its outline is. */
  readonly cover: number;
  readonly edge: number;
  /** Logarithms of its true height and width, which the scale bar tells. */
  readonly height: number;
  readonly width: number;
}

/** Paints a shape into cells, the later over the earlier. */
function paintInto(
  grid: Int32Array,
  { rings, fill, stroke, width = 0, opacity = 1 }: Shape,
  to: Cells
): void {
  if (opacity < 0.3) return;
  const put = (colour: string) => {
    const value = parseInt(colour.slice(1), 16);
    return (cell: number) => {
      grid[cell] = value;
    };
  };
  if (fill) for (const ring of rings) scanRing(ring, to, put(fill));
  // Lines finer than a third of a cell are seen as texture, not as form.
  if (stroke && width > to.step / 3) {
    const dab = put(stroke);
    for (const ring of rings) alongLine(ring, to, dab);
  }
}

function alongLine(line: Line, { left, top, step, cells: across }: Cells, put: (cell: number) => void): void {
  for (let i = 0; i < line.length; i += 1) {
    const [a, b] = [line[i]!, line[Math.min(i + 1, line.length - 1)]!];
    const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / (step * 0.7)));
    for (let k = 0; k <= steps; k += 1) {
      const column = Math.floor((a.x + ((b.x - a.x) * k) / steps - left) / step);
      const row = Math.floor((a.y + ((b.y - a.y) * k) / steps - top) / step);
      if (column >= 0 && column < across && row >= 0 && row < across) put(row * across + column);
    }
  }
}

const shareOut = (counts: Float64Array): Float64Array => {
  const total = counts.reduce((sum, count) => sum + count, 0);
  return total > 0 ? counts.map((count) => count / total) : counts;
};

function impressionOf({ scene: { parts, bounds } }: Figure): Impression {
  const high = Math.max(bounds.bottom - bounds.top, 1e-6);
  const wide = Math.max(bounds.right - bounds.left, 1e-6);
  const step = Math.max(high, wide) / cells;
  const frame = { left: bounds.left, top: bounds.top, step, cells };
  const grid = new Int32Array(cells * cells).fill(-1);
  for (const { kind, shapes } of parts)
    if (kind !== 'ground') for (const shape of shapes) paintInto(grid, shape, frame);
  const colours = new Float64Array(shades ** 3);
  const rows = new Float64Array(profileBins);
  const spread = new Float64Array(profileBins);
  let inked = 0;
  let broken = 0;
  const middle = wide / step / 2;
  grid.forEach((colour, cell) => {
    if (colour < 0) return;
    inked += 1;
    const [row, column] = [Math.floor(cell / cells), cell % cells];
    const channel = (shift: number) => ((colour >> shift) & 255) >> 6;
    colours[channel(16) * shades ** 2 + channel(8) * shades + channel(0)]! += 1;
    const rowShare = ((row + 0.5) * step) / high;
    const outShare = Math.abs(column + 0.5 - middle) / middle;
    rows[Math.min(profileBins - 1, Math.floor(rowShare * profileBins))]! += 1;
    spread[Math.min(profileBins - 1, Math.floor(outShare * profileBins))]! += 1;
    if (column + 1 >= cells || grid[cell + 1]! < 0) broken += 1;
    if (row + 1 >= cells || (grid[cell + cells] ?? -1) < 0) broken += 1;
  });
  return {
    colours: shareOut(colours),
    rows: shareOut(rows),
    spread: shareOut(spread),
    cover: inked / ((high / step) * (wide / step)),
    edge: inked > 0 ? broken / inked : 0,
    height: Math.log(high),
    width: Math.log(wide)
  };
}

const apart = (a: Float64Array, b: Float64Array): number =>
  a.reduce((sum, share, i) => sum + Math.abs(share - b[i]!), 0) / 2;

const between = (a: Impression, b: Impression): number =>
  (apart(a.colours, b.colours) +
    apart(a.rows, b.rows) +
    apart(a.spread, b.spread) +
    Math.min(1, Math.abs(a.cover - b.cover) * 2) +
    Math.min(1, Math.abs(a.edge - b.edge)) +
    Math.min(1, Math.abs(a.height - b.height) / 2) +
    Math.min(1, Math.abs(a.width - b.width) / 2)) /
  7;

/** What the eye takes in of a plate, figure by figure. */
export type Impressions = ReadonlyMap<View, Impression>;
export const impressionsOf = ({ figures }: Plate): Impressions =>
  new Map(figures.map((figure) => [figure.scene.view, impressionOf(figure)]));

/** @returns 0 for the same picture, 1 for nothing in common; figures that only one of them has are left aside */
export function pictureDistance(a: Impressions, b: Impressions): number {
  const both = [...a].flatMap(([view, one]) => {
    const other = b.get(view);
    return other ? [between(one, other)] : [];
  });
  return both.length === 0 ? 1 : both.reduce((sum, one) => sum + one, 0) / both.length;
}

/** Plates of one plant at one stage, drawn with several seeds. */
export function severalPlates(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seeds: readonly number[],
  size: { readonly width: number; readonly height: number }
): Impressions[] {
  const views = standardViews(library, taxon, stage);
  return seeds.map((seed) => impressionsOf(composePlate(library, taxon, stage, seed, views, size)));
}

const meanDistance = (a: readonly Impressions[], b: readonly Impressions[]): number => {
  const all = a.flatMap((one, i) =>
    b.flatMap((other, j) => (a === b && i >= j ? [] : [pictureDistance(one, other)]))
  );
  return all.reduce((sum, one) => sum + one, 0) / all.length;
};

/**
 * How far the plates of two plants lie apart, beside how far those of one plant lie from each other.
 * @returns about 1 for plates that differ no more than two specimens of one plant do
 */
export const standApart = (a: readonly Impressions[], b: readonly Impressions[]): number =>
  meanDistance(a, b) / Math.max(1e-6, (meanDistance(a, a) + meanDistance(b, b)) / 2);

/** A difference that is described of both and drawn on both plates counts from this separability on. */
const nameable = 0.5;

/** What the scale bar of a plate tells. */
const onTheBar = new Set([
  'leaf-length',
  'leaf-width',
  'plant-height',
  'umbel-width',
  'flower-size',
  'fruit-size'
]);

/** Slugs of the characters by which two plates differ, drawn on both and described of both. @param shown of each plate */
export const namedDifferences = (
  library: Library,
  a: { readonly stage: StageDescription; readonly shown: ReadonlySet<string> },
  b: { readonly stage: StageDescription; readonly shown: ReadonlySet<string> }
): string[] =>
  library.characters
    .filter((character) => {
      const [own, other] = [a.stage.cells.get(character.slug), b.stage.cells.get(character.slug)];
      if (!own || !other || separability(character, own, other) < nameable) return false;
      // What one of them does not have at all is seen to be missing.
      const isShown = (plate: typeof a, lacks: boolean) =>
        lacks || onTheBar.has(character.slug) || plate.shown.has(character.slug);
      const [ownLacks, otherLacks] = [lacksOrgan(character, own), lacksOrgan(character, other)];
      return ownLacks !== otherLacks
        ? isShown(a, ownLacks) && isShown(b, otherLacks)
        : !ownLacks && isShown(a, false) && isShown(b, false);
    })
    .map(({ slug }) => slug);
