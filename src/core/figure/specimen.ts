import type { Library, LibraryTaxon, Recipe, StageDescription } from '../knowledge';
import { type Random, createRandom } from '../random';
import * as flowers from './flowers';
import { type Spine, add, ellipse, growSpine, pathBounds, pathData, smooth } from './geometry';
import { drawTube, penLine, tone, tubeEdges } from './ink';
import { drawLeaf, drawStalk, hull } from './leaf';
import {
  type Bounds,
  type Part,
  type Point,
  type Scene,
  type Shape,
  type Shown,
  type View,
  boundsOf,
  noBounds
} from './scene';
import { type Traits, pickTraits } from './traits';
import { drawUmbel, leafStrip } from './umbel';

/** Counts up when the same description and seed would be drawn differently. */
export const drawingVersion = 1;

/** Everything that a drawing of one specimen draws on. */
interface Model {
  readonly recipe: Recipe;
  readonly traits: Traits;
  readonly random: Random;
  /** Width of a pen line in millimetres, for the size at which the view is seen. */
  readonly pen: number;
}

const bladeCharacters = [
  'leaf-outline',
  'leaf-division',
  'leaf-base',
  'leaf-venation',
  'leaf-margin',
  'leaf-hairs',
  'leaf-gloss',
  'leaf-spots',
  'lobe-tips',
  'end-leaflet'
];
/** What can be made out of a leaf in a drawing of the whole plant. */
const bladeFromAfar = ['leaf-outline', 'leaf-division', 'leaf-base', 'end-leaflet', 'lobe-tips'];
const stemCharacters = ['stem-hairs', 'stem-marks', 'stem-section'];
const clusterCharacters = ['flower-cluster', 'flower-colour'];
const flowerCharacters = [
  'flower-cluster',
  'flower-form',
  'flower-colour',
  'bracts',
  'bracteoles',
  'ray-count'
];

const isAbsent = (state: string | undefined) =>
  state === undefined || state === 'none' || state === 'no-stem';
const hasFlowers = (traits: Traits) => !isAbsent(traits.state('flower-cluster'));

function part(
  kind: Part['kind'],
  shapes: readonly Shape[],
  shows: readonly Shown[],
  anchor: Point,
  hit: readonly (readonly Point[])[]
): Part {
  return { kind, shapes, shows, anchor, hit };
}

/** A little soil or water at the foot, never a shadow. */
function ground({ traits, random, pen, recipe }: Model, width: number): Shape[] {
  const own = random.fork('ground');
  const isWater = traits.state('place') === 'waterside' && traits.state('leaf-attachment') === 'along-stem';
  const colour = isWater ? '#9DBBC4' : '#C8B793';
  const patches = [1, 0.62].map((k, i): Shape => ({
    d: pathData(
      ellipse(
        { x: own.between(-0.05, 0.05) * width, y: width * 0.015 * (i + 1) },
        (width / 2) * k,
        width * 0.035 * k,
        0,
        20
      ),
      true
    ),
    fill: colour,
    opacity: 0.42
  }));
  const strokes = Array.from({ length: 7 }, () => {
    const x = own.between(-0.5, 0.45) * width;
    const y = own.between(-0.01, 0.04) * width;
    return penLine(
      [
        { x, y },
        { x: x + width * 0.05, y: y + own.between(-0.006, 0.006) * width },
        { x: x + width * own.between(0.08, 0.14), y }
      ],
      pen * 0.7,
      tone(colour, -0.5),
      0.6
    );
  });
  return recipe.leaves.length ? [...patches, ...strokes] : patches;
}

