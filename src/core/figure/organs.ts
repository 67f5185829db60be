import type { Random } from '../random';
import { type FlatLeaf, bent } from './flat-leaf';
import { type Model, isAbsent, isClimbing } from './form';
import {
  type Spine,
  add,
  areaOf,
  clamp,
  ellipse,
  growSpine,
  isInside,
  mix,
  placed,
  scale,
  smooth,
  spineThrough,
  towards
} from './geometry';
import { flatLeaf, hasLobedLeaflets } from './leaf';
import {
  type HairKind,
  type TubeLook,
  blend,
  drawTube,
  edged,
  filled,
  hairKinds,
  inkColour,
  inkLine,
  lines,
  tone,
  tubeEdges
} from './paint';
import { type Line, type Part, type PartKind, type Point, type Shape, type Shown } from './scene';
import { type Camera, type Place, type Sheet, type Spine3, anglesOf, growIn, sheetOn } from './space';

/** Leaves on their stalks, stems with what they bear, and what both show. */

const bladeCharacters = [
  'leaf-outline',
  'leaf-division',
  'leaf-base',
  'leaf-tip',
  'leaf-venation',
  'leaf-margin',
  'leaf-hairs',
  'leaf-gloss',
  'leaf-spots',
  'leaf-surface',
  'leaf-section',
  'leaf-thickness',
  'leaf-colour',
  'leaf-waviness',
  'vein-colour',
  'lobe-tips',
  'lobe-direction',
  'end-leaflet',
  'leaflet-shape',
  'leaflet-stalks',
  'leaflet-pairs',
  'needle-stand'
];
/** What can be made out of a leaf in a drawing of the whole plant. */
const bladeFromAfar = [
  'leaf-outline',
  'leaf-division',
  'leaf-base',
  'leaf-colour',
  'end-leaflet',
  'lobe-tips',
  'lobe-direction',
  'leaflet-shape',
  'needle-stand'
];
const ofLeaflets = new Set(['end-leaflet', 'leaflet-shape', 'leaflet-stalks', 'leaflet-pairs']);
const ofBlades = new Set([
  'leaf-base',
  'leaf-tip',
  'leaf-venation',
  'leaf-gloss',
  'leaf-spots',
  'leaf-surface',
  'leaf-section',
  'leaf-thickness',
  'leaf-waviness',
  'vein-colour',
  'lobe-direction'
]);
/** Leaflets of these are blades of their own, with edge, spots and gloss. */
const withBlades = new Set(['in-threes', 'hand-divided', 'three-leaflets']);
const ofLeafletBlades = new Set(['leaf-gloss', 'leaf-spots', 'leaf-surface', 'leaf-thickness']);

/** The characters that a drawn leaf shows: what its division leaves of them. */
export function bladeShows(model: Model, near: boolean): Shown[] {
  const { traits } = model;
  const division = traits.state('leaf-division') ?? 'undivided';
  const isWhole = division === 'undivided' || division === 'lobed';
  const isRound = traits.state('leaf-base') === 'shield';
  const isIvy = division === 'lobed' && traits.state('leaf-venation') === 'hand';
  const isCrowded = traits.state('stem-leaf-stand') === 'spiral-crowded';
  const applies = (slug: string): boolean => {
    if (slug === 'lobe-tips') return (division === 'lobed' && !isIvy) || hasLobedLeaflets(model);
    if (slug === 'vein-colour' && traits.state('leaf-venation') === 'midrib-only')
      return isWhole && ['flat', 'keeled'].includes(traits.state('leaf-section') ?? 'flat');
    if (slug === 'end-leaflet')
      return (
        division !== 'undivided' &&
        division !== 'repeatedly-pinnate' &&
        division !== 'hand-divided' &&
        division !== 'in-threes'
      );
    if (slug === 'lobe-direction') return division === 'lobed' && !isIvy;
    if (slug === 'needle-stand') return isCrowded && !near;
    if (slug === 'leaflet-stalks')
      return (
        division !== 'repeatedly-pinnate' && division !== 'hand-divided' && division !== 'three-leaflets'
      );
    if (isRound)
      return (slug === 'leaf-base' || !ofBlades.has(slug)) && !ofLeaflets.has(slug) && slug !== 'leaf-hairs';
    if (isIvy) return !ofBlades.has(slug) && !ofLeaflets.has(slug);
    if (isCrowded && ['leaf-division', 'leaf-base', 'leaf-outline'].includes(slug)) return near;
    if (isWhole) return !ofLeaflets.has(slug);
    if (withBlades.has(division) && ofLeafletBlades.has(slug)) return true;
    return !ofBlades.has(slug);
  };
  return traits.shown(...(near ? bladeCharacters : bladeFromAfar).filter(applies));
}
const stalkCharacters = [
  'stalk-hairs',
  'stalk-ring',
  'stalk-section',
  'stalk-colour',
  'stalk-tube',
  'stipules'
];
/** What a leaf stalk shows from near: a sheath only where it has one. */
export const stalkShows = ({ traits }: Model): Shown[] =>
  traits.shown(
    ...stalkCharacters,
    ...(traits.state('leaf-attachment') === 'sheathing' ? ['leaf-attachment', 'sheath-width'] : [])
  );

