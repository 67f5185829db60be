import type { Random } from '../../random';
import { type FlatLeaf, bent } from '../flat-leaf';
import { type Model, hasLeaves, hidesItsStem } from '../form';
import { add, ellipse, growSpine, scale, smooth } from '../geometry';
import type { BladeLook } from '../blade-outline';
import { bladeLook, flatLeaf, undersideDots } from '../leaf';
import { bladePart, bladeShows, drawStalk, partOf, stalkShows, stemLook, tubeArea } from '../organs';
import { drawTube, filled, inkLine, lines, tone } from '../paint';
import type { Line, Part } from '../scene';
import { frond } from '../algae';
import { shell } from '../shells';
import { flatSheet } from '../space';
import { bladeCut, stalkCut } from './sections';
import { tornPiece } from './torn';

/** Leaves near: blade, underside, stalk, and one that is torn. */

export function leafView(model: Model): Part[] {
  const { traits, form, random } = model;
  if (traits.state('frond-shape')) return frond(model);
  if (traits.state('shell-apex')) return shell(model);
  if (!hasLeaves(traits)) return [];
  const own = random.fork('near leaf');
  if (isSlender(model)) return slenderLeaf(model, own);
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

/** Longer than this for its width, a leaf is shown by its tip and cut across, so that there is something to see. */
const slender = 9;

export const isSlender = ({ form, traits }: Pick<Model, 'form' | 'traits'>): boolean =>
  ['undivided', undefined].includes(traits.state('leaf-division')) &&
  form.blade.length > slender * form.blade.width &&
  !hidesItsStem(traits);

/** The tip of a long narrow leaf, and the leaf cut across. */
function slenderLeaf(model: Model, random: Random): Part[] {
  const { traits, form } = model;
  const { width } = form.blade;
  const long = width * slender * 0.8;
  const short: Model = { ...model, form: { ...form, blade: { length: long, width } } };
  const flat = flatLeaf(short, 1, random.fork('blade'));
  const blade = bladePart(short, flat, flatSheet(random.between(-0.08, 0.08)), long, bladeShows(model, true));
  const at = { x: width * 1.5, y: -long * 0.12 };
  return [
    { ...blade, shows: blade.shows.filter(({ character }) => !ofWholeLength.has(character)) },
    partOf(
      'leaf cut across',
      bladeCut(model, at, width * 0.62),
      traits.shown('leaf-section', 'leaf-thickness'),
      [ellipse(at, width * 0.7, width * 0.6)],
      1,
      at
    )
  ];
}

/** What the tip of a leaf does not show, and what its section shows better. */
const ofWholeLength = new Set(['leaf-outline', 'leaf-base', 'leaf-section', 'leaf-thickness']);

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
    { ...flat, shapes: [...flat.shapes, ...dots, ...ribsBelow(model, bladeLook(model, 1, true))] },
    flatSheet(own.between(-0.15, 0.15))
  );
  const isWhole = ['undivided', 'lobed', undefined].includes(traits.state('leaf-division'));
  const shown = [
    'leaf-underside',
    'leaf-dots',
    ...(isWhole ? ['leaf-sheen-below', 'midrib-prickles', 'midrib-below', 'underside-net'] : [])
  ];
  return [partOf('leaf', shapes, traits.shown(...shown), outline, 0)];
}

/** What stands out on the underside: prickles along the midrib, the midrib itself, the net of the small veins. */
function ribsBelow({ traits, pen }: Model, { length, width, colour }: BladeLook): FlatLeaf['shapes'] {
  const reach = Math.max(pen * 5, length * 0.014);
  const prickles = Array.from({ length: 15 }, (_, i): Line => {
    const at = { x: 0, y: -length * (0.1 + 0.052 * i) };
    return [at, add(at, { x: (i % 2 ? 1 : -1) * reach, y: reach * 0.35 })];
  });
  const meshes = Array.from({ length: 44 }, (_, i): Line => {
    const t = 0.14 + 0.72 * ((i * 0.618) % 1);
    const at = { x: width * 0.62 * (((i * 0.414) % 1) - 0.5) * Math.sin(Math.PI * t), y: -length * t };
    const mesh = width * 0.055;
    return ellipse(at, mesh, mesh * 0.8, i, 6);
  });
  const midrib: Line = [
    { x: 0, y: 0 },
    { x: 0, y: -length * 0.9 }
  ];
  return [
    ...(traits.state('underside-net') === 'net' ? [lines(meshes, tone(colour, 0.6), pen * 0.9, 0.75)] : []),
    ...(traits.state('midrib-below') === 'raised'
      ? [lines([midrib], tone(colour, -0.5), pen * 5), lines([midrib], tone(colour, 0.5), pen * 3)]
      : []),
    ...(traits.state('midrib-prickles') === 'row' ? [lines(prickles, '#4A4230', pen * 1.5)] : [])
  ];
}

/** Leaf stalk at the ground or stem, and cut across. */
export function stalkView(model: Model): Part[] {
  const { traits, form, random } = model;
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
  if (traits.state('stalk-strings') !== undefined)
    parts.push(
      tornPiece(
        model,
        'leaf stalk',
        width,
        { x: width * 5.5, y: -long * 0.3 },
        traits.state('stalk-strings') === 'strings' ? [-0.34, -0.12, 0.12, 0.34] : [],
        'stalk-strings',
        own.fork('torn stalk')
      )
    );
  const top = spine.place(0.99);
  parts.push(
    partOf(
      'leaf stalk cut across',
      stalkCut(model, add(top, { x: width * 0.1, y: -width * 2.1 }), width * 1.5),
      traits.shown('stalk-section'),
      [ellipse(add(top, { x: width * 0.1, y: -width * 2.1 }), width * 1.6, width * 1.5)],
      3
    )
  );
  return parts;
}

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
