import type { Library, LibraryTaxon, StageDescription } from '../knowledge';
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

function fit(scene: Scene, box: Bounds): Figure {
  const { left, top, right, bottom } = scene.bounds;
  const [width, height] = [Math.max(right - left, 1), Math.max(bottom - top, 1)];
  const scale = Math.min((box.right - box.left) / width, (box.bottom - box.top) / height);
  return {
    scene,
    scale,
    dx: (box.left + box.right) / 2 - (scale * (left + right)) / 2,
    dy: box.bottom - scale * bottom - ((box.bottom - box.top) - scale * height) * (scene.view === 'whole' ? 0.25 : 0.5)
  };
}

const margin = 12;

/**
 * Lays a specimen out on a plate: the first view large, the others in a column beside it.
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
  const [main, ...others] = views.map((view) => specimen(library, taxon, stage, seed, view));
  const column = others.length > 0 ? size.width * 0.34 : 0;
  const [from, to] = mirrored ? [margin + column, size.width - margin] : [margin, size.width - margin - column];
  const figures = [fit(main!, { left: from, right: to, top: margin, bottom: size.height - margin })];
  const tall = (size.height - 2 * margin) / Math.max(others.length, 1);
  others.forEach((scene, i) => {
    const left = mirrored ? margin : size.width - margin - column + 8;
    figures.push(fit(scene, { left, right: left + column - 8, top: margin + i * tall + 6, bottom: margin + (i + 1) * tall - 6 }));
  });
  return { ...size, figures };
}

const onPlate = ({ scale, dx, dy }: Figure, { x, y }: Point): Point => ({ x: x * scale + dx, y: y * scale + dy });

/** Where a leader line to a character ends: in the view that shows it best, if it is drawn at all. */
export function anchorOf(plate: Plate, character: string): Point | undefined {
  const found = plate.figures.flatMap((figure) =>
    figure.scene.parts.filter(({ shows }) => shows.some((shown) => shown.character === character)).map((part) => ({ figure, part }))
  );
  const best = found.find(({ figure }) => figure.scene.view === bestView[character]) ?? found.at(-1);
  return best && onPlate(best.figure, best.part.anchor);
}

/** Slugs of the characters that can be judged on this plate. Scent cannot be drawn. */
export function shownCharacters(plate: Plate): Set<string> {
  const slugs = plate.figures.flatMap(({ scene }) => scene.parts.flatMap(({ shows }) => shows.map(({ character }) => character)));
  return new Set(slugs.filter((slug) => slug !== 'scent'));
}

/** Every part with its place, numbered from the back: the list that serves keyboards and readers. */
export function listParts(plate: Plate): { id: number; kind: Part['kind']; view: View; at: Point; shows: string[] }[] {
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

/** The characters of the foremost part under a tap, with those of equal parts beneath it left out. */
export function charactersAt(plate: Plate, tap: Point): string[] | undefined {
  for (const figure of [...plate.figures].reverse()) {
    const local = { x: (tap.x - figure.dx) / figure.scale, y: (tap.y - figure.dy) / figure.scale };
    for (const part of [...figure.scene.parts].reverse())
      if (part.shows.length > 0 && part.hit.some((polygon) => isInside(local, polygon)))
        return part.shows.map(({ character }) => character);
  }
  return undefined;
}
