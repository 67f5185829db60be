import { drawAtJoint, isAtJoints } from './at-joints';
import { drawCluster } from './cluster';
import { isAlongStem } from './along-stem';
import { type Model, hasFruit, hasLeaves, isWithered, isWoody } from './form';
import { type Spine, add, clamp, growSpine, hull, scale, smooth, spineThrough, towards } from './geometry';
import { aside, goldenAngle, quarter } from './ground-leaves';
import { bladeShows, leafParts, partOf } from './organs';
import { edged, lines, tone } from './paint';
import type { Part, Point, Shape } from './scene';
import { type Camera, cameraAt } from './space';

/** A stem with what it bears: leaves at its joints, crowded leaves, flowers and fruits. */

/** Extent of one cluster, so that a stem is drawn no longer than lets its flowers be seen. */
export function clusterReach({ form, traits, recipe }: Model, kind: string | undefined): number {
  const item = hasFruit(traits) ? form.fruitSize : form.flowerSize;
  switch (kind) {
    case 'compound-umbel':
      return form.umbel * 1.15;
    case 'one-sided':
      return item * 4.4;
    case 'spike':
      if (recipe.spike) return recipe.spike[0];
      return isWithered(traits) ? item * 12 : Math.max(item * 5, hasLeaves(traits) ? 0 : form.height);
    case 'branched-spike':
      return Math.min(form.height * 0.3, Math.max((form.blade.length + form.stalk) * 0.8, item * 26));
    case 'club':
      return form.height * 0.3;
    case 'head':
      return hasFruit(traits) ? item * 12 : item * 1.6;
    case 'flat-cluster':
      return item * 5;
    default:
      return item * 3.4;
  }
}

/** Where on a stem a cluster begins, as a share of its length: a spike is as long as it is, whatever bears it. */
export const clusterStart = (
  { recipe, traits }: Model,
  kind: string,
  stemLength: number,
  usual: number
): number =>
  kind === 'spike' && recipe.spike && !isWithered(traits)
    ? clamp(1 - recipe.spike[0] / stemLength, 0.2, 0.94)
    : usual;

export interface Shoot {
  readonly spine: Spine;
  readonly joints: readonly number[];
  readonly width: number;
  /** Which side the first leaf stands on. */
  readonly first?: -1 | 1;
}

interface LeafStand {
  /** How much of its stalk a leaf keeps. */
  readonly stalk?: number;
  /** Young leaves close the tip of the shoot. */
  readonly tip?: boolean;
}

/**
 * Leaves at the joints of a stem: one at a time round the stem, in pairs of which each stands across the one below,
 * in rings, or crowded.
 */
export function stemLeaves(
  model: Model,
  camera: Camera,
  shoot: Shoot,
  name: string,
  sizeAt: (t: number) => number,
  { stalk: stalkShare = 1, tip = false }: LeafStand = {}
): Part[] {
  const { random, traits, form } = model;
  const stand = traits.state('stem-leaf-stand');
  const attachment = traits.state('leaf-attachment');
  const isRing = stand === 'whorled' || stand === 'top-ring';
  // Herbs bear many in a ring, shrubs three.
  const perJoint = isRing ? (isWoody(traits) ? 3 : 7) : stand === 'opposite' ? 2 : 1;
  // A ring is seen from above, so that its leaves spread like spokes.
  const eye = isRing ? cameraAt(0.62) : camera;
  const isStalkless = attachment?.startsWith('stalkless') || attachment === 'running-down';
  // Leaves that are described from the ground are borne up the stem with more blade and less stalk, the higher the less.
  const isRaised =
    attachment === 'sheathing' || attachment === 'own-stalk' || attachment?.startsWith('rosette');
  const spread = clamp((form.blade.length + form.stalk) / (form.blade.length * 1.3), 1.1, 1.7);
  if (traits.state('leaf-base') === 'joined') return joinedPair(model, shoot);
  const first = shoot.first ?? -1;
  const turned = random.fork(`${name} turn`).between(-0.3, 0.3);
  const narrow = traits.state('leaf-outline') === 'strap' || traits.state('leaf-outline') === 'needle';
  const leafAt = (t: number, j: number, i: number, k: number): Part[] => {
    const at = shoot.spine.place(t);
    const own = random.fork(`${name} ${j} ${i}`);
    const azimuth = isRing
      ? (2 * Math.PI * i) / perJoint + 0.4 + own.between(-0.1, 0.1)
      : perJoint === 2
        ? (i % 2 ? 1 : -1) * quarter +
          (j % 2 ? quarter * 0.72 * first : 0) +
          turned +
          own.between(-0.12, 0.12)
        : first * (quarter + j * (Math.PI - (Math.PI - goldenAngle) * 0.6)) + own.between(-0.3, 0.3);
    const size = sizeAt(t) * k * own.between(0.88, 1.08) * (isRaised ? spread : 1);
    const isTop = t > 0.9;
    // The older a leaf, the lower it hangs.
    const start = isRing
      ? (isTop ? 0.7 : 0.34) + own.between(-0.08, 0.08)
      : (isTop ? 1.2 : 0.62 + 0.24 * t) + own.between(-0.14, 0.14) + (narrow ? 0.35 : 0);
    const droop = own.between(0.45, 1.1) * (isTop ? 0.6 : 1.1 - 0.3 * t) * (narrow || isRing ? 0.5 : 1);
    return leafParts(model, eye, {
      name: `${name} leaf ${j} ${i}`,
      foot: eye.placeAt(at, Math.cos(azimuth) * shoot.width * 0.4),
      azimuth: isRing ? azimuth : aside(azimuth, 0.42),
      rise: [start, start - droop],
      size,
      stalk: isStalkless ? 0 : form.stalk * stalkShare * size * (isRaised ? 0.6 - 0.5 * t : 1)
    });
  };
  const grown = shoot.joints.flatMap((t, j) =>
    Array.from({ length: perJoint }, (_, i) => leafAt(t, j, i, 1)).flat()
  );
  if (!tip || isRing) return grown;
  const next = shoot.joints.length;
  const young = perJoint === 2 ? [0.5] : [0.55, 0.36];
  return [
    ...grown,
    ...young.flatMap((k, n) =>
      Array.from({ length: perJoint }, (_, i) => leafAt(0.995, next + n, i, k)).flat()
    )
  ];
}

