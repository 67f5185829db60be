import { isAlongStem } from '../along-stem';
import { drawAtJoint, isAtJoints } from '../at-joints';
import { drawCluster } from '../cluster';
import { standOf } from '../stand';
import { type Model, hasFruit, isAbsent } from '../form';
import { add, clamp, ellipse, growSpine, hull, smooth } from '../geometry';
import { flowerLook, fruitLook } from '../item';
import { drawNearFlower } from '../flower';
import { cutFruit, drawNearFruit } from '../fruit';
import { leafParts, partOf, stemLook, tubeArea } from '../organs';
import { drawTube, inkLine, tone } from '../paint';
import type { Part } from '../scene';
import { cameraAt } from '../space';

/** Flowers and fruits near: together, one alone, one cut open. */

const umbelCharacters = ['bracts', 'bracteoles', 'ray-count', 'ray-surface'];
/** What a cluster shows; a club, a hood and a goblet are drawn as one. */
function clusterCharacters({ traits }: Model, kind: string): string[] {
  const ofUmbel = kind === 'compound-umbel' ? umbelCharacters : [];
  if (hasFruit(traits)) {
    const isSpike = traits.state('fruit-stand') === 'spike';
    return ['fruit-stand', 'fruit-form', 'fruit-colour', ...(isSpike ? ['pod-stalk'] : []), ...ofUmbel];
  }
  if (['club', 'hood', 'from-ground'].includes(kind))
    return kind === 'club' ? ['flower-cluster'] : ['flower-cluster', 'flower-colour', 'spathe'];
  return [
    'flower-cluster',
    'flower-colour',
    ...(kind === 'compound-umbel' ? ['dark-floret', ...ofUmbel] : ['flower-form']),
    ...(kind === 'umbel' ? ['spathe'] : []),
    ...(kind === 'flat-cluster' ? ['first-branching'] : []),
    ...(kind === 'head' ? ['head-bracts'] : [])
  ];
}

const withMarks = new Set([
  'star-six',
  'five-open',
  'five-tube',
  'small-five',
  'cross',
  'four-tiny',
  'tiny-six',
  'many-open',
  'round-bell',
  'narrow-bell',
  'tube-six',
  'wide-tube',
  'three-and-three',
  'two-lipped',
  'iris'
]);
const withCount = new Set([
  'star-six',
  'five-open',
  'five-tube',
  'small-five',
  'cross',
  'four-tiny',
  'tiny-six',
  'many-open',
  'trumpet-six'
]);
const withNotch = new Set(['five-open', 'five-tube', 'small-five', 'cross', 'four-tiny']);

const withAnthers = new Set(['star-six', 'five-open', 'five-tube', 'small-five', 'four-tiny']);

function singleFlowerCharacters({ traits, recipe }: Model): string[] {
  // Stamens that hide the petals leave them uncounted.
  if (recipe.anthers?.kind === 'ball') return ['flower-form', 'flower-colour'];
  const form = traits.state('flower-form') ?? '';
  return [
    'flower-form',
    'flower-colour',
    ...(withMarks.has(form) ? ['flower-marks'] : []),
    ...(withCount.has(form) ? ['petal-count'] : []),
    ...(withNotch.has(form) ? ['petal-notch'] : []),
    ...(withAnthers.has(form) ? ['anther-colour'] : [])
  ];
}

const withCrown = new Set([
  'berry',
  'stone-fruit',
  'haw',
  'wavy-ridged',
  'ribbed-egg',
  'cylinder',
  'long-smooth',
  'flat-winged'
]);

/** On which sides of a joint the feet of leaves stand, and how far they point up. */
function leafFeet(stand: string | undefined, joint: number): (readonly [side: -1 | 1, turn: number])[] {
  switch (stand) {
    case 'opposite':
      return [
        [-1, 0],
        [1, 0]
      ];
    case 'whorled':
      return ([-1, 1] as const).flatMap((side) => [-0.5, 0, 0.6].map((turn) => [side, turn] as const));
    case 'alternate':
    case 'spiral-crowded':
      return [[joint % 2 ? 1 : -1, 0]];
    default:
      return [];
  }
}