export const stemCharacters = [
  'stem-hairs',
  'stem-marks',
  'stem-section',
  'stem-joints',
  'stem-arms',
  'stem-bloom',
  'twig-bark'
];
const stemFromAfar = ['stem-leaf-stand', 'stem-marks', 'stem-hairs', 'stem-section', 'stem-arms'];

/** A point well inside one of the rings: the middle of the largest, or the inner point that is nearest to it. */
export function anchorIn(rings: readonly Line[], fallback: Point): Point {
  const ring = rings.reduce<Line | undefined>(
    (best, one) => (!best || areaOf(one) > areaOf(best) ? one : best),
    undefined
  );
  if (!ring || ring.length < 3) return fallback;
  const middle = scale(
    ring.reduce((sum, p) => add(sum, p), { x: 0, y: 0 }),
    1 / ring.length
  );
  if (isInside(middle, ring)) return middle;
  const opposite = ring.map((p, i) => mix(p, ring[(i + Math.floor(ring.length / 2)) % ring.length]!, 0.5));
  const near = ring.map((p, i) => mix(mix(p, ring[(i + 2) % ring.length]!, 0.5), middle, 0.04));
  return [...opposite, ...near].find((p) => isInside(p, ring)) ?? ring[0]!;
}

export function partOf(
  kind: PartKind,
  shapes: readonly Shape[],
  shows: readonly Shown[],
  hit: readonly Line[],
  depth: number,
  anchor?: Point
): Part {
  return { kind, shapes, shows, hit, depth, anchor: anchor ?? anchorIn(hit, { x: 0, y: 0 }) };
}

export const onPaper = (camera: Camera, spine: Spine3): Spine =>
  spineThrough(spine.points.map((p) => camera.onPaper(p)));

/** The area of a stalk or stem, a little wider than it is: a fingertip is blunt. */
export function tubeArea(spine: Spine, width: number): Line[] {
  const [left, right] = tubeEdges(spine, () => width, 10);
  return [[...left, ...right.reverse()]];
}

const stemHairs = (state: string | undefined): HairKind =>
  hairKinds.includes(state as HairKind) ? (state as HairKind) : 'hairless';

export function stemLook({ traits, form, pen }: Model, near = false): TubeLook {
  const section = traits.state('stem-section');
  const sections = ['smooth', 'ridged', 'winged', 'square', 'three-angled', 'jointed'] as const;
  return {
    colour: isAbsent(traits.state('twig-bark')) ? form.colour.stem : form.colour.twig,
    pen,
    hairs: stemHairs(traits.state('stem-hairs')),
    marks: (traits.state('stem-marks') as 'plain' | 'blotched' | 'flushed' | undefined) ?? 'plain',
    section: sections.find((one) => one === section) ?? 'smooth',
    bloom: traits.state('stem-bloom') === 'bloom',
    near
  };
}

const purple = '#7E3350';

function stalkLook({ traits, form, pen }: Model, near: boolean): TubeLook {
  const hairs = traits.state('stalk-hairs');
  const colour = traits.state('stalk-colour');
  const section = traits.state('stalk-section');
  return {
    colour: colour === 'red' ? blend(form.colour.stem, purple, 0.55) : form.colour.stem,
    pen: pen * 0.9,
    hairs: hairs === 'bristly' ? 'stiff' : hairs === 'downy' ? 'downy' : 'hairless',
    marks: colour === 'blotched' ? 'blotched' : 'plain',
    section:
      section === 'grooved'
        ? 'grooved'
        : section === 'three-sided'
          ? 'three-angled'
          : section === 'flat'
            ? 'winged'
            : 'smooth',
    near
  };
}