/** A pair that has grown into one dish, through which the stem passes: its far half lies behind the stem. */
function joinedPair(model: Model, { spine, joints }: Shoot): Part[] {
  const { form, pen } = model;
  const top = joints[joints.length - 1];
  if (top === undefined) return [];
  const at = spine.place(top);
  const [wide, high] = [form.blade.length * 0.55, form.blade.length * 0.2];
  const colour = form.colour.leaf;
  return ([-1, 1] as const).map((side) => {
    const rim = Array.from({ length: 25 }, (_, i) => {
      const turn = (Math.PI * i) / 24;
      return add(at, { x: -wide * Math.cos(turn), y: side * high * Math.sin(turn) });
    });
    const veins = [0.2, 0.36, 0.5, 0.64, 0.8].map((share) => {
      const turn = Math.PI * share;
      return [at, add(at, { x: -wide * 0.8 * Math.cos(turn), y: side * high * 0.8 * Math.sin(turn) })];
    });
    return partOf(
      'leaf',
      [
        edged([rim], side < 0 ? tone(colour, -0.18) : colour, pen * 0.9),
        lines(veins, tone(colour, 0.45), pen * 0.6, 0.8)
      ],
      bladeShows(model, false),
      [rim],
      side < 0 ? -1 : 1e3,
      add(at, { x: wide * 0.5, y: side * high * 0.4 })
    );
  });
}

