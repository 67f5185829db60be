import {
  type Character,
  type Library,
  type LibraryTaxon,
  type StageDescription,
  lacksOrgan
} from '../knowledge';
import { separability } from '../evidence';
import { isInside } from './geometry';
import { heightMark } from './height-mark';
import { scaleBar } from './scale-bar';
import type { Bounds, Figure, Part, Point, Scene, Shape, View } from './scene';
import { type Setting, specimen } from './specimen';

/** Several views of one specimen in a frame. Coordinates are plate units, from the upper left corner. */
export interface Plate {
  readonly width: number;
  readonly height: number;
  readonly figures: readonly Figure[];
  /** Scale bars, in plate units. */
  readonly marks: readonly Shape[];
}

/** The view in which a character is seen well enough to be judged. */
const bestView: Readonly<Record<string, View>> = Object.fromEntries(
  Object.entries({
    leaf: [
      'leaf-venation',
      'leaf-margin',
      'leaf-hairs',
      'leaf-gloss',
      'leaf-spots',
      'leaf-base',
      'leaf-tip',
      'leaf-surface',
      'leaf-section',
      'leaf-waviness',
      'vein-colour',
      'lobe-tips',
      'lobe-direction',
      'end-leaflet',
      'leaflet-shape',
      'leaflet-stalks',
      'between-leaflets'
    ],
    underside: [
      'leaf-underside',
      'leaf-dots',
      'leaf-sheen-below',
      'midrib-prickles',
      'midrib-below',
      'underside-net'
    ],
    stalk: [
      'stalk-hairs',
      'stalk-ring',
      'stalk-tube',
      'stalk-section',
      'stalk-colour',
      'sheath-width',
      'stipules',
      'stalk-strings',
      'stalk-twist',
      'sheath-fringe'
    ],
    foot: ['foot-sheath', 'shoot-foot'],
    stem: [
      'stem-hairs',
      'stem-marks',
      'stem-section',
      'stem-width',
      'stem-filling',
      'stem-joints',
      'stem-bloom',
      'stem-arms',
      'thorn-buds',
      'stem-thread',
      'twig-bark'
    ],
    flower: [
      'flower-form',
      'bracts',
      'bracteoles',
      'ray-count',
      'ray-surface',
      'dark-floret',
      'spathe',
      'fruit-stand',
      'first-branching',
      'pod-stalk'
    ],
    'single flower': ['petal-count', 'petal-notch', 'flower-marks', 'anther-colour'],
    fruit: ['fruit-form', 'fruit-crown', 'fruit-seeds', 'berry-shape', 'oil-lines'],
    underground: ['underground', 'root-colour', 'root-sap'],
    'torn leaf': ['scent']
  } satisfies Partial<Record<View, string[]>>).flatMap(([view, slugs]) =>
    slugs.map((slug) => [slug, view as View])
  )
);

/** The view in which a character is judged: the whole plant, where no close view is about it. */
export const viewOf = (character: string): View => bestView[character] ?? 'whole';

/** The close views that show these characters, besides the whole plant. */
export function viewsFor(characters: readonly string[], most: number): View[] {
  const wanted = characters.map((slug) => bestView[slug]).filter((view) => view !== undefined);
  return [...new Set(wanted)].slice(0, most);
}

const strikingUndersides = new Set(['white-felt', 'purple', 'scales']);

/** How well a close view must tell a plant from one that it is taken for, to be shown for that. */
const tells = 0.5;

/** From this on the whole plant tells two apart at a glance: by something salient that hardly overlaps. */
const atAGlance = 3;