/** One leaf on its own stalk. The blade is turned towards the viewer by 60–95 %. */
function leafParts(
  model: Model,
  name: string,
  foot: Point,
  heading: number,
  bend: number,
  size: number,
  stalkLength: number
): Part[] {
  const { recipe, traits, pen } = model;
  const random = model.random.fork(name);
  const parts: Part[] = [];
  const stalk = growSpine(foot, heading, bend * 0.35, Math.max(stalkLength, 0.1), 14);
  const scaled: Recipe = { ...recipe, blade: [recipe.blade[0] * size, recipe.blade[1] * size] };
  const blade = growSpine(
    stalk.place(1),
    heading + bend * 0.35,
    bend * 0.75 + random.between(-0.06, 0.06),
    scaled.blade[0],
    24
  );
  const facing = random.next() < 0.5;
  const roll: [number, number] = facing
    ? [0.96, random.between(0.66, 0.86)]
    : [random.between(0.66, 0.86), 0.96];
  if (stalkLength > 0) {
    const width = Math.min(Math.max(recipe.blade[1] * 0.075, 2.2), recipe.stemWidth * 0.9);
    const [left, right] = tubeEdges(stalk, () => width * 2.2);
    parts.push(
      part(
        'leaf stalk',
        drawStalk(stalk, width, recipe, traits, pen, random.fork('stalk')),
        traits.shown('leaf-attachment', 'stalk-ring'),
        stalk.place(0.55),
        [[...left, ...right.reverse()]]
      )
    );
  }
  const drawn = drawLeaf(blade, scaled, traits, pen, roll, random.fork('blade'));
  parts.push(part('leaf', drawn.shapes, traits.shown(...bladeFromAfar), blade.place(0.45), drawn.outline));
  return parts;
}

/** Leaves from the ground, leaning apart, the outer ones behind. */
function tuft(model: Model): Part[] {
  const { recipe, random, traits } = model;
  const count = random.integer(...recipe.leaves);
  const isStrap = traits.state('leaf-attachment') === 'stalkless-tuft';
  const spread = isStrap ? 0.3 : 0.52;
  const order = Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => Math.abs(b - (count - 1) / 2) - Math.abs(a - (count - 1) / 2)
  );
  return order.flatMap((i) => {
    const own = random.fork(`pose ${i}`);
    const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
    const heading = share * spread + own.between(-0.09, 0.09);
    const bend = (share * 0.55 + own.between(-0.12, 0.12)) * (isStrap ? 0.6 : 1);
    const foot = { x: share * recipe.stemWidth * 0.9, y: 0 };
    return leafParts(
      model,
      `leaf ${i}`,
      foot,
      heading,
      bend,
      own.between(0.8, 1.06),
      recipe.stalk * own.between(0.75, 1.1)
    );
  });
}

/** Two or three leaves rolled in each other on one stem, wrapped in scales at the foot. */
function wrappedShoot(model: Model): Part[] {
  const { recipe, random, traits, pen } = model;
  const shoot = growSpine({ x: 0, y: 0 }, random.between(-0.05, 0.05), 0, recipe.stalk, 10);
  const width = recipe.stemWidth * 1.5;
  const [left, right] = tubeEdges(shoot, () => width * 1.6);
  const count = random.integer(...recipe.leaves);
  const leaves = Array.from({ length: count }, (_, i) => {
    const own = random.fork(`pose ${i}`);
    const share = (count === 1 ? 0 : (i / (count - 1)) * 2 - 1) * (random.fork('hand').next() < 0.5 ? 1 : -1);
    const from = shoot.place(0.72 + 0.12 * i);
    return leafParts(
      model,
      `leaf ${i}`,
      from,
      share * 0.34 + own.between(-0.05, 0.05),
      share * 0.3,
      own.between(0.85, 1.05),
      0
    );
  }).flat();
  const stem = part(
    'leaf stalk',
    drawTube(shoot, (t) => width * (1 + 0.25 * t), { colour: recipe.colour.stem, pen }, random),
    traits.shown('leaf-attachment'),
    shoot.place(0.95),
    [[...left, ...right.reverse()]]
  );
  const scalesHeight = recipe.stalk * 0.62;
  const foot = part(
    'foot',
    flowers.footScales({ x: 0, y: 0 }, width * 1.25, scalesHeight, pen),
    traits.shown('foot-sheath'),
    { x: 0, y: -scalesHeight * 0.45 },
    [ellipse({ x: 0, y: -scalesHeight * 0.45 }, width, scalesHeight * 0.6)]
  );
  return [...leaves, stem, foot];
}

