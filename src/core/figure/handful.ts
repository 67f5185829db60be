import type { Library, LibraryTaxon, StageDescription } from '../knowledge';
import { type Random, createRandom } from '../random';
import { placed } from './geometry';
import type { Plate } from './plate';
import { scaleBar } from './scale-bar';
import { type Figure, type Part, type Point, type View, boundsOfParts } from './scene';
import { isDrawnAt, qualityOf, specimen, typicalSeed } from './specimen';
import { openShares } from './visibility';
import { shownInWords } from './words';

/** Picked pieces strewn on a cloth, all to one scale: for looking through what lies in a basket. */

export interface Kind {
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}

export interface Handful extends Plate {
  /** For each figure, which of the kinds it is. */
  readonly kinds: readonly number[];
}

/** A piece lies open by this share at least, or the pieces are strewn anew. */
const leastOpen = 0.5;
const tries = 6;

/** What is picked of a plant at a stage: its fruit where it bears any, else a leaf. */
const pickedView = ({ stage }: Kind): View =>
  stage.cells.has('fruit-form') && !stage.lacks.has('fruit') ? 'fruit' : 'leaf';

/** Whether a plant's pieces can lie in a handful: drawn, and not poorly. */
export const canLie = ({ taxon, stage }: Kind): boolean =>
  isDrawnAt(stage) &&
  qualityOf(taxon, stage.stage) !== 'poor' &&
  (stage.cells.has('leaf-outline') || stage.cells.has('fruit-form') || stage.cells.has('frond-shape'));

const shownByPiece = new WeakMap<StageDescription, readonly string[]>();

/** Slugs of the characters that a picked piece of a plant shows; worked out once for each stage. */
export function pieceCharacters(library: Library, kind: Kind): readonly string[] {
  let known = shownByPiece.get(kind.stage);
  if (!known) {
    const { parts } = specimen(library, kind.taxon, kind.stage, typicalSeed, pickedView(kind));
    known = parts.flatMap(({ shows }) => shows.map(({ character }) => character));
    shownByPiece.set(kind.stage, known);
  }
  return known;
}

interface Picked {
  readonly kind: number;
  readonly parts: readonly Part[];
  readonly extent: number;
}

/** A specimen moved so that its middle is (0, 0), and turned. */
function lying({ parts }: { parts: readonly Part[] }, turn: number): Part[] {
  const { left, right, top, bottom } = boundsOfParts(parts);
  const middle = { x: (left + right) / 2, y: (top + bottom) / 2 };
  const move = (line: readonly Point[]) =>
    placed(
      line.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y })),
      { x: 0, y: 0 },
      turn
    );
  return parts.map((part) => ({
    ...part,
    shapes: part.shapes.map((shape) => ({ ...shape, rings: shape.rings.map(move) })),
    hit: part.hit.map(move),
    anchor: move([part.anchor])[0]!
  }));
}

function strewn(
  picked: readonly Picked[],
  size: { width: number; height: number },
  random: Random
): Figure[] {
  const columns = Math.max(1, Math.round(Math.sqrt((picked.length * size.width) / size.height)));
  const rows = Math.ceil(picked.length / columns);
  const [wide, tall] = [(size.width - 24) / columns, (size.height - 34) / rows];
  const extents = picked.map(({ extent }) => extent).sort((a, b) => a - b);
  const usual = extents[Math.floor(extents.length / 2)]!;
  // The largest must still lie on the cloth.
  const scale = Math.min(
    (1.25 * Math.min(wide, tall)) / usual,
    (Math.min(size.width, size.height) * 0.6) / extents.at(-1)!
  );
  const cells = Array.from({ length: columns * rows }, (_, i) => i);
  for (let i = cells.length - 1; i > 0; i -= 1) {
    const j = random.integer(0, i);
    [cells[i], cells[j]] = [cells[j]!, cells[i]!];
  }
  return picked.map(({ parts }, i) => {
    const own = random.fork(`piece ${i}`);
    const turned = lying({ parts }, own.between(-Math.PI, Math.PI));
    const bounds = boundsOfParts(turned);
    const [column, row] = [cells[i]! % columns, Math.floor(cells[i]! / columns)];
    const place = (from: number, to: number, low: number, high: number) =>
      Math.min(Math.max((from + to) / 2 + own.between(-0.16, 0.16) * (to - from), 12 - low * scale), high);
    return {
      scene: { view: 'leaf', parts: turned, bounds },
      scale,
      dx: place(
        12 + column * wide,
        12 + (column + 1) * wide,
        bounds.left,
        size.width - 12 - bounds.right * scale
      ),
      dy: place(12 + row * tall, 12 + (row + 1) * tall, bounds.top, size.height - 22 - bounds.bottom * scale)
    };
  });
}

function shuffled(counts: readonly number[], random: Random): number[] {
  const order = counts.flatMap((count, kind) => Array.from({ length: count }, () => kind));
  for (let i = order.length - 1; i > 0; i -= 1) {
    const j = random.integer(0, i);
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}

/** Of which kind each piece of a handful is, without drawing it. */
export const orderOfPieces = (counts: readonly number[], seed: number): number[] =>
  shuffled(counts, createRandom(`handful ${seed}`));

/**
 * Strews pieces of several kinds on a cloth.
 * @param counts how many pieces of each kind
 * @param seed any whole number: order, place and pose of the pieces follow from it and tell nothing of their kind
 */
export function strewHandful(
  library: Library,
  kinds: readonly Kind[],
  counts: readonly number[],
  seed: number,
  size: { width: number; height: number }
): Handful {
  const random = createRandom(`handful ${seed}`);
  const order = shuffled(counts, random);
  const picked = order.map((kind, i): Picked => {
    const { taxon, stage } = kinds[kind]!;
    const view = pickedView(kinds[kind]!);
    const drawn = specimen(library, taxon, stage, 1 + seed * 101 + i, view).parts;
    // A fruit lies whole, without the cut one beside it.
    const parts = view === 'fruit' ? drawn.slice(0, 1) : drawn;
    const bounds = boundsOfParts(parts);
    return { kind, parts, extent: Math.max(bounds.right - bounds.left, bounds.bottom - bounds.top) };
  });
  let best: { figures: Figure[]; open: number } | undefined;
  for (let attempt = 0; attempt < tries; attempt += 1) {
    const figures = strewn(picked, size, random.fork(`strewn ${attempt}`));
    const open = Math.min(...openShares(figures));
    if (!best || open > best.open) best = { figures, open };
    if (best.open >= leastOpen) break;
  }
  const { figures } = best!;
  const corner = { ...figures[0]!, scene: { ...figures[0]!.scene, bounds: cornerOf(figures[0]!, size) } };
  return { ...size, figures, marks: scaleBar(corner), kinds: picked.map(({ kind }) => kind) };
}

/** The lower right corner of a cloth in the measure of a figure: there stands the one bar of all. */
const cornerOf = ({ scale, dx, dy }: Figure, { width, height }: { width: number; height: number }) => ({
  left: (width * 0.5 - dx) / scale,
  right: (width - 14 - dx) / scale,
  top: -dy / scale,
  bottom: (height - 12 - dy) / scale
});

/** Where each piece lies. */
export const piecePlaces = ({ figures }: Handful): Point[] => figures.map(({ dx, dy }) => ({ x: dx, y: dy }));

/** What each piece looks like, in the terms of the glossary: nothing of it names the plant. */
export const pieceLooks = (library: Library, { figures }: Handful): string[] =>
  figures.map(({ scene }) =>
    scene.parts.flatMap(({ shows }) => shows.map((one) => shownInWords(library, one))).join('; ')
  );