/** Where a pale ring stands on a leaf stalk, as a share of its length. */
export const ringAt = 0.55;

/** A leaf stalk from the ground or stem to the blade, with its sheath, ring, tube and flaps at the foot. */
export function drawStalk(model: Model, spine: Spine, random: Random, near = false, k = 1): Shape[] {
  const { traits, form, pen } = model;
  const width = Math.max(form.stalkWidth * k, pen * 1.6);
  const attachment = traits.state('leaf-attachment');
  const sheath = traits.state('sheath-width');
  const swell = attachment === 'sheathing' ? (sheath === 'swollen' ? 3.2 : sheath === 'none' ? 0.4 : 1.5) : 0;
  const winged = attachment === 'rosette-winged';
  const stretch = sheath === 'swollen' ? 2.6 : 5;
  const widthAt = (t: number) =>
    width * (1.1 - 0.3 * t) * (1 + swell * Math.max(0, 1 - t * stretch) ** 0.7) * (winged ? 1 + 1.2 * t : 1);
  const look = stalkLook(model, near);
  const shapes: Shape[] = [];
  if (winged && traits.state('stalk-section') !== 'flat') {
    const [left, right] = tubeEdges(spine, (t) => width * (1.4 + 2.4 * t), 8);
    shapes.push(edged([[...left, ...right.reverse()]], tone(form.colour.leaf, 0.1), pen * 0.7));
  }
  shapes.push(...drawTube(spine, widthAt, look, random));
  const foot = spine.place(0.02);
  const turn = spine.heading(0.02);
  if (swell > 0) {
    const rim = [-0.5, 0, 0.5].map((share) =>
      add(spine.place(0.5 / stretch + 0.06), scale(towards(turn + Math.PI / 2), share * widthAt(0.1)))
    );
    shapes.push(inkLine(smooth(rim, 3), pen * 0.6, tone(look.colour, -0.5), 0.6));
  }
  if (traits.state('stalk-ring') === 'ring') {
    const at = spine.place(ringAt);
    const [along, across] = [towards(spine.heading(ringAt)), towards(spine.heading(ringAt) + Math.PI / 2)];
    const swollen = ellipse(at, width * 0.95, width * 0.36, spine.heading(ringAt));
    const joint = [-0.85, -0.35, 0.35, 0.85].map((share) =>
      add(at, add(scale(across, share * width), scale(along, width * (0.02 - 0.2 * (0.5 - share * share)))))
    );
    shapes.push(
      { ...filled([swollen], '#F3EDCF'), stroke: inkColour, width: pen * 0.7 },
      inkLine(joint, pen * 1, '#8C8458', 0.9)
    );
  }
  if (traits.state('stalk-tube') === 'papery-tube') {
    const [left, right] = tubeEdges(spine, () => widthAt(0.05) * 1.5, 20);
    const long = 5;
    const torn = right[long]!;
    shapes.push(
      {
        ...filled(
          [
            [
              ...left.slice(0, long),
              mix(left[long]!, torn, 0.3),
              mix(left[long - 1]!, torn, 0.55),
              torn,
              ...right.slice(0, long).reverse()
            ]
          ],
          '#C99A6E',
          0.92
        ),
        stroke: '#7A5236',
        width: pen * 0.7
      },
      lines([left.slice(1, long - 1).map((p, i) => mix(p, right[i + 1]!, 0.4))], '#7A5236', pen * 0.4, 0.6)
    );
  }
  const flap = (side: number, long: number, wide: number, jagged: boolean): Point[] => {
    const tipAt = { x: side * long * 0.75, y: -long * 0.6 };
    const ring: Point[] = jagged
      ? [
          { x: 0, y: 0 },
          { x: side * wide, y: wide * 0.3 },
          { x: side * (wide + long * 0.4), y: -long * 0.1 },
          tipAt,
          { x: side * long * 0.3, y: -long * 0.5 }
        ]
      : [{ x: 0, y: 0 }, { x: side * wide, y: -wide * 0.2 }, tipAt, { x: side * wide * 0.2, y: -long * 0.4 }];
    return placed(ring, foot, turn);
  };
  const stipules = traits.state('stipules');
  if (stipules === 'small')
    shapes.push(
      edged(
        [flap(-1, width * 1.6, width * 0.5, false), flap(1, width * 1.6, width * 0.5, false)],
        form.colour.stem,
        pen * 0.5
      )
    );
  if (stipules === 'leafy')
    shapes.push(
      edged([flap(-1, width * 4, width, true), flap(1, width * 4, width, true)], form.colour.leaf, pen * 0.6)
    );
  if (stipules === 'papery')
    shapes.push(
      edged(
        [flap(-1, width * 3, width, false), flap(1, width * 3, width, false)],
        '#E8DFC6',
        pen * 0.5,
        '#8A7F62'
      )
    );
  return shapes;
}