/** Many small leaves along a stem: needles in rows or bundles, or crowded blades. */
export function crowdedLeaves(model: Model, spine: Spine, name: string): Part[] {
  const { traits, form, random, pen } = model;
  const own = random.fork(name);
  const long = form.blade.length;
  const isBundled = traits.state('needle-stand') === 'bundles';
  const isNeedle = traits.state('leaf-outline') === 'needle';
  const gap = isNeedle ? Math.max(form.blade.width * (isBundled ? 2.4 : 1.05), pen * 2.4) : long * 0.26;
  const count = Math.floor(spine.length / gap);
  const back: Point[][] = [];
  const front: Point[][] = [];
  const sheen: Point[][] = [];
  const hit: Point[][] = [];
  const wide = Math.max(form.blade.width / 2, pen * 0.8);
  for (let i = 0; i < count; i += 1) {
    const t = (i + 0.5) / count;
    const at = spine.place(t);
    const stem = spine.heading(Math.min(t, 0.99));
    const turns = isBundled ? [(i % 3) - 1] : isNeedle ? [-1, 1] : [((i * 0.618) % 1) * 2 - 1];
    for (const turn of turns) {
      const lean = isNeedle && !isBundled ? 1.15 : isBundled ? turn * 0.75 : turn * 0.95;
      const heading = stem + (isNeedle && !isBundled ? turn * lean : lean) + own.between(-0.12, 0.12);
      const size = long * own.between(0.82, 1.04) * (t > 0.94 ? 0.7 : 1);
      for (const twin of isBundled ? [-0.09, 0.09] : [0]) {
        const blade = growSpine(
          at,
          heading + twin,
          (isBundled ? Math.sign(turn || 1) : -Math.sign(turn)) * 0.22,
          size,
          6
        );
        const half = (sign: number) =>
          (isNeedle ? [0.5, 1, 1, 0.7] : [0.25, 1, 0.95, 0.5]).map((w, k) =>
            add(
              blade.place([0.02, 0.25, 0.62, 0.9][k]!),
              scale(
                towards(blade.heading(Math.min([0.02, 0.25, 0.62, 0.9][k]!, 0.99)) + quarter),
                sign * w * wide
              )
            )
          );
        const rough = [...half(-1), blade.place(1), ...half(1).reverse()];
        const ring = isNeedle ? rough : smooth([blade.place(0), ...rough, blade.place(0)], 2);
        (Math.abs(turn) < 0.4 || i % 2 ? front : back).push(ring);
        sheen.push([blade.place(0.1), blade.place(0.55), blade.place(0.9)]);
        hit.push([add(at, { x: 0, y: 0 }), ...[half(-1)[1]!, blade.place(1), half(1)[1]!]]);
      }
    }
  }
  const colour = form.colour.leaf;
  const shapes: Shape[] = [
    ...(isNeedle
      ? [edged(back, tone(colour, -0.16), pen * 0.5), edged(front, colour, pen * 0.55)]
      : [
          ...back.map((ring) => edged([ring], tone(colour, -0.14), pen * 0.6)),
          ...front.map((ring) => edged([ring], colour, pen * 0.6))
        ]),
    lines(
      sheen,
      traits.state('leaf-section') === 'channelled' || isNeedle ? tone(colour, 0.5) : tone(colour, 0.35),
      pen * 0.55,
      0.75
    )
  ];
  return [
    partOf(
      'leaf',
      shapes,
      bladeShows(model, false),
      hit,
      1e3,
      hit[Math.floor(hit.length / 2)]
        ? spineThrough(hit[Math.floor(hit.length / 2)]!).place(0.4)
        : spine.place(0.5)
    )
  ];
}

/** The clusters of one stem: at its end, along its upper part, or at its joints. */
export function clusters(
  model: Model,
  shoot: Shoot,
  kind: string,
  from: number,
  name: string,
  k = 1
): Part[] {
  const { random, form, traits, pen } = model;
  const shows = traits.shown(
    ...(hasFruit(traits)
      ? ['fruit-stand', 'fruit-colour', 'fruit-form']
      : kind === 'club'
        ? ['flower-cluster']
        : ['flower-cluster', 'flower-colour'])
  );
  const partKind = hasFruit(traits) ? 'fruit' : 'flower cluster';
  if (isAtJoints(kind)) {
    const isPaired = traits.state('stem-leaf-stand') === 'opposite';
    const joints = shoot.joints.filter((t) => t > (kind === 'whorls' || kind === 'rings' ? 0.42 : 0.3));
    return joints.map((t, i) => {
      const sides =
        kind === 'strings' || (kind === 'bunches' && traits.state('fruit-form') !== 'plumed')
          ? [i % 2 ? -1 : 1]
          : kind === 'tassels' || kind === 'spikes' || kind === 'whorls' || (isPaired && hasFruit(traits))
            ? [-1, 1]
            : [i % 2 ? 1 : -1];
      const drawn = drawAtJoint(
        model,
        kind,
        shoot.spine.place(t),
        shoot.spine.heading(Math.min(t, 0.99)),
        sides,
        random.fork(`${name} joint ${i}`),
        1 - 0.3 * t
      );
      return partOf(partKind, drawn.shapes, shows, [hull(drawn.points)], 2e3 + i, undefined);
    });
  }
  const points = Array.from({ length: 12 }, (_, i) => shoot.spine.place(from + ((1 - from) * i) / 11));
  const axis = spineThrough(isAlongStem(kind) ? points : points.slice(-4));
  const width = kind === 'compound-umbel' ? Math.max(form.umbel * 1.25 * k, pen * 50 * k) : pen * 64 * k;
  const drawn = drawCluster(model, kind, axis, width, random.fork(`${name} cluster`));
  if (drawn.shapes.length === 0) return [];
  return [partOf(partKind, drawn.shapes, shows, [hull(drawn.points)], 3e3)];
}