/** A rosette seen from above at a slant: back leaves first, front leaves foreshortened. */
function rosette(model: Model): Part[] {
  const { recipe, random } = model;
  const count = random.integer(...recipe.leaves);
  const leaves = Array.from({ length: count }, (_, i) => {
    const own = random.fork(`pose ${i}`);
    const azimuth = (2 * Math.PI * i) / count + own.between(-0.18, 0.18) + random.fork('turn').between(0, 1);
    const [x, depth] = [Math.sin(azimuth), Math.cos(azimuth)];
    const heading = Math.atan2(x, 0.25 + 0.62 * depth + 0.12);
    const near = Math.hypot(x, 0.3 + 0.5 * depth);
    return {
      i,
      depth,
      heading,
      bend: x * 0.35,
      size: own.between(0.85, 1.08) * (0.45 + 0.55 * Math.min(1, near))
    };
  });
  return leaves
    .sort((a, b) => b.depth - a.depth)
    .flatMap(({ i, heading, bend, size }) =>
      leafParts(model, `leaf ${i}`, { x: 0, y: 0 }, heading, bend, size, recipe.stalk * size * 0.7)
    );
}

/** Basal leaves on long sheathing stalks. */
function basalLeaves(model: Model, count: number, size: number): Part[] {
  const { recipe, random } = model;
  return Array.from({ length: count }, (_, i) => {
    const own = random.fork(`basal ${i}`);
    const share = count === 1 ? 0.4 : (i / (count - 1)) * 2 - 1;
    const heading = share * 0.62 + own.between(-0.1, 0.1);
    return leafParts(
      model,
      `basal ${i}`,
      { x: share * recipe.stemWidth * 0.4, y: 0 },
      heading,
      share * 0.5,
      size * own.between(0.85, 1.05),
      recipe.stalk * size * own.between(0.85, 1.1)
    );
  }).flat();
}

/** A creeping or floating shoot with leaves in turn and roots at its joints. */
function creepingShoot(model: Model): Part[] {
  const { recipe, random, traits, pen } = model;
  const count = random.integer(...recipe.leaves);
  const shoot = growSpine({ x: -recipe.height * 0.42, y: 0 }, 1.25, -0.95, recipe.height, 20);
  const roots = [0.06, 0.22, 0.4].map((t) => {
    const root = growSpine(shoot.place(t), Math.PI, random.between(-0.4, 0.4), recipe.height * 0.1, 6);
    return penLine(root.points, pen, '#C9BF9A', 1);
  });
  const [left, right] = tubeEdges(shoot, () => recipe.stemWidth * 2);
  const stem = part(
    'stem',
    [
      ...roots,
      ...drawTube(shoot, (t) => recipe.stemWidth * (1 - 0.4 * t), { colour: recipe.colour.stem, pen }, random)
    ],
    traits.shown('leaf-attachment'),
    shoot.place(0.3),
    [[...left, ...right.reverse()]]
  );
  const leaves = Array.from({ length: count }, (_, i) => {
    const t = 0.16 + (0.82 * i) / (count - 1);
    const side = i % 2 ? 1 : -1;
    const own = random.fork(`pose ${i}`);
    const size = (1.05 - 0.4 * t) * own.between(0.9, 1.1);
    const heading =
      i === count - 1 ? 0.1 : shoot.heading(Math.min(t, 0.99)) - 0.5 + side * 0.75 + own.between(-0.1, 0.1);
    return leafParts(model, `leaf ${i}`, shoot.place(t), heading, side * 0.15, size, recipe.stalk * size);
  }).flat();
  const top = shoot.place(1);
  const cluster =
    traits.state('flower-cluster') === 'short-head'
      ? [flowerPart(model, top, 0, recipe.blade[1] * 0.22)]
      : [];
  return [stem, ...leaves, ...cluster];
}