export interface LeafPlace {
  readonly name: string;
  readonly foot: Place;
  readonly azimuth: number;
  /** Angle above the ground where the stalk starts and where the blade ends. */
  readonly rise: readonly [number, number];
  readonly size: number;
  /** Length of the stalk; the form's own if not given. */
  readonly stalk?: number;
  readonly roll?: number;
  readonly fold?: number;
}

/** The blade of a leaf, bent to the paper. */
export function bladePart(
  model: Model,
  flat: FlatLeaf,
  sheet: Sheet,
  long: number,
  shows: readonly Shown[]
): Part {
  const { shapes, outline } = bent(flat, sheet);
  return partOf(
    'leaf',
    shapes,
    shows,
    outline,
    sheet.depth,
    anchorIn(outline, sheet({ x: 0, y: -long * 0.4 }))
  );
}

/** One leaf on its stalk. */
export function leafParts(
  model: Model,
  camera: Camera,
  { name, foot, azimuth, rise, size, stalk, roll, fold }: LeafPlace
): Part[] {
  const { form, traits } = model;
  const random = model.random.fork(name);
  const long = form.blade.length * size;
  const stalkLength = stalk ?? form.stalk * size;
  const middle = rise[0] + (rise[1] - rise[0]) * (stalkLength / (stalkLength + long)) * 0.8;
  const parts: Part[] = [];
  let bladeFoot = foot;
  let direction = { azimuth, rise: rise[0] };
  if (stalkLength > model.pen * 2) {
    const spine = growIn(foot, { azimuth, rise: [rise[0], middle], length: stalkLength }, 8);
    const flatSpine = onPaper(camera, spine);
    bladeFoot = spine.place(1);
    direction = anglesOf(spine.direction(0.99));
    parts.push(
      partOf(
        'leaf stalk',
        drawStalk(model, flatSpine, random.fork('stalk'), false, size),
        traits.shown('leaf-attachment', 'stalk-ring', 'stalk-tube', 'stipules'),
        tubeArea(flatSpine, Math.max(form.stalkWidth * size * 2, model.pen * 5)),
        camera.depth(spine.place(0.6)) - 0.01,
        flatSpine.place(0.55)
      )
    );
  }
  const spine = growIn(bladeFoot, {
    azimuth,
    rise: [direction.rise, rise[1]],
    length: long,
    sway: random.between(-0.12, 0.12)
  });
  const sheet = sheetOn(spine, camera, {
    roll: roll ?? random.between(0.62, 0.85),
    fold: fold ?? random.between(0.08, 0.3),
    twist: random.between(-0.12, 0.12)
  });
  // A leaf from the ground without a stalk of its own shows itself how it is attached.
  const attached = parts.length === 0 && foot.y === 0 ? traits.shown('leaf-attachment') : [];
  parts.push(
    bladePart(model, flatLeaf(model, size, random.fork('blade')), sheet, long, [
      ...bladeShows(model, false),
      ...attached
    ])
  );
  return parts;
}

/** A stem that was cut: its end shows whether it is hollow. */
export function cutEnd(
  at: Point,
  width: number,
  heading: number,
  filling: string | undefined,
  colour: string,
  pen: number
): Shape[] {
  const [rx, ry] = [width / 2, width * 0.17];
  const shapes: Shape[] = [edged([ellipse(at, rx, ry, heading, 22)], tone(colour, 0.55), pen * 0.9)];
  if (filling === 'hollow')
    shapes.push(
      edged(
        [ellipse(add(at, { x: 0, y: ry * 0.1 }), rx * 0.68, ry * 0.64, heading, 20)],
        tone(colour, -0.75),
        pen * 0.5
      )
    );
  else if (filling === 'pith')
    shapes.push(edged([ellipse(at, rx * 0.66, ry * 0.66, heading, 18)], '#FBFAF4', pen * 0.5));
  else if (filling === 'solid')
    shapes.push(lines([ellipse(at, rx * 0.55, ry * 0.55, heading, 18)], tone(colour, 0.1), pen * 0.5));
  return shapes;
}

