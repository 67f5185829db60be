import * as flowers from './flowers';
import * as fromGround from './flowers-from-ground';
import { ellipse, growSpine } from './geometry';
import { drawTube, penLine, tubeEdges } from './ink';
import { hull } from './leaf';
import {
  type Model,
  clusterCharacters,
  colourOf,
  flowerPart,
  ground,
  hasFlowers,
  leafParts,
  part,
  stemCharacters,
  stemPart,
  tubeLook
} from './organs';
import type { Part } from './scene';

/** Leaves from the ground, leaning apart, the outer ones behind. */
function tuft(model: Model): Part[] {
  const { recipe, random, traits } = model;
  const count = random.integer(...recipe.leaves);
  const isStrap = traits.state('leaf-attachment') === 'stalkless-tuft';
  const spread = isStrap ? 0.3 : 0.52;
  const order = Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => Math.abs(b - (count - 1) / 2) - Math.abs(a - (count - 1) / 2)
  );
  const leaves = order.flatMap((i) => {
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
  if (!isStrap) return leaves;
  // Without stalks, the foot of the tuft is where the attachment is seen.
  const reach = recipe.blade[0] * 0.08;
  const base = { x: 0, y: -reach };
  return [
    ...leaves,
    part('foot', [], traits.shown('leaf-attachment'), base, [
      ellipse(base, recipe.stemWidth * 1.6, reach * 1.2)
    ])
  ];
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
    fromGround.footScales({ x: 0, y: 0 }, width * 1.25, scalesHeight, pen),
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

export function wholePlant(model: Model): Part[] {
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