/** The cluster of flowers or fruits on its stalk. */
export function clusterView(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  const own = random.fork('near cluster');
  const kind = standOf(model);
  if (!kind) return [];
  const isFruit = hasFruit(traits);
  const partKind = isFruit ? 'fruit' : 'flower cluster';
  const shows = traits.shown(...clusterCharacters(model, kind));
  const item = isFruit ? form.fruitSize : form.flowerSize;
  if (kind === 'from-ground' || kind === 'hood') {
    const drawn = drawCluster(
      model,
      kind,
      growSpine({ x: 0, y: 0 }, 0, 0, 1, 2),
      form.height * 0.5,
      own,
      true
    );
    return [partOf(partKind, drawn.shapes, shows, [hull(drawn.points)], 0)];
  }
  if (isAtJoints(kind)) {
    const long = item * (kind === 'tassels' ? 12 : kind === 'axils' ? 4.6 : 9);
    const spine = growSpine({ x: 0, y: 0 }, 0.05, 0.1, long, 12);
    const width = Math.max(Math.min(form.stemWidth, item * 1.2), pen * 3);
    const joints = kind === 'strings' ? [0.15, 0.4, 0.65, 0.9] : [0.4, 0.78];
    const parts = joints.map((t, i) =>
      drawAtJoint(
        model,
        kind,
        spine.place(t),
        spine.heading(0.5),
        kind === 'axils' && traits.state('stem-leaf-stand') !== 'opposite'
          ? [i % 2 ? 1 : -1]
          : kind === 'strings'
            ? [i % 2 ? 1 : -1]
            : [-1, 1],
        own.fork(`joint ${i}`)
      )
    );
    const leaves = isAbsent(traits.state('leaf-outline'))
      ? []
      : joints.flatMap((t, i) =>
          leafFeet(traits.state('stem-leaf-stand'), i).flatMap(([side, turn]) => {
            const size = clamp((item * 3) / form.blade.length, 0.15, 0.8);
            const foot = spine.place(t);
            return leafParts(model, cameraAt(0.3), {
              name: `leaf ${i} ${side} ${turn}`,
              foot: { x: foot.x + (side * width) / 3, y: -foot.y, z: 0 },
              azimuth: side * (Math.PI / 2) + turn,
              rise: [0.35 + turn * 0.3, -0.25 + turn * 0.3],
              size,
              stalk: Math.min(form.stalk * size, item * 0.6)
            }).map((part) => ({ ...part, shows: [], depth: -1 }));
          })
        );
    return [
      ...leaves,
      partOf(
        'stem',
        drawTube(spine, () => width, stemLook(model, true), own),
        [],
        tubeArea(spine, width),
        0,
        spine.place(0.1)
      ),
      ...parts.map(({ shapes, points }, i) => partOf(partKind, shapes, shows, [hull(points)], 1 + i))
    ];
  }
  const isLong = isAlongStem(kind);
  const size = kind === 'compound-umbel' ? form.umbel : item * 6;
  const long = isLong
    ? kind === 'club'
      ? form.stemWidth * 14
      : kind === 'coil'
        ? item * 3
        : kind === 'spike' && model.recipe.spike
          ? model.recipe.spike[0] * 1.1
          : item * (kind === 'branched-spike' ? 22 : 9)
    : kind === 'head'
      ? item * 0.9
      : size * 0.36;
  const axis = isLong
    ? growSpine({ x: 0, y: 0 }, own.between(-0.06, 0.06), own.between(-0.05, 0.1), long, 16)
    : growSpine({ x: 0, y: long }, own.between(-0.05, 0.05), own.between(-0.06, 0.06), long, 10);
  const stemWidth =
    kind === 'compound-umbel'
      ? Math.max(size * 0.045, pen * 3)
      : Math.max(Math.min(form.stemWidth, item * 0.9, size * 0.14), pen * 2.4);
  const drawn = drawCluster(model, kind, axis, size, own, true);
  return [
    partOf(
      'stem',
      drawTube(axis, (t) => stemWidth * (1 - 0.3 * t), stemLook(model, true), own.fork('stalk')),
      [],
      tubeArea(axis, stemWidth * 1.4),
      0,
      axis.place(0.2)
    ),
    partOf(partKind, drawn.shapes, shows, [hull(drawn.points)], 1)
  ];
}