const colourOf = (state: string | undefined, fallback: string): string =>
  ({ white: '#FAFAF2', purple: fallback, cream: '#EFE6BE', green: '#C9D8A0', red: fallback })[state ?? ''] ??
  fallback;

/** The flower cluster at the end of a stem. */
function flowerPart(model: Model, top: Point, heading: number, size: number, near = false): Part {
  const { recipe, traits, random, pen } = model;
  const own = random.fork('flowers');
  const colour = colourOf(traits.state('flower-colour'), recipe.colour.flower);
  const drawn = ((): flowers.DrawnFlowers => {
    switch (traits.state('flower-cluster')) {
      case 'umbel':
        return flowers.simpleUmbel(top, heading, size, recipe, pen, own);
      case 'compound-umbel':
        return drawUmbel(top, heading, size, recipe, traits, pen, own);
      case 'coil':
        return flowers.coiledClusters(top, size, colour, recipe, pen, own);
      case 'hood':
        return flowers.hoodedClub(top, size, recipe, pen, own);
      case 'short-head':
        return flowers.shortHead(top, size, recipe, pen);
      case 'from-ground':
        return flowers.goblets(top, size, recipe, pen, own);
      default:
        return { shapes: [], points: [top] };
    }
  })();
  const outline = hull(drawn.points.length > 2 ? drawn.points : ellipse(top, size / 2, size / 2));
  const box = boundsOf(outline);
  const anchor = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  return part(
    'flower cluster',
    drawn.shapes,
    traits.shown(...(near ? flowerCharacters : clusterCharacters)),
    anchor,
    [outline]
  );
}

const tubeLook = (model: Model) => {
  const { traits, recipe, pen } = model;
  const hairs = traits.state('stem-hairs');
  return {
    colour: recipe.colour.stem,
    pen,
    hairs:
      hairs === 'stiff' ? ('stiff' as const) : hairs === 'downy' ? ('downy' as const) : ('none' as const),
    marks: (traits.state('stem-marks') as 'plain' | 'blotched' | 'flushed' | undefined) ?? 'plain',
    section: (traits.state('stem-section') as 'smooth' | 'ridged' | 'winged' | undefined) ?? 'smooth'
  };
};

function stemPart(model: Model, stem: Spine, width: number): Part {
  const [left, right] = tubeEdges(stem, () => width * 1.8);
  return part(
    'stem',
    drawTube(stem, (t) => width * (1 - 0.45 * t), tubeLook(model), model.random.fork('stem')),
    model.traits.shown(...stemCharacters),
    stem.place(0.3),
    [[...left, ...right.reverse()]]
  );
}

