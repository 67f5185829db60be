import type { Library, LibraryTaxon, StageDescription } from '../knowledge';
import { isInside } from './geometry';
import { heightMark } from './height-mark';
import { scaleBar } from './scale-bar';
import type { Bounds, Figure, Part, Point, Scene, Shape, View } from './scene';
import { type Setting, specimen } from './specimen';
import { hasOrgan, viewOf } from './view-choice';

/** Several views of one specimen in a frame. Coordinates are plate units, from the upper left corner. */
export interface Plate {
  readonly width: number;
  readonly height: number;
  readonly figures: readonly Figure[];
  /** Scale bars, in plate units. */
  readonly marks: readonly Shape[];
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

const cornerShare = 0.27;
/** Share of a plate's height that is left to a torn leaf below the plant. */
const tornRoom = 0.13;

function cornerOf({ left, right, top, bottom }: Bounds, near: Side): Bounds {
  const [wide, tall] = [(right - left) * cornerShare, (bottom - top) * 0.16];
  return near === 'right'
    ? { left: right - wide, right, top: bottom - tall, bottom }
    : { left, right: left + wide, top: bottom - tall, bottom };
}

/** The side of a plate that is next to what is written about it: the first close view stands nearest to it. */
export type Side = 'left' | 'right';

/** What is left of a frame beside the small drawing of a tall plant, on the side away from what is written. */
const without = (frame: Bounds, near: Side, room: number): Bounds =>
  near === 'right' ? { ...frame, left: frame.left + room } : { ...frame, right: frame.right - room };

/** Plate units. */
const statureRoom = 46;
const leastForStature = 260;
const hasHeightMark = ({ width }: { width: number }, main: Scene | undefined): boolean =>
  main?.stature !== undefined && width >= leastForStature;
const statureBox = ({ left, right, bottom }: Bounds, near: Side): Bounds => ({
  left: near === 'right' ? left - 4 : right - statureRoom,
  right: near === 'right' ? left + statureRoom - 4 : right,
  top: bottom - 52,
  bottom
});

/** The plant below, its close views in a row above it. */
function inRow(main: Scene, close: readonly Scene[], frame: Bounds, near: Side, beside: number): Figure[] {
  const isAlone = close.length === 1;
  const split = frame.top + (frame.bottom - frame.top) * (isAlone ? 0.36 : 0.44);
  const cells = boxes(frame.left, frame.right, isAlone ? 2 : close.length);
  if (near === 'right') cells.reverse();
  return [
    fit(main, without({ ...frame, top: split }, near, beside)),
    ...close.map((scene, i) => {
      const [left, right] = cells[i]!;
      return fit(scene, { left: left + 6, right: right - 6, top: frame.top, bottom: split - 8 });
    })
  ];
}

/** The plant, its close views in a column beside it. */
function inColumn(main: Scene, close: readonly Scene[], frame: Bounds, near: Side, beside: number): Figure[] {
  const wide = (frame.right - frame.left) * 0.34;
  const [column, rest] =
    near === 'left'
      ? [
          { ...frame, right: frame.left + wide - 8 },
          { ...frame, left: frame.left + wide }
        ]
      : [
          { ...frame, left: frame.right - wide + 8 },
          { ...frame, right: frame.right - wide }
        ];
  const cells = boxes(frame.top, frame.bottom, close.length);
  return [
    fit(main, without(rest, near, beside)),
    ...close.map((scene, i) => {
      const [top, bottom] = cells[i]!;
      return fit(scene, { ...column, top: top + 6, bottom: bottom - 6 });
    })
  ];
}

/**
 * Lays a specimen out on a plate: the first view large; the others, in the order given, beside or above it,
 * whichever leaves the first more room.
 */
export function composePlate(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seed: number,
  views: readonly View[],
  size: { width: number; height: number },
  near: Side = 'right',
  setting: Setting = {}
): Plate {
  const [main, ...others] = views
    .filter((view) => hasOrgan(library, stage, view))
    .map((view) => specimen(library, taxon, stage, seed, view, setting))
    .filter(({ parts }) => parts.length > 0);
  const frame: Bounds = {
    left: margin,
    right: size.width - margin,
    top: margin,
    bottom: size.height - margin
  };
  // A torn leaf is held to the nose last: it lies in the corner that a plant leaves free, beside its foot.
  const torn = others.filter(({ view }) => view === 'torn leaf');
  const close = others.filter((scene) => !torn.includes(scene));
  // Above it the plant ends sooner, so that its foot and its bar stay free.
  const free = torn.length > 0 ? { ...frame, bottom: frame.bottom - size.height * tornRoom } : frame;
  const beside = hasHeightMark(size, main) ? statureRoom : 0;
  const figures =
    close.length === 0
      ? [fit(main!, without(free, near, beside))]
      : [inRow, inColumn]
          .map((layout) => layout(main!, close, free, near, beside))
          .reduce((a, b) => (b[0]!.scale > a[0]!.scale ? b : a));
  return {
    ...size,
    figures: [...figures, ...torn.map((scene) => fit(scene, cornerOf(frame, near)))],
    // No size of what is below the ground is described: a bar there would make one up.
    marks: [
      ...figures.filter(({ scene }) => scene.view !== 'underground').flatMap(scaleBar),
      ...(beside ? heightMark(main!, statureBox(free, near)) : [])
    ]
  };
}

/** How tall the plant is, in millimetres, where its plate shows it as a whole beside a person. */
export const statureOn = (plate: Plate): number | undefined => {
  const scene = plate.figures[0]?.scene;
  return hasHeightMark(plate, scene) ? scene?.stature?.height : undefined;
};

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
  const best = found.find(({ figure }) => figure.scene.view === viewOf(character)) ?? found.at(-1);
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

/**
 * What of a plate is needed once it is written out: where a tap meets which characters. A tenth of the whole, for who
 * keeps many of them.
 */
export const withoutShapes = (plate: Plate): Plate => ({
  ...plate,
  marks: [],
  figures: plate.figures.map((figure) => ({
    ...figure,
    scene: {
      ...figure.scene,
      parts: figure.scene.parts
        .filter(({ shows }) => shows.length > 0)
        .map((part) => ({ ...part, shapes: [] }))
    }
  }))
});
