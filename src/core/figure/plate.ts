import { type Library, type LibraryTaxon, type StageDescription, lacksOrgan } from '../knowledge';
import { isInside } from './geometry';
import type { Bounds, Part, Point, Scene, View } from './scene';
import { specimen } from './specimen';

/** One view placed on a plate. */
export interface Figure {
  readonly scene: Scene;
  readonly scale: number;
  readonly dx: number;
  readonly dy: number;
}

/** Several views of one specimen in a frame. Coordinates are plate units, from the upper left corner. */
export interface Plate {
  readonly width: number;
  readonly height: number;
  readonly figures: readonly Figure[];
}

/** The view in which a character is seen well enough to be judged. */
const bestView: Readonly<Record<string, View>> = {
  'leaf-venation': 'leaf',
  'leaf-margin': 'leaf',
  'leaf-hairs': 'leaf',
  'leaf-gloss': 'leaf',
  'leaf-spots': 'leaf',
  'leaf-base': 'leaf',
  'lobe-tips': 'leaf',
  'end-leaflet': 'leaf',
  'stalk-hairs': 'stalk',
  'stalk-ring': 'stalk',
  'stalk-tube': 'stalk',
  'foot-sheath': 'foot',
  'stem-hairs': 'stem',
  'stem-marks': 'stem',
  'stem-section': 'stem',
  'stem-width': 'stem',
  'flower-form': 'flower',
  bracts: 'flower',
  bracteoles: 'flower',
  'ray-count': 'flower',
  scent: 'torn leaf'
};

/** The close views that show these characters, besides the whole plant. */
export function viewsFor(characters: readonly string[], most: number): View[] {
  const wanted = characters.map((slug) => bestView[slug]).filter((view) => view !== undefined);
  return [...new Set(wanted)].slice(0, most);
}

/** Whether the plant has at this stage what a close view would show. */
function hasOrgan(library: Library, stage: StageDescription, view: View): boolean {
  if (view === 'whole') return true;
  const shown = Object.keys(bestView).filter((slug) => bestView[slug] === view);
  if (view === 'flower') shown.push('flower-cluster');
  return shown.some((slug) => {
    const weights = stage.cells.get(slug);
    return weights !== undefined && !lacksOrgan(library.character.get(slug)!, weights);
  });
}

function fit(scene: Scene, box: Bounds): Figure {
  const { left, top, right, bottom } = scene.bounds;
  const [width, height] = [Math.max(right - left, 1), Math.max(bottom - top, 1)];
  const scale = Math.min((box.right - box.left) / width, (box.bottom - box.top) / height);
  return {
    scene,
    scale,
    dx: (box.left + box.right) / 2 - (scale * (left + right)) / 2,
    dy:
      box.bottom -
      scale * bottom -
      (box.bottom - box.top - scale * height) * (scene.view === 'whole' ? 0.25 : 0.5)
  };
}

const margin = 12;

/** Shares of a row or column: boxes of equal size between two ends. */
const boxes = (from: number, to: number, count: number): [number, number][] =>
  Array.from({ length: count }, (_, i) => [
    from + ((to - from) * i) / count,
    from + ((to - from) * (i + 1)) / count
  ]);

/**
 * Lays a specimen out on a plate: the first view large; the others in a column beside a tall plant, or in a
 * row above a broad one.
 * @param mirrored puts the column on the left, so that two plates can face each other
 */
export function composePlate(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seed: number,
  views: readonly View[],
  size: { width: number; height: number },
  mirrored = false
): Plate {
  const [main, ...others] = views
    .filter((view) => hasOrgan(library, stage, view))
    .map((view) => specimen(library, taxon, stage, seed, view));
  const { left, right, top, bottom } = main!.bounds;
  const frame: Bounds = {
    left: margin,
    right: size.width - margin,
    top: margin,
    bottom: size.height - margin
  };
  if (others.length === 0) return { ...size, figures: [fit(main!, frame)] };
  const isBroad = (right - left) / (bottom - top) > 0.6 * (size.width / size.height);
  if (isBroad) {
    const split = frame.top + (frame.bottom - frame.top) * 0.44;
    const row = boxes(frame.left, frame.right, others.length);
    const small = others.map((scene, i) =>
      fit(scene, { left: row[i]![0] + 6, right: row[i]![1] - 6, top: frame.top, bottom: split - 8 })
    );
    return { ...size, figures: [fit(main!, { ...frame, top: split }), ...small] };
  }
  const wide = (frame.right - frame.left) * 0.34;
  const column: Bounds = mirrored
    ? { ...frame, right: frame.left + wide - 8 }
    : { ...frame, left: frame.right - wide + 8 };
  const rest: Bounds = mirrored
    ? { ...frame, left: frame.left + wide }
    : { ...frame, right: frame.right - wide };
  const small = others.map((scene, i) => {
    const [from, to] = boxes(frame.top, frame.bottom, others.length)[i]!;
    return fit(scene, { ...column, top: from + 6, bottom: to - 6 });
  });
  return { ...size, figures: [fit(main!, rest), ...small] };
}

const onPlate = ({ scale, dx, dy }: Figure, { x, y }: Point): Point => ({
  x: x * scale + dx,
  y: y * scale + dy
});

/** Where a leader line to a character ends: in the view that shows it best, if it is drawn at all. */
export function anchorOf(plate: Plate, character: string): Point | undefined {
  const found = plate.figures.flatMap((figure) =>
    figure.scene.parts
      .filter(({ shows }) => shows.some((shown) => shown.character === character))
      .map((part) => ({ figure, part }))
  );
  const best = found.find(({ figure }) => figure.scene.view === bestView[character]) ?? found.at(-1);
  return best && onPlate(best.figure, best.part.anchor);
}

/** Slugs of the characters that can be judged on this plate. Scent cannot be drawn. */
export function shownCharacters(plate: Plate): Set<string> {
  const slugs = plate.figures.flatMap(({ scene }) =>
    scene.parts.flatMap(({ shows }) => shows.map(({ character }) => character))
  );
  return new Set(slugs.filter((slug) => slug !== 'scent'));
}

/** Every part with its place, numbered from the back: the list that serves keyboards and readers. */
export function listParts(
  plate: Plate
): { id: number; kind: Part['kind']; view: View; at: Point; shows: string[] }[] {
  let id = 0;
  return plate.figures.flatMap((figure) =>
    figure.scene.parts.map((part) => ({
      id: id++,
      kind: part.kind,
      view: figure.scene.view,
      at: onPlate(figure, part.anchor),
      shows: part.shows.map(({ character }) => character)
    }))
  );
}

/** A fingertip reaches this far, in plate units. */
const reach = 9;

/** The tap itself, then eight points around it. */
const underFinger = ({ x, y }: Point): Point[] => [
  { x, y },
  ...Array.from({ length: 8 }, (_, i) => ({
    x: x + reach * Math.cos((i * Math.PI) / 4),
    y: y + reach * Math.sin((i * Math.PI) / 4)
  }))
];

/**
 * The characters that the foremost part under a tap shows, with the tolerance of a fingertip.
 * @returns undefined where nothing is drawn there
 */
export function charactersAt(plate: Plate, tap: Point): string[] | undefined {
  for (const point of underFinger(tap))
    for (const figure of [...plate.figures].reverse()) {
      const local = { x: (point.x - figure.dx) / figure.scale, y: (point.y - figure.dy) / figure.scale };
      for (const part of [...figure.scene.parts].reverse())
        if (part.shows.length > 0 && part.hit.some((polygon) => isInside(local, polygon)))
          return part.shows.map(({ character }) => character);
    }
  return undefined;
}