/** Branched flowering stem of the carrot family, with umbels at the ends. */
function umbellifer(model: Model): Part[] {
  const { recipe, random } = model;
  const size = recipe.umbelWidth ?? 60;
  // Stout stems are drawn a little stouter than life, so that marks and hairs can be seen on a whole plant.
  const width = Math.max(recipe.stemWidth, recipe.height * 0.011);
  const stem = growSpine(
    { x: 0, y: 0 },
    random.between(-0.06, 0.06),
    random.between(-0.08, 0.08),
    recipe.height * 0.8,
    24
  );
  const branches = [0.5, 0.66, 0.8].map((t, i) => {
    const side = i % 2 ? 1 : -1;
    const reach = recipe.height * (0.36 - 0.07 * i);
    return {
      t,
      side,
      spine: growSpine(stem.place(t), stem.heading(t) + side * 0.62, -side * 0.5, reach, 14)
    };
  });
  const shown = recipe.height * 0.2;
  const umbelWidth = Math.max(size * 1.6, shown * 0.95);
  const leaves = branches.flatMap(({ t, side }, i) =>
    leafParts(
      model,
      `stem leaf ${i}`,
      stem.place(t - 0.02),
      side * 1.15,
      side * 0.4,
      (0.72 - 0.16 * i) * Math.min(1, (recipe.height * 0.3) / recipe.blade[0]),
      recipe.stalk * 0.2
    )
  );
  const leafSize = Math.min(1, (recipe.height * 0.42) / recipe.blade[0]);
  return [
    ...basalLeaves(model, 2, leafSize),
    ...branches.map(({ spine }, i) => {
      const [left, right] = tubeEdges(spine, () => width);
      return part(
        'stem',
        drawTube(
          spine,
          (u) => width * (0.55 - 0.2 * u),
          { ...tubeLook(model), marks: i === 0 ? tubeLook(model).marks : 'plain' },
          random.fork(`branch ${i}`)
        ),
        model.traits.shown(...stemCharacters),
        spine.place(0.4),
        [[...left, ...right.reverse()]]
      );
    }),
    stemPart(model, stem, width),
    ...leaves,
    ...branches.map(({ spine }, i) =>
      flowerPart(
        { ...model, random: random.fork(`umbel ${i}`) },
        spine.place(1),
        spine.heading(0.99) * 0.5,
        umbelWidth * (0.74 - 0.08 * i)
      )
    ),
    flowerPart(model, stem.place(1), stem.heading(0.99), umbelWidth)
  ];
}

/** A leafy or bare flowering stem with a row, coil or spike at its end. */
function floweringStem(model: Model): Part[] {
  const { recipe, random, traits, pen } = model;
  const cluster = traits.state('flower-cluster');
  const colour = colourOf(traits.state('flower-colour'), recipe.colour.flower);
  const width = Math.max(recipe.stemWidth, recipe.height * 0.012);
  const stem = growSpine(
    { x: 0, y: 0 },
    random.between(-0.05, 0.12),
    random.between(0.05, 0.2),
    recipe.height * 0.92,
    24
  );
  const withBlooms = (drawn: flowers.DrawnFlowers) =>
    part('flower cluster', drawn.shapes, traits.shown(...clusterCharacters), stem.place(0.8), [
      hull(drawn.points)
    ]);
  const leafyTo = cluster === 'one-sided' && traits.state('flower-form') === 'round-bell' ? 0 : 3;
  const leaves = Array.from({ length: leafyTo }, (_, i) => {
    const side = i % 2 ? 1 : -1;
    return leafParts(
      model,
      `stem leaf ${i}`,
      stem.place(0.14 + 0.13 * i),
      side * 0.95,
      side * 0.35,
      0.72 - 0.14 * i,
      0
    );
  }).flat();
  const blooms: Part[] =
    cluster === 'one-sided'
      ? [
          withBlooms(
            traits.state('flower-form') === 'round-bell'
              ? flowers.oneSidedRow(stem, 0.42, 'round-bell', colour, recipe.height * 0.055, recipe, pen)
              : flowers.oneSidedRow(stem, 0.42, 'wide-tube', colour, recipe.height * 0.085, recipe, pen)
          )
        ]
      : cluster === 'branched-spike'
        ? [withBlooms(flowers.branchedSpike(stem, 0.5, colour, recipe, pen, random.fork('spike')))]
        : [flowerPart(model, stem.place(1), stem.heading(0.99), recipe.height * 0.055)];
  return [stemPart(model, stem, width), ...leaves, ...blooms];
}

