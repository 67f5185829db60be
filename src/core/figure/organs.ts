import type { Recipe } from '../knowledge';
import type { Random } from '../random';
import * as flowers from './flowers';
import * as fromGround from './flowers-from-ground';
import { type Spine, ellipse, growSpine, pathData } from './geometry';
import { drawTube, penLine, tone, tubeEdges } from './ink';
import { drawLeaf, drawStalk, hull } from './leaf';
import { type Part, type Point, type Shape, type Shown, boundsOf } from './scene';
import type { Traits } from './traits';
import { drawUmbel } from './umbel';

/** Everything that a drawing of one specimen draws on. */
export interface Model {
  readonly recipe: Recipe;
  readonly traits: Traits;
  readonly random: Random;
  /** Width of a pen line in millimetres, for the size at which the view is seen. */
  readonly pen: number;
}

export const bladeCharacters = [
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
export const stemCharacters = ['stem-hairs', 'stem-marks', 'stem-section'];
export const clusterCharacters = ['flower-cluster', 'flower-colour'];
export const flowerCharacters = [
  'flower-cluster',
  'flower-form',
  'flower-colour',
  'bracts',
  'bracteoles',
  'ray-count'
];

const isAbsent = (state: string | undefined) =>
  state === undefined || state === 'none' || state === 'no-stem';
export const hasFlowers = (traits: Traits) => !isAbsent(traits.state('flower-cluster'));

export function part(
  kind: Part['kind'],
  shapes: readonly Shape[],
  shows: readonly Shown[],
  anchor: Point,
  hit: readonly (readonly Point[])[]
): Part {
  return { kind, shapes, shows, anchor, hit };
}

/** A little soil or water at the foot, never a shadow. */
export function ground({ traits, random, pen, recipe }: Model, width: number): Shape[] {
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
export function leafParts(
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

export const colourOf = (state: string | undefined, fallback: string): string =>
  ({ white: '#FAFAF2', purple: fallback, cream: '#EFE6BE', green: '#C9D8A0', red: fallback })[state ?? ''] ??
  fallback;

/** The flower cluster at the end of a stem. */
export function flowerPart(model: Model, top: Point, heading: number, size: number, near = false): Part {
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
        return fromGround.hoodedClub(top, size, recipe, pen, own);
      case 'short-head':
        return flowers.shortHead(top, size, recipe, pen);
      case 'from-ground':
        return fromGround.goblets(top, size, recipe, pen, own);
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

export const tubeLook = (model: Model) => {
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

export function stemPart(model: Model, stem: Spine, width: number): Part {
  const [left, right] = tubeEdges(stem, () => width * 1.8);
  return part(
    'stem',
    drawTube(stem, (t) => width * (1 - 0.45 * t), tubeLook(model), model.random.fork('stem')),
    model.traits.shown(...stemCharacters),
    stem.place(0.3),
    [[...left, ...right.reverse()]]
  );
}