/** One flower, seen from the front and, where it is a bell, from the side. */
export function singleFlowerView(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  if (traits.state('flower-cluster') === 'hood' || traits.state('flower-cluster') === 'from-ground')
    return clusterView(model);
  const own = random.fork('near flower');
  const size = form.flowerSize;
  const look = flowerLook({ ...model, pen }, size);
  const kind = traits.state('flower-form') ?? '';
  const hangs = ['round-bell', 'narrow-bell', 'tube-six', 'three-and-three'].includes(kind);
  const stalk = growSpine({ x: 0, y: size }, 0, hangs ? 0.6 : 0.1, size * 0.9, 8);
  const at = hangs ? { x: size * 0.5, y: size * 0.05 } : { x: 0, y: 0 };
  const facing = hangs
    ? Math.PI * 0.94
    : kind === 'wide-tube'
      ? 2
      : kind === 'funnel'
        ? 0.5
        : kind === 'two-lipped' || kind === 'helmet'
          ? 1.4
          : 0;
  const arch = hangs
    ? smooth([stalk.points[0]!, { x: 0, y: size * 0.2 }, { x: size * 0.2, y: -size * 0.1 }, at], 4)
    : stalk.points;
  const shapes = drawNearFlower(look, at, facing, own);
  const reach = ellipse(hangs ? add(at, { x: 0, y: size * 0.5 }) : at, size * 0.56, size * 0.56);
  return [
    partOf(
      'stem',
      [
        inkLine(arch, size * 0.06 + pen, tone(form.colour.stem, -0.5)),
        inkLine(arch, size * 0.06, form.colour.stem, 1)
      ],
      [],
      [],
      0,
      stalk.place(0.2)
    ),
    partOf('flower', shapes, traits.shown(...singleFlowerCharacters(model)), [reach], 1)
  ];
}

/** One fruit, and a fleshy one cut across. */
export function fruitView(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  if (!hasFruit(traits)) return [];
  const own = random.fork('near fruit');
  const size = form.fruitSize;
  const look = fruitLook({ ...model, pen }, size);
  const seeds = traits.state('fruit-seeds');
  const isFleshy = !isAbsent(seeds);
  const at = { x: 0, y: 0 };
  const facing = own.between(-0.15, 0.15);
  const stalk = growSpine({ x: 0, y: size * 0.45 }, Math.PI, 0.2, size * 0.7, 6);
  const parts = [
    partOf(
      'fruit',
      [
        inkLine(stalk.points, size * 0.09, tone(form.colour.stem, -0.3)),
        ...drawNearFruit(look, at, facing, own)
      ],
      traits.shown(
        'fruit-form',
        'fruit-colour',
        ...(withCrown.has(look.form) ? ['fruit-crown'] : []),
        ...(look.form === 'berry' ? ['berry-shape'] : []),
        ...(look.form === 'flat-winged' ? ['oil-lines'] : [])
      ),
      [ellipse(at, size * 0.5, size * 0.52)],
      1
    )
  ];
  if (isFleshy) {
    const beside = { x: size * 1.3, y: size * 0.12 };
    parts.push(
      partOf(
        'fruit',
        cutFruit(look, beside, seeds!, own),
        // Aggregates and cups are drawn as they are built, whatever is said of their seeds.
        ['drupelets', 'red-cup'].includes(look.form) ? [] : traits.shown('fruit-seeds'),
        [ellipse(beside, size * 0.5, size * 0.5)],
        2
      )
    );
  }
  return parts;
}