function wholePlant(model: Model): Part[] {
  const { recipe, traits } = model;
  const attachment = traits.state('leaf-attachment');
  const cluster = traits.state('flower-cluster');
  const base: Part[] = [
    part('foot', ground(model, Math.max(recipe.blade[0] * 0.9, recipe.height * 0.22)), [], { x: 0, y: 0 }, [])
  ];
  if (cluster === 'from-ground') return [...base, flowerPart(model, { x: 0, y: 0 }, 0, recipe.height)];
  if (attachment === 'along-stem' && cluster !== 'compound-umbel') return [...base, ...creepingShoot(model)];
  if (cluster === 'compound-umbel') return [...base, ...umbellifer(model)];
  const leaves =
    attachment === 'wrapped'
      ? wrappedShoot(model)
      : attachment === 'rosette-winged'
        ? rosette(model)
        : attachment === 'sheathing'
          ? basalLeaves(model, model.random.integer(...recipe.leaves), 1)
          : tuft(model);
  if (!hasFlowers(traits)) return [...base, ...leaves];
  if (cluster === 'umbel') {
    const stem = growSpine({ x: 0, y: 0 }, model.random.between(-0.12, 0.12), 0.05, recipe.height, 20);
    return [
      ...base,
      ...leaves.slice(0, 4),
      stemPart(model, stem, recipe.stemWidth),
      ...leaves.slice(4),
      flowerPart(model, stem.place(1), stem.heading(0.99), recipe.height * 0.24)
    ];
  }
  if (cluster === 'hood') {
    const stem = growSpine({ x: 0, y: 0 }, 0.02, 0.02, recipe.height * 0.28, 8);
    return [
      ...base,
      ...leaves,
      stemPart(model, stem, recipe.stemWidth),
      flowerPart(model, stem.place(1), 0, recipe.height * 0.72)
    ];
  }
  const isSlender = cluster === 'one-sided' && traits.state('flower-form') === 'round-bell';
  const slender = isSlender ? { ...model, recipe: { ...recipe, stemWidth: 2.4 } } : model;
  const shrunk = leaves.length > 8 ? leaves.slice(0, 8) : leaves;
  return [...base, ...shrunk, ...floweringStem(slender)];
}

/** A leaf close by, upper side. */
function leafView(model: Model): Part[] {
  const { recipe, traits, random, pen } = model;
  const blade = growSpine(
    { x: 0, y: 0 },
    random.between(-0.08, 0.08),
    random.between(-0.15, 0.15),
    recipe.blade[0],
    28
  );
  const stalk = growSpine({ x: 0, y: recipe.blade[0] * 0.16 }, 0, 0, recipe.blade[0] * 0.16, 6);
  const drawn = drawLeaf(blade, recipe, traits, pen, [0.98, 0.9], random.fork('near leaf'));
  const width = Math.max(recipe.blade[1] * 0.06, 2);
  const shapes = [
    ...(traits.state('leaf-attachment') === 'stalkless-tuft'
      ? []
      : drawStalk(stalk, width, { ...recipe }, traits, pen, random.fork('near stalk'))),
    ...drawn.shapes
  ];
  return [part('leaf', shapes, traits.shown(...bladeCharacters), blade.place(0.5), drawn.outline)];
}

/** A leaf stalk close by, with what is special about it. */
function stalkView(model: Model): Part[] {
  const { recipe, traits, random, pen } = model;
  const size = Math.max(recipe.stemWidth * 9, 40);
  const stalk = growSpine({ x: 0, y: size }, 0.08, -0.1, size, 14);
  const width = Math.max(recipe.stemWidth * 0.9, 3);
  const shapes = drawStalk(stalk, width, recipe, traits, pen, random.fork('near stalk'));
  if (traits.state('stalk-tube') === 'papery-tube') {
    const outline = smooth(
      [
        { x: -width, y: size },
        { x: -width * 1.15, y: size * 0.72 },
        { x: -width * 0.4, y: size * 0.62 },
        { x: width * 0.2, y: size * 0.7 },
        { x: width * 0.9, y: size * 0.6 },
        { x: width * 1.1, y: size * 0.76 },
        { x: width, y: size }
      ],
      5
    );
    shapes.push({ d: pathData(outline, true), fill: '#D9C7A8', opacity: 0.88 }, penLine(outline, pen));
  }
  if (recipe.pairs.length > 0 && recipe.leaflet !== 'ferny')
    for (const side of [-1, 1] as const) {
      const leaflet = growSpine(
        stalk.place(0.97),
        stalk.heading(0.97) + side * 1.1,
        -side * 0.2,
        size * 0.42,
        8
      );
      shapes.push(
        leafStrip(leaflet.points, size * 0.075, recipe.colour.upper),
        penLine(leaflet.points, pen, tone(recipe.colour.upper, -0.4))
      );
    }
  const [left, right] = tubeEdges(stalk, () => width * 2.2);
  return [
    part(
      'leaf stalk',
      shapes,
      traits.shown('stalk-hairs', 'stalk-ring', 'stalk-tube'),
      stalk.place(traits.state('stalk-tube') === 'papery-tube' ? 0.2 : 0.6),
      [[...left, ...right.reverse()]]
    )
  ];
}

