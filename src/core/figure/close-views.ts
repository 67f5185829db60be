import { bent } from './flat-leaf';
import { isAlongStem } from './along-stem';
import { drawAtJoint, drawCluster, isAtJoints, standOf } from './cluster';
import { type Model, hasFruit, hasLeaves, isAbsent } from './form';
import { drawNearFlower } from './near-flower';
import { cutFruit, drawNearFruit } from './near-fruit';
import { add, ellipse, growSpine, hull, placed, resample, scale, smooth } from './geometry';
import { flowerLook, fruitLook } from './item';
import { bladeLook, flatLeaf, undersideDots } from './leaf';
import {
  bladeShows,
  bladePart,
  cutEnd,
  drawFoot,
  drawStalk,
  partOf,
  stalkShows,
  stemCharacters,
  stemLook,
  stemPart,
  tubeArea
} from './organs';
import { drawTube, edged, filled, inkLine, lines, tone } from './paint';
import type { Part, Point } from './scene';
import { frond, shell } from './shore';
import { flatSheet } from './space';
import { undergroundPart } from './underground';

/** Single organs near enough for what a hand lens shows. */

export function leafView(model: Model): Part[] {
  const { traits, form, random } = model;
  if (traits.state('frond-shape')) return frond(model);
  if (traits.state('shell-apex')) return shell(model);
  if (!hasLeaves(traits)) return [];
  const own = random.fork('near leaf');
  const stalk = Math.min(form.stalk, form.blade.length * 0.22);
  const turn = own.between(-0.12, 0.12);
  const parts: Part[] = [];
  if (stalk > 0 && traits.state('leaf-base') !== 'shield') {
    const spine = growSpine({ x: 0, y: stalk }, turn * 0.5, 0, stalk, 6);
    parts.push(
      partOf(
        'leaf stalk',
        drawStalk(model, spine, own.fork('stalk'), true),
        [],
        tubeArea(spine, form.stalkWidth * 2),
        -1,
        spine.place(0.5)
      )
    );
  }
  const flat = flatLeaf(model, 1, own.fork('blade'));
  parts.push(bladePart(model, flat, flatSheet(turn), form.blade.length, bladeShows(model, true)));
  return parts;
}

/** The underside of a leaf, with its dots, felt and colour. */
export function undersideView(model: Model): Part[] {
  const { traits, random } = model;
  if (!hasLeaves(traits)) return [];
  const own = random.fork('underside');
  const flat = flatLeaf(model, 1, own.fork('blade'), true);
  const dots = undersideDots(
    traits.state('leaf-dots'),
    flat.outline[0] ?? [],
    bladeLook(model, 1, true),
    own.fork('dots')
  );
  const { shapes, outline } = bent(
    { ...flat, shapes: [...flat.shapes, ...dots] },
    flatSheet(own.between(-0.15, 0.15))
  );
  return [partOf('leaf', shapes, traits.shown('leaf-underside', 'leaf-dots'), outline, 0)];
}

/** Leaf stalk at the ground or stem, with the lower part of its blade. */
export function stalkView(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  const own = random.fork('near stalk');
  const width = Math.max(form.stalkWidth, 2);
  const long = width * 13;
  const spine = growSpine({ x: 0, y: 0 }, own.between(0.04, 0.2), own.between(0.05, 0.2), long, 16);
  const isOnStem = ['stalked-on-stem', 'stalkless-on-stem', 'along-stem', 'running-down'].includes(
    traits.state('leaf-attachment') ?? ''
  );
  const parts: Part[] = [];
  const stemWidth = Math.min(Math.max(form.stemWidth, width * 1.4), width * 3);
  if (isOnStem) {
    const stem = growSpine({ x: -stemWidth * 0.5, y: long * 0.45 }, -0.05, 0.06, long * 1.35, 12);
    parts.push(
      partOf(
        'stem',
        drawTube(stem, () => stemWidth, { ...stemLook(model, true) }, own.fork('stem')),
        [],
        tubeArea(stem, stemWidth),
        1,
        stem.place(0.7)
      )
    );
  }
  parts.push(
    partOf(
      'leaf stalk',
      drawStalk({ ...model, form: { ...form, stalkWidth: width } }, spine, own.fork('stalk'), true),
      stalkShows(model),
      tubeArea(spine, width * 2.6),
      2,
      spine.place(0.5)
    )
  );
  // The foot of the blade at the upper end, torn off: its sides are drawn in ink, the tear is not.
  const isDivided = !['undivided', 'lobed', undefined].includes(traits.state('leaf-division'));
  if (!isDivided) {
    const half = width * 3;
    const side = (sign: number) =>
      smooth(
        [
          { x: sign * half * 0.08, y: 0 },
          { x: sign * half * 0.42, y: -long * 0.1 },
          { x: sign * half * 0.86, y: -long * 0.27 }
        ],
        5
      );
    const tear = Array.from({ length: 7 }, (_, i) => ({
      x: half * (0.86 - 0.287 * i),
      y: -long * (0.27 + own.between(-0.018, 0.03))
    }));
    const lay = (line: readonly Point[]) => placed(line, spine.place(0.99), spine.heading(0.99));
    const ring = lay([...side(1), ...tear.slice(1, -1), ...side(-1).reverse()]);
    const shapes = [
      filled([ring], form.colour.leaf),
      inkLine(
        lay([
          { x: 0, y: 0 },
          { x: 0, y: -long * 0.25 }
        ]),
        width * 0.5,
        tone(form.colour.leaf, 0.55),
        1
      ),
      inkLine(lay(side(-1)), pen),
      inkLine(lay(side(1)), pen * 1.3)
    ];
    parts.unshift(partOf('leaf', shapes, [], [ring], 0));
  }
  return parts;
}