/** A stem with its joints and what arms it. @param joints shares of its length */
export function stemPart(
  model: Model,
  spine: Spine,
  width: (t: number) => number,
  joints: readonly number[],
  depth: number,
  name = 'stem',
  near = false
): Part {
  const { traits, pen } = model;
  const random = model.random.fork(name);
  const look = stemLook(model, near);
  const isSwollen = traits.state('stem-joints') === 'swollen';
  const swollen = (t: number) =>
    width(t) *
    (isSwollen
      ? 1 + 0.7 * joints.reduce((most, joint) => Math.max(most, 1 - Math.abs(t - joint + 0.02) / 0.045), 0)
      : 1);
  const shapes: Shape[] = drawTube(spine, swollen, look, random);
  if (traits.state('twig-bark') === 'warty') {
    const warts = Array.from({ length: near ? 26 : 14 }, () => {
      const t = random.between(0.03, 0.97);
      const at = add(
        spine.place(t),
        scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), random.between(-0.34, 0.34) * width(t))
      );
      return ellipse(at, width(t) * 0.06, width(t) * 0.12, spine.heading(Math.min(t, 0.99)), 7);
    });
    shapes.push(edged(warts, '#C9BFA8', pen * 0.4, '#5E5648'));
  } else if (traits.state('twig-bark') === 'flaky' || traits.state('twig-bark') === 'orange-upper') {
    const flakes = Array.from({ length: near ? 18 : 9 }, () => {
      const t = random.between(0.05, 0.95);
      const at = add(
        spine.place(t),
        scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), random.between(-0.36, 0.36) * width(t))
      );
      return [at, add(at, scale(towards(spine.heading(Math.min(t, 0.99))), width(t) * 0.5))];
    });
    shapes.push(lines(flakes, tone(look.colour, -0.55), pen * 0.7, 0.7));
  }
  const arms = traits.state('stem-arms');
  if (arms === 'prickles' || arms === 'thorns') {
    const reach = arms === 'thorns' ? Math.max(width(0) * 3.4, pen * 16) : Math.max(width(0) * 0.8, pen * 5);
    const count = arms === 'thorns' ? 4 : Math.round(clamp(spine.length / (reach * 1.6), 6, 22));
    const rings = Array.from({ length: count }, (_, i) => {
      const t = (i + random.between(0.3, 0.7)) / count;
      const side = i % 2 ? 1 : -1;
      const turn = spine.heading(Math.min(t, 0.99)) + side * (arms === 'thorns' ? 1.1 : 1.45);
      const foot = add(
        spine.place(t),
        scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), (side * width(t)) / 2.4)
      );
      const half = arms === 'thorns' ? width(t) * 0.18 : reach * 0.24;
      const along = scale(towards(spine.heading(Math.min(t, 0.99))), half);
      const tip = add(foot, scale(towards(turn), reach * random.between(0.8, 1.1)));
      return [add(foot, along), tip, add(foot, scale(along, -1))];
    });
    shapes.unshift(
      edged(rings, arms === 'thorns' ? look.colour : blend(look.colour, '#A2464A', 0.35), pen * 0.8)
    );
  }
  return partOf(
    'stem',
    shapes,
    traits.shown(
      ...(near ? stemCharacters : stemFromAfar),
      ...(isClimbing(traits) && !near ? ['climbing-by'] : [])
    ),
    tubeArea(spine, Math.max(width(0.3) * 1.5, pen * 6)),
    depth,
    spine.place(0.35)
  );
}