/** The foot of the plant close by. */
function footView(model: Model): Part[] {
  const { recipe, traits, random, pen } = model;
  const size = Math.max(recipe.stemWidth * 8, 34);
  const wide = recipe.stemWidth * 1.4;
  const headings = traits.state('leaf-attachment') === 'wrapped' ? [0] : [-0.26, 0.02, 0.3];
  const shapes = headings.flatMap((heading, i) =>
    drawTube(
      growSpine({ x: heading * wide, y: 0 }, heading, 0, size, 10),
      (t) => wide * (headings.length === 1 ? 1.5 : 0.85) * (1.1 - 0.2 * t),
      { colour: t0(recipe.colour.stem), pen },
      random.fork(`foot ${i}`)
    )
  );
  if (traits.state('foot-sheath') === 'scales')
    shapes.push(...flowers.footScales({ x: 0, y: 0 }, wide * 1.9, size * 0.72, pen));
  return [
    part(
      'foot',
      [...ground(model, size * 1.1), ...shapes],
      traits.shown('leaf-attachment', 'foot-sheath'),
      { x: 0, y: -size * 0.4 },
      [ellipse({ x: 0, y: -size * 0.45 }, wide * 2, size * 0.55)]
    )
  ];
}

/** Stalks pale towards the ground. */
const t0 = (colour: string) => tone(colour, 0.35);

/** A piece of the lower stem close by. It shows the side only: the cut costs extra. */
function stemView(model: Model): Part[] {
  const width = model.recipe.stemWidth;
  const stem = growSpine({ x: 0, y: width * 4.4 }, 0.02, 0.02, width * 4.4, 16);
  return [
    {
      ...stemPart(model, stem, width),
      anchor: stem.place(0.5),
      shows: model.traits.shown(...stemCharacters, 'stem-width')
    }
  ];
}

function flowerView(model: Model): Part[] {
  const { recipe, traits, random, pen } = model;
  const cluster = traits.state('flower-cluster');
  if (cluster === 'one-sided' || cluster === 'branched-spike') {
    const size = recipe.height * 0.4;
    const stem = growSpine({ x: 0, y: size }, 0.05, 0.2, size, 20);
    const colour = colourOf(traits.state('flower-colour'), recipe.colour.flower);
    const form = traits.state('flower-form') === 'round-bell' ? 'round-bell' : 'wide-tube';
    const drawn =
      cluster === 'one-sided'
        ? flowers.oneSidedRow(stem, 0.1, form, colour, size * 0.17, recipe, pen)
        : flowers.branchedSpike(stem, 0.1, colour, recipe, pen, random.fork('near spike'));
    const shapes = [
      ...drawTube(stem, () => size * 0.025, { colour: recipe.colour.stem, pen }, random),
      ...drawn.shapes
    ];
    return [
      part('flower cluster', shapes, traits.shown(...flowerCharacters), stem.place(0.5), [hull(drawn.points)])
    ];
  }
  if (cluster === 'from-ground' || cluster === 'hood')
    return [flowerPart(model, { x: 0, y: 0 }, 0, recipe.height * 0.72, true)];
  const size =
    cluster === 'compound-umbel'
      ? (recipe.umbelWidth ?? 60)
      : cluster === 'coil'
        ? 15
        : cluster === 'short-head'
          ? 14
          : 48;
  const stem = growSpine({ x: 0, y: size * 0.7 }, 0, 0, size * 0.7, 10);
  const look = tubeLook(model);
  return [
    part(
      'stem',
      drawTube(
        stem,
        () => size * (cluster === 'compound-umbel' ? 0.05 : 0.08),
        look,
        random.fork('near stem')
      ),
      [],
      stem.place(0.4),
      []
    ),
    flowerPart(model, { x: 0, y: 0 }, 0, size, true)
  ];
}