/** Close views by how well they tell a plant from those that it is taken for, the best first. */
function tellingViews(
  library: Library,
  taxon: Pick<LibraryTaxon, 'slug'>,
  stage: StageDescription,
  characters: readonly Character[]
): View[] {
  const partners = library.pairs
    .filter(({ target, lookalike }) => target === taxon.slug || lookalike === taxon.slug)
    .flatMap(({ target, lookalike }) => {
      const other = library.taxa.get(target === taxon.slug ? lookalike : target)?.stages.get(stage.stage);
      return other ? [other] : [];
    });
  const worth = new Map<View, number>();
  for (const partner of partners) {
    const best = new Map<View, number>();
    for (const character of characters) {
      const view = viewOf(character.slug);
      const [own, other] = [stage.cells.get(character.slug), partner.cells.get(character.slug)];
      if (!own || !other || lacksOrgan(character, own) || lacksOrgan(character, other)) continue;
      const told = separability(character, own, other);
      if (told >= tells) best.set(view, Math.max(best.get(view) ?? 0, told * (1 + character.salience)));
    }
    // What the whole plant tells at a glance needs no close view.
    const share = (best.get('whole') ?? 0) > atAGlance ? 0.2 : 1;
    for (const [view, value] of best) worth.set(view, (worth.get(view) ?? 0) + share * value);
  }
  return [...worth].sort(([, a], [, b]) => b - a).map(([view]) => view);
}

/**
 * The plant and two close views, as its sheet shows them: its flowers or fruits if it has any, then what tells it from
 * the plants that it is taken for, or else what is most striking on stem or leaf.
 */
export function standardViews(
  library: Library,
  taxon: Pick<LibraryTaxon, 'slug'>,
  stage: StageDescription
): View[] {
  const has = (view: View) => hasOrgan(library, stage, view);
  /** Nothing to be seen, such as no dots, is not worth a view; nor is an underside like the upper side, or its sheen. */
  const isNothing = (character: Character): boolean =>
    character.kind === 'states' &&
    character.states.every(({ negative }, i) => negative || !stage.cells.get(character.slug)!.listed[i]);
  const isStriking = (character: Character): boolean =>
    (character.slug !== 'leaf-underside' && character.slug !== 'leaf-sheen-below') ||
    (character.kind === 'states' &&
      character.states.some(
        ({ slug }, i) => stage.cells.get(character.slug)!.listed[i] && strikingUndersides.has(slug)
      ));
  const described = library.characters.filter((character) => {
    const weights = stage.cells.get(character.slug);
    if (!weights || lacksOrgan(character, weights) || isNothing(character) || !isStriking(character))
      return false;
    return (
      !['scent', 'dig', 'cut', 'break'].includes(character.sense) &&
      !['fruit', 'flower'].includes(character.organ)
    );
  });
  const bySalience = described.sort((x, y) => y.salience - x.salience).map(({ slug }) => slug);
  const first: View[] = has('fruit') ? ['fruit'] : has('flower') ? ['flower'] : [];
  const striking = viewsFor(
    // A white or purple underside says more than anything else of a leaf.
    described.some(({ slug }) => slug === 'leaf-underside') ? ['leaf-underside', ...bySalience] : bySalience,
    4
  );
  // Bracts and rays outlast the flowers.
  const isAsked = (view: View) => onlyAsked.has(view) && !(view === 'flower' && first.includes('fruit'));
  const others = [
    ...tellingViews(library, taxon, stage, described).filter((view) => !isAsked(view)),
    ...striking.filter((view) => !onlyAsked.has(view))
  ];
  return ['whole', ...[...new Set([...first, ...others])].slice(0, 2)];
}

/** Views that stand first where there is something to show, or that one asks for. */
const onlyAsked = new Set<View>(['whole', 'flower', 'single flower', 'fruit', 'underground', 'torn leaf']);

/** Whether the plant has at this stage what a close view would show. */
export function hasOrgan(library: Library, stage: StageDescription, view: View): boolean {
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
  const beside = main!.stature && size.width >= leastForStature ? statureRoom : 0;
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
export const statureOn = ({ width, figures }: Plate): number | undefined =>
  width >= leastForStature ? figures[0]?.scene.stature?.height : undefined;

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