/** A little soil or water at the foot, never a shadow. */
export function groundPart(model: Model, width: number): Part {
  const { traits, random, pen } = model;
  const own = random.fork('ground');
  const isWater =
    traits.state('place') === 'waterside' &&
    ['along-stem', 'flat-fan'].includes(traits.state('leaf-attachment') ?? '');
  const colour = isWater ? '#9DBBC4' : '#C8B793';
  const patches = [1, 0.62].map((k, i) =>
    filled(
      [
        ellipse(
          { x: own.between(-0.05, 0.05) * width, y: width * 0.012 * (i + 1) },
          (width / 2) * k,
          width * 0.034 * k,
          0,
          20
        )
      ],
      colour,
      0.4
    )
  );
  const strokes = Array.from({ length: 8 }, () => {
    const x = own.between(-0.5, 0.4) * width;
    const y = own.between(-0.012, 0.04) * width;
    return [
      { x, y },
      { x: x + width * 0.05, y: y + own.between(-0.006, 0.006) * width },
      { x: x + width * own.between(0.08, 0.14), y }
    ];
  });
  return partOf(
    'ground',
    [...patches, lines(strokes, tone(colour, -0.45), pen * 0.6, 0.5)],
    [],
    [],
    -Infinity,
    { x: 0, y: 0 }
  );
}

/** Papery scales or fibres at the foot of a shoot, and whether the shoot is flat. */
export function drawFoot(
  { traits, pen }: Model,
  foot: Point,
  width: number,
  height: number,
  random: Random
): Shape[] {
  const state = traits.state('foot-sheath');
  if (state === 'scales')
    return [0, 1, 2].flatMap((i) => {
      const tall = height * (1 - 0.27 * i);
      const lean = i === 1 ? -1 : 1;
      const ring = smooth(
        [
          { x: foot.x - width * 0.56, y: foot.y },
          { x: foot.x - width * 0.64, y: foot.y - tall * 0.55 },
          { x: foot.x + lean * width * 0.22, y: foot.y - tall },
          { x: foot.x + width * 0.62, y: foot.y - tall * 0.5 },
          { x: foot.x + width * 0.56, y: foot.y }
        ],
        4
      );
      return [
        edged([ring], ['#C29A92', '#B0838A', '#9E6A74'][i]!, pen * 0.8),
        lines(
          [
            [-0.25, 0.05, 0.3].map((x) => ({ x: foot.x + x * width, y: foot.y - tall * 0.1 })),
            [0, 0.1, 0.15].map((x, k) => ({
              x: foot.x + (x + lean * 0.06 * k) * width,
              y: foot.y - tall * (0.15 + 0.25 * k)
            }))
          ],
          '#6E4450',
          pen * 0.4,
          0.6
        )
      ];
    });
  if (state === 'fibres') {
    const fibres = Array.from({ length: 22 }, () => {
      const x = foot.x + random.between(-0.6, 0.6) * width;
      return smooth(
        [
          { x, y: foot.y + height * 0.05 },
          { x: x + random.between(-0.2, 0.2) * width, y: foot.y - height * 0.3 },
          { x: x + random.between(-0.5, 0.5) * width, y: foot.y - height * random.between(0.4, 0.8) }
        ],
        3
      );
    });
    return [lines(fibres, '#7E6A4A', pen * 0.7, 0.9)];
  }
  return [];
}

/** A coil that holds on. */
export function tendril(
  at: Point,
  heading: number,
  reach: number,
  pen: number,
  colour: string,
  mirror: number
): Shape {
  const points: Point[] = [];
  const arm = growSpine(at, heading, mirror * 0.5, reach * 0.6, 8);
  points.push(...arm.points);
  const centre = add(arm.place(1), { x: mirror * reach * 0.08, y: 0 });
  for (let i = 0; i <= 26; i += 1) {
    const a = (i / 26) * 4.4 * Math.PI;
    const r = reach * 0.1 * (1 - 0.6 * (i / 26));
    points.push({
      x: centre.x - mirror * r * Math.cos(a),
      y: centre.y + r * Math.sin(a) + (i / 26) * reach * 0.2
    });
  }
  return lines([points], colour, pen * 1.1);
}

/** Roots at a joint of a creeping stem. */
export const rootlets = (at: Point, reach: number, pen: number, random: Random): Shape =>
  lines(
    [-0.4, 0, 0.4].map(
      (turn) =>
        growSpine(
          at,
          Math.PI + turn + random.between(-0.2, 0.2),
          random.between(-0.4, 0.4),
          reach * random.between(0.7, 1.1),
          5
        ).points
    ),
    '#B8AC84',
    pen * 0.9
  );
