import { isAtJoints } from './at-joints';
import { type Model, hasFlowers, hasFruit, hasLeaves, hidesItsStem, isNeedleTwig } from './form';
import { type Spine, clamp, ellipse, growSpine, growStem, spineThrough } from './geometry';
import { quarter } from './ground-leaves';
import { itemReach } from './item';
import { stemPart, winterBuds, withoutShown } from './organs';
import { edged, tone } from './paint';
import type { Part, Point } from './scene';
import { type Shoot, clusters, crowdedLeaves, stemLeaves } from './shoot';
import { cameraAt } from './space';
import { standOf } from './stand';

/** Shrubs and trees by a twig: bare with its buds, in needles, or in leaf. */

/** One or two side twigs of a bare twig, each with joints of its own. */
function sideTwigs({ random, form, pen, traits }: Model, { spine, width }: Shoot): Shoot[] {
  const own = random.fork('side twigs');
  const isPaired = traits.state('stem-leaf-stand') === 'opposite';
  const first = own.next() < 0.5 ? -1 : 1;
  return Array.from({ length: own.integer(1, 2) }, (_, i) => {
    const t = own.between(0.26, 0.4) + 0.3 * i;
    const side = i % 2 ? -first : first;
    return {
      spine: growSpine(
        spine.place(t),
        spine.heading(t) + side * own.between(0.6, 0.9),
        -side * own.between(0.1, 0.45),
        spine.length * own.between(0.28, 0.46),
        12
      ),
      joints: isPaired ? [0.4, 0.75] : [0.3, 0.55, 0.8],
      width: Math.max(width * 0.66, pen * 2.6, form.stemWidth * 0.1)
    };
  });
}

/** Leaves up to this long, in millimetres with their stalks, leave room for side shoots on a plate. */
const smallLeaf = 75;

/** The axils of a leafy twig bear young shoots with smaller leaves. */
function leafyShoots({ random, traits, pen }: Model, { spine, joints, width }: Shoot): Shoot[] {
  const own = random.fork('leafy shoots');
  const first = own.next() < 0.5 ? -1 : 1;
  const isPaired = traits.state('stem-leaf-stand') === 'opposite';
  return joints.slice(1, joints.length > 4 ? 3 : 2).map((t, i) => {
    const side = i % 2 ? -first : first;
    return {
      spine: growStem(
        spine.place(t),
        spine.heading(t) + side * own.between(0.55, 0.8),
        -side * own.between(0.1, 0.4),
        spine.length * own.between(0.34, 0.44) * (1 - 0.16 * i),
        own.between(-0.06, 0.06),
        []
      ),
      joints: isPaired ? [0.42, 0.8] : [0.26, 0.5, 0.72, 0.92],
      width: Math.max(width * 0.6, pen * 2.4)
    };
  });
}

/** A shoot whose leaves hide it, with two side shoots like it. */
function needles(model: Model, { spine, width }: Shoot): Part[] {
  const own = model.random.fork('side');
  const shoots = [0.3, 0.55].map((t, i) =>
    growSpine(
      spine.place(t),
      spine.heading(t) + (i % 2 ? 0.8 : -0.8),
      (i % 2 ? -1 : 1) * 0.25,
      spine.length * 0.46 * own.between(0.9, 1.1),
      12
    )
  );
  return [
    ...shoots.flatMap((one, i) => [
      stemPart(model, one, (t) => width * 0.6 * (1 - 0.4 * t), [], -1, `side twig ${i}`),
      ...crowdedLeaves(model, one, `needles ${i}`)
    ]),
    ...crowdedLeaves(model, spine, 'needles')
  ];
}

/** Buds along a bare twig and its side twigs, and what hangs at their joints. */
function bare(model: Model, shoot: Shoot, kind: string | undefined): Part[] {
  return [
    winterBuds(model, shoot),
    ...sideTwigs(model, shoot).flatMap((side) => [
      stemPart(model, side.spine, (t) => side.width * (1 - 0.45 * t), side.joints, -1, 'side twig'),
      winterBuds(model, side),
      ...(kind && isAtJoints(kind) ? clusters(model, side, kind, 0.3, 'side twig') : [])
    ])
  ];
}

function inLeaf(model: Model, shoot: Shoot, kind: string | undefined): Part[] {
  const { form } = model;
  const camera = cameraAt(0.2);
  const isSmall = form.blade.length + form.stalk <= smallLeaf;
  return [
    ...stemLeaves(model, camera, shoot, 'twig', (t) => 1 - 0.22 * t, { tip: !kind }),
    ...(isSmall ? leafyShoots(model, shoot) : []).flatMap((side, i) => [
      stemPart(model, side.spine, (t) => side.width * (1 - 0.5 * t), side.joints, -1, `side shoot ${i}`),
      ...stemLeaves(model, camera, side, `side shoot ${i}`, (t) => 0.82 - 0.24 * t, { tip: true })
    ])
  ];
}

/** What hangs from a twig: it turns down at once, whichever way it set out. */
function hanging(at: Point, heading: number, long: number): Spine {
  const turn = growSpine(at, heading, (heading < 0 ? -Math.PI : Math.PI) - heading, long * 0.28, 6);
  const down = growSpine(turn.place(1), Math.PI, 0.06, long * 0.72, 10);
  return spineThrough([...turn.points, ...down.points.slice(1)]);
}

