import * as flowers from './flowers';
import * as fromGround from './flowers-from-ground';
import { add, ellipse, growSpine, pathData, smooth } from './geometry';
import { drawTube, penLine, tone, tubeEdges } from './ink';
import { drawLeaf, drawStalk, hull, ringAt } from './leaf';
import {
  type Model,
  bladeCharacters,
  colourOf,
  flowerCharacters,
  flowerPart,
  ground,
  part,
  stemCharacters,
  stemPart,
  tubeLook
} from './organs';
import type { Part } from './scene';
import { leafStrip } from './umbel';

/** A leaf close by, upper side. */
export function leafView(model: Model): Part[] {
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
export function stalkView(model: Model): Part[] {
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
      // Beside the ring, so that a mark on the drawing does not cover it.
      traits.state('stalk-tube') === 'papery-tube'
        ? stalk.place(0.2)
        : add(stalk.place(ringAt), { x: width * 0.9, y: 0 }),
      [[...left, ...right.reverse()]]
    )
  ];
}

/** The foot of the plant close by. */
export function footView(model: Model): Part[] {
  const { recipe, traits, random, pen } = model;
  const size = Math.max(recipe.stemWidth * 8, 34);
  const wide = recipe.stemWidth * 1.4;
  const headings = traits.state('leaf-attachment') === 'wrapped' ? [0] : [-0.26, 0.02, 0.3];
  const shapes = headings.flatMap((heading, i) =>
    drawTube(
      growSpine({ x: heading * wide, y: 0 }, heading, 0, size, 10),
      (t) => wide * (headings.length === 1 ? 1.5 : 0.85) * (1.1 - 0.2 * t),
      { colour: paler(recipe.colour.stem), pen },
      random.fork(`foot ${i}`)
    )
  );
  if (traits.state('foot-sheath') === 'scales')
    shapes.push(...fromGround.footScales({ x: 0, y: 0 }, wide * 1.9, size * 0.72, pen));
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
const paler = (colour: string) => tone(colour, 0.35);

/** A piece of the lower stem close by. It shows the side only: the cut costs extra. */
export function stemView(model: Model): Part[] {
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

export function flowerView(model: Model): Part[] {
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
export function tornLeaf({ recipe, random, pen, traits }: Model): Part[] {
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