/** The foot of a shoot or tuft. */
export function footView(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  const own = random.fork('near foot');
  const width = Math.max(form.stemWidth, form.blade.width * 0.2, 6);
  const tall = width * 6;
  const parts: Part[] = [];
  const isFlat = traits.state('shoot-foot') === 'flat';
  const attachment = traits.state('leaf-attachment');
  const colour = tone(form.colour.stem, 0.18);
  if (attachment === 'wrapped' || isFlat || traits.state('shoot-foot') === 'round') {
    const wide = isFlat ? width * 2.6 : width * 1.5;
    const spine = growSpine({ x: 0, y: 0 }, 0, 0.03, tall, 12);
    parts.push(
      partOf(
        'leaf stalk',
        drawTube(spine, (t) => wide * (1 + 0.2 * t), { colour, pen }, own),
        traits.shown(...(attachment === 'wrapped' ? ['leaf-attachment'] : [])),
        tubeArea(spine, wide),
        0,
        spine.place(0.8)
      )
    );
    const folds = (isFlat ? [-0.36, -0.18, 0.02, 0.2, 0.38] : [-0.25, 0.15]).map((k) => [
      { x: k * wide, y: 0 },
      { x: k * wide * 1.2, y: -tall * 0.95 }
    ]);
    parts.push(
      partOf(
        'foot',
        [
          lines(folds, tone(colour, -0.6), pen * 1.1, 0.8),
          ...cutEnd(
            { x: 0, y: tall * 0.12 },
            isFlat ? wide * 1.1 : wide * 0.95,
            0,
            undefined,
            colour,
            pen
          ).map((shape) =>
            isFlat
              ? {
                  ...shape,
                  rings: shape.rings.map((ring) =>
                    ring.map(({ x, y }) => ({ x, y: tall * 0.12 + (y - tall * 0.12) * 0.5 }))
                  )
                }
              : shape
          )
        ],
        traits.shown('shoot-foot'),
        tubeArea(spine, wide * 0.8),
        1,
        spine.place(0.2)
      )
    );
  } else {
    const stalks = [-0.5, 0.5, 0].map((lean, i) =>
      growSpine({ x: lean * width * 0.7, y: 0 }, lean * 0.4, lean * 0.3, tall * (1 - 0.1 * i), 12)
    );
    for (const [i, spine] of stalks.entries())
      parts.push(
        partOf(
          'leaf stalk',
          drawStalk(
            { ...model, form: { ...form, stalkWidth: width * 0.8 } },
            spine,
            own.fork(`stalk ${i}`),
            true
          ),
          [],
          tubeArea(spine, width),
          i,
          spine.place(0.75)
        )
      );
  }
  const scales = drawFoot(model, { x: 0, y: 0 }, width * 1.7, tall * 0.66, own.fork('scales'));
  parts.push(
    partOf(
      'foot',
      scales,
      traits.shown('foot-sheath'),
      [ellipse({ x: 0, y: -tall * 0.25 }, width, tall * 0.36)],
      9,
      { x: 0, y: -tall * 0.3 }
    )
  );
  return parts;
}

/** A length of stem, cut unless it is to stay whole, and, where leaves are in the way of standing, the feet of a joint. */
export function stemView(model: Model): Part[] {
  const { traits, form, random, pen, uncut } = model;
  const own = random.fork('near stem');
  const width = form.stemWidth;
  const long = width * 5.4;
  const spine = growSpine({ x: 0, y: 0 }, own.between(-0.05, 0.05), own.between(-0.06, 0.06), long, 16);
  const hasJoint =
    traits.state('stem-joints') === 'swollen' ||
    ['opposite', 'whorled', 'alternate'].includes(traits.state('stem-leaf-stand') ?? '');
  const joint = 0.56;
  const stem = stemPart(
    model,
    spine,
    (t) => width * (1 - 0.08 * t),
    hasJoint ? [joint] : [],
    0,
    'near stem',
    true
  );
  const top = spine.place(1);
  const cut = () =>
    cutEnd(top, width * 0.92, spine.heading(0.99), traits.state('stem-filling'), stemLook(model).colour, pen);
  const shapes = [...stem.shapes, ...(uncut ? [] : cut())];
  const stand = traits.state('stem-leaf-stand');
  if (hasJoint && stand !== 'leafless') {
    const sides = stand === 'alternate' ? [1] : [-1, 1];
    for (const side of sides) {
      const foot = add(spine.place(joint), { x: side * width * 0.44, y: 0 });
      const stub = growSpine(foot, side * 0.85, side * 0.12, width * 1.5, 6);
      shapes.unshift(
        ...drawTube(
          stub,
          (t) => width * (0.32 - 0.08 * t),
          { colour: form.colour.stem, pen },
          own.fork(`stub ${side}`)
        )
      );
    }
    if (stand !== 'alternate')
      shapes.push(
        inkLine(
          resample(
            [
              add(spine.place(joint), { x: -width * 0.47, y: 0 }),
              add(spine.place(joint), { x: 0, y: width * 0.1 }),
              add(spine.place(joint), { x: width * 0.47, y: 0 })
            ],
            6
          ),
          pen * 0.8,
          tone(form.colour.stem, -0.6),
          0.7
        )
      );
  }
  return [
    partOf(
      'stem',
      shapes,
      traits.shown(
        ...stemCharacters,
        ...(uncut ? [] : ['stem-filling']),
        ...(hasJoint ? ['stem-leaf-stand'] : [])
      ),
      tubeArea(spine, width),
      0,
      spine.place(0.4)
    )
  ];
}