/** A torn piece of leaf: where the nose is asked. */
function tornLeaf({ recipe, random, pen, traits }: Model): Part[] {
  const own = random.fork('torn');
  const size = 30;
  const top = Array.from({ length: 9 }, (_, i) => ({
    x: (i / 8 - 0.5) * size,
    y: -size * 0.22 - own.between(-0.03, 0.05) * size
  }));
  const right = Array.from({ length: 5 }, (_, i) => ({
    x: size * (0.5 + own.between(-0.07, 0.07)),
    y: size * (-0.2 + 0.1 * i)
  }));
  const bottom = top.map(({ x }) => ({ x: -x, y: size * 0.2 + own.between(-0.03, 0.06) * size }));
  const left = right.map(({ y }) => ({ x: -size * (0.5 + own.between(-0.08, 0.08)), y: -y }));
  const outline = smooth([...top, ...right, ...bottom, ...left, top[0]!], 3);
  const veinLines = [-0.1, 0, 0.1]
    .map((k) =>
      pathData(
        [
          { x: -size * 0.44, y: size * k },
          { x: size * 0.44, y: size * k * 0.8 }
        ],
        false
      )
    )
    .join('');
  return [
    part(
      'torn leaf',
      [
        { d: pathData(outline, true), fill: recipe.colour.upper },
        { d: veinLines, stroke: tone(recipe.colour.upper, 0.55), strokeWidth: pen, opacity: 0.6 },
        penLine(outline, pen * 1.2)
      ],
      traits.shown('scent'),
      add({ x: 0, y: 0 }, { x: size * 0.48, y: 0 }),
      [outline]
    )
  ];
}

const builders: Readonly<Record<View, (model: Model) => Part[]>> = {
  whole: wholePlant,
  leaf: leafView,
  stalk: stalkView,
  foot: footView,
  stem: stemView,
  flower: flowerView,
  'torn leaf': tornLeaf
};

function extent(view: View, recipe: Recipe, flowering: boolean): number {
  if (view === 'whole') return flowering ? recipe.height : recipe.blade[0] + recipe.stalk;
  if (view === 'leaf') return recipe.blade[0] * 1.3;
  if (view === 'stem') return recipe.stemWidth * 7;
  if (view === 'torn leaf') return 50;
  if (view === 'flower') return Math.max(recipe.umbelWidth ?? 0, 60) * 1.3;
  return Math.max(recipe.stemWidth * 9, 40);
}

/**
 * Draws a specimen of a taxon at a stage. The same seed gives the same drawing; two taxa with one seed do
 * not share a pose. States come from the description by their frequency words, proportions from the recipe.
 * @param seed any whole number
 */
export function specimen(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seed: number,
  view: View
): Scene {
  const random = createRandom(`${taxon.slug} ${stage.stage} ${seed}`);
  const traits = pickTraits(library, stage, random.fork('traits'));
  const pen = extent(view, taxon.recipe, hasFlowers(traits)) / (view === 'whole' ? 300 : 130);
  const parts = builders[view]({ recipe: taxon.recipe, traits, random, pen });
  return { view, parts, bounds: boundsOfShapes(parts) };
}

/** True bounds of all that was drawn. */
const boundsOfShapes = (parts: readonly Part[]): Bounds =>
  parts.reduce((box, { shapes }) => shapes.reduce((grown, { d }) => pathBounds(d, grown), box), noBounds);