/** Flowers or fruits of a twig: in its axils, in several bunches, or at its end. */
function bunches(model: Model, shoot: Shoot, kind: string): Part[] {
  const { spine, width } = shoot;
  if (isAtJoints(kind)) return clusters(model, shoot, kind, 0.6, 'twig');
  if (kind === 'spike') {
    const item = itemReach(model);
    // Racemes of pea flowers hang.
    const hangs = model.traits.state('flower-form') === 'pea';
    const long = model.recipe.spike?.[0] ?? clamp(item * 9, spine.length * 0.16, spine.length * 0.34);
    return [0.52, 0.7, 0.86].flatMap((t, i) => {
      const side = i % 2 ? 1 : -1;
      const axis = hangs
        ? hanging(spine.place(t), spine.heading(t) + side * 1.1, long * 1.4)
        : growSpine(spine.place(t), spine.heading(t) + side * 0.55, -side * 0.25, long, 14);
      return clusters(model, { spine: axis, joints: [], width }, kind, 0.04, `spike ${i}`);
    });
  }
  if (kind !== 'loose') return clusters(model, shoot, kind, 0.7, 'twig');
  return [0.5, 0.74, 1].flatMap((t, i) => {
    const side = t === 1 ? 0 : i % 2 ? 1 : -1;
    const branch = growSpine(
      spine.place(t),
      spine.heading(Math.min(t, 0.99)) + side * 0.9,
      0.1,
      width * 1.5,
      4
    );
    return clusters(model, { spine: branch, joints: [], width }, kind, 0, `bunch ${i}`);
  });
}

/** Millimetres. */
const longPod = 24;

/** Millimetres of a twig that are drawn: a few pairs of large leaves, many small ones. */
export function twigReach({ form, traits }: Pick<Model, 'form' | 'traits'>): number {
  const leafLong = hasLeaves(traits) ? form.blade.length + form.stalk : 0;
  const blooms = hasFlowers(traits) || hasFruit(traits);
  // Long pods are seen beside the leaves.
  const item = blooms ? (hasFruit(traits) ? Math.min(form.fruitSize, longPod) : form.flowerSize) : 0;
  const leaves = hidesItsStem(traits)
    ? 4.5
    : leafLong <= smallLeaf
      ? 3.6
      : leafLong <= 2 * smallLeaf
        ? 2.6
        : 1.8;
  return clamp(Math.max(leafLong * leaves, item * 11), leafLong > 0 ? 60 : 90, 420);
}

/** A twig of a shrub or tree. */
export function twig(model: Model): Part[] {
  const { form, random, traits, pen } = model;
  const kind = standOf(model);
  const isBare = !hasLeaves(traits);
  const isNeedle = hidesItsStem(traits);
  const leafLong = isBare ? 0 : form.blade.length + form.stalk;
  const reach = twigReach(model);
  const mirror = random.next() < 0.5 ? -1 : 1;
  const lean = [
    { x: -mirror * reach * 0.4, y: 0 },
    mirror * random.between(0.35, 0.9),
    mirror * random.between(-0.6, 0.1),
    reach
  ] as const;
  const width = Math.max(reach * 0.026, pen * 4);
  // Pairs stand farther apart than single leaves: every other one lies before the stem.
  const isPaired = ['opposite', 'whorled'].includes(traits.state('stem-leaf-stand') ?? '');
  const isCrowded = traits.state('stem-leaf-stand') === 'spiral-crowded';
  const between = clamp(
    leafLong * (isPaired ? 0.62 : isCrowded ? 0.18 : 0.36),
    reach / (isCrowded ? 16 : 9),
    reach / 3.6
  );
  const count = isBare ? 6 : Math.max(3, Math.floor((reach * 0.9) / between));
  // Crowded leaves leave the older part bare.
  const lowest = isCrowded && !isBare ? 0.34 : 0.14;
  const joints = Array.from({ length: count }, (_, i) => lowest + ((0.98 - lowest) * i) / (count - 1));
  const spine =
    isBare || isNeedle
      ? growSpine(...lean, 20)
      : growStem(...lean, random.fork('sway').between(-0.07, 0.07), isPaired ? [] : joints);
  const shoot: Shoot = { spine, joints, width };
  const stem = stemPart(model, spine, (t) => width * (1 - 0.45 * t), joints, 0);
  const cut = edged(
    [ellipse(spine.place(0), width * 0.5, width * 0.32, spine.heading(0) + quarter, 12)],
    tone(form.colour.twig, 0.6),
    pen * 0.8
  );
  const pithAt =
    traits.state('stem-filling') === 'pith'
      ? [
          edged(
            [ellipse(spine.place(0), width * 0.26, width * 0.17, spine.heading(0) + quarter, 10)],
            '#FBFAF4',
            pen * 0.5
          )
        ]
      : [];
  const parts = [
    { ...stem, shapes: [...stem.shapes, cut, ...pithAt] },
    ...(isNeedle ? needles(model, shoot) : isBare ? bare(model, shoot, kind) : inLeaf(model, shoot, kind)),
    ...(kind ? bunches(model, shoot, kind) : [])
  ];
  // How needles stand on their twig cannot be told under them.
  return isNeedleTwig(traits) ? withoutShown(parts, 'stem-leaf-stand') : parts;
}