const umbelCharacters = ['bracts', 'bracteoles', 'ray-count', 'ray-surface'];
/** What a cluster shows; a club, a hood and a goblet are drawn as one. */
function clusterCharacters({ traits }: Model, kind: string): string[] {
  const ofUmbel = kind === 'compound-umbel' ? umbelCharacters : [];
  if (hasFruit(traits)) return ['fruit-stand', 'fruit-form', 'fruit-colour', 'pod-stalk', ...ofUmbel];
  if (['club', 'hood', 'from-ground'].includes(kind))
    return kind === 'club' ? ['flower-cluster'] : ['flower-cluster', 'flower-colour', 'spathe'];
  return [
    'flower-cluster',
    'flower-colour',
    ...(kind === 'compound-umbel' ? ['dark-floret', ...ofUmbel] : ['flower-form']),
    ...(kind === 'umbel' ? ['spathe'] : []),
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
  'many-open'
]);
const withNotch = new Set(['five-open', 'five-tube', 'small-five', 'cross', 'four-tiny']);

function singleFlowerCharacters({ traits }: Model): string[] {
  const form = traits.state('flower-form') ?? '';
  return [
    'flower-form',
    'flower-colour',
    ...(withMarks.has(form) ? ['flower-marks'] : []),
    ...(withCount.has(form) ? ['petal-count'] : []),
    ...(withNotch.has(form) ? ['petal-notch'] : [])
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
    const long = item * (kind === 'tassels' ? 12 : 9);
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
    const stub = joints.flatMap((t, i) =>
      (isAbsent(traits.state('leaf-outline')) ? [] : leafFeet(traits.state('stem-leaf-stand'), i)).map(
        ([side, turn]) =>
          ellipse(
            add(spine.place(t), {
              x: side * (width + item * 0.9) * Math.cos(turn),
              y: item * 0.4 - item * 1.6 * Math.sin(turn)
            }),
            item * 1.1 * (0.5 + 0.5 * Math.cos(turn)),
            item * 0.34,
            side * (0.35 - turn),
            12
          )
      )
    );
    return [
      partOf(
        'stem',
        [
          ...(stub.length > 0 ? [edged(stub, form.colour.leaf, pen * 0.7)] : []),
          ...drawTube(spine, () => width, stemLook(model, true), own)
        ],
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
        : item * (kind === 'branched-spike' ? 22 : 9)
    : size * 0.55;
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
  const hangs = ['round-bell', 'narrow-bell', 'tube-six'].includes(kind);
  const stalk = growSpine({ x: 0, y: size }, 0, hangs ? 0.6 : 0.1, size * 0.9, 8);
  const at = hangs ? { x: size * 0.5, y: size * 0.05 } : { x: 0, y: 0 };
  const facing = hangs
    ? Math.PI * 0.94
    : kind === 'wide-tube'
      ? 2
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
      traits.shown('fruit-form', 'fruit-colour', ...(withCrown.has(look.form) ? ['fruit-crown'] : [])),
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
        traits.shown('fruit-seeds'),
        [ellipse(beside, size * 0.5, size * 0.5)],
        2
      )
    );
  }
  return parts;
}

export const undergroundView = undergroundPart;

/** A torn piece of leaf: where the nose is asked. */
export function tornLeaf({ form, random, pen, traits }: Model): Part[] {
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
  const veins = [-0.1, 0, 0.1].map((k) => [
    { x: -size * 0.44, y: size * k },
    { x: size * 0.44, y: size * k * 0.8 }
  ]);
  return [
    partOf(
      'torn leaf',
      [
        filled([outline], form.colour.leaf),
        lines(veins, tone(form.colour.leaf, 0.55), pen, 0.6),
        inkLine(outline, pen * 1.2)
      ],
      traits.shown('scent'),
      [outline],
      0,
      scale({ x: size, y: 0 }, 0.48)
    )
  ];
}
