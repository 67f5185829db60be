import { isAtJoints } from './at-joints';
import { closedBuds, isInBud } from './closed-buds';
import { type Model, hasFlowers, hasFruit, hasLeaves, isClimbing, isWoody } from './form';
import { growSpine } from './geometry';
import { groundLeaves, lowPitch, rosettePitch, standsInRosette, tuft } from './ground-leaves';
import { groundPart, stemPart, withoutShown } from './organs';
import type { Part } from './scene';
import { type Shoot, clusterReach, clusterStart, clusters } from './shoot';
import { frond } from './algae';
import { jointedPlant } from './jointed';
import { padPlant } from './pads';
import { shell } from './shells';
import { spear } from './spear';
import { standOf } from './stand';
import { stemmed } from './stemmed';
import { twig } from './twig';

/** Whole plants by their form of growth. */

/** Millimetres. */
const lowHood = 170;

/** Berries on a bare stalk, or a hood, beside or without leaves. */
function hooded(model: Model): Part[] {
  const { form, random, traits, pen } = model;
  const isFruit = hasFruit(traits);
  const leaves = hasLeaves(traits) ? tuft(model, Math.min(model.form.leaves, 3)) : [];
  // Low hoods sit on the ground.
  const isLow = !isFruit && form.height < lowHood;
  const tall = form.height * (isFruit ? 0.6 : isLow ? 0.05 : 0.34);
  const stem = growSpine({ x: 0, y: 0 }, random.between(-0.06, 0.06), 0.04, tall, 10);
  const width = Math.max(form.stemWidth, tall * 0.04, pen * 4);
  const shoot: Shoot = { spine: stem, joints: [], width };
  const look = stemPart(model, stem, (t) => width * (1 - 0.2 * t), [], 2e3);
  const top = isFruit
    ? clusters(
        model,
        { ...shoot, spine: growSpine(stem.place(1), 0, 0, form.fruitSize * 4.4, 10) },
        'spike',
        0,
        'berries'
      )
    : clusters(model, shoot, 'hood', 0.5, 'hood');
  return [
    groundPart(model, Math.max(form.height * 0.4, 60)),
    ...leaves,
    ...withoutShown([look], 'stem-leaf-stand'),
    ...top.map((part) => ({ ...part, depth: 3e3 }))
  ];
}

/** What a plant looks like as a whole. Woody plants are shown by a twig, tall ones by their upper part. */
export function wholePlant(model: Model): Part[] {
  const { traits, form, random } = model;
  if (traits.state('frond-shape')) return frond(model);
  if (traits.state('shell-apex')) return shell(model);
  if (traits.state('stem-section') === 'jointed') return jointedPlant(model);
  if (traits.state('stem-section') === 'pads') return padPlant(model);
  if (isWoody(traits)) return twig(model);
  const attachment = traits.state('leaf-attachment');
  const kind = standOf(model);
  const isBlooming = hasFlowers(traits) || hasFruit(traits);
  if (kind === 'from-ground')
    return [
      groundPart(model, Math.max(form.height * 0.6, 60)),
      ...(hasLeaves(traits) ? groundLeaves(model) : []),
      ...clusters(
        model,
        { spine: growSpine({ x: 0, y: 0 }, 0, 0, 1, 2), joints: [], width: 2 },
        'from-ground',
        0,
        'goblets'
      )
    ];
  const isBerrySpike = traits.state('fruit-stand') === 'spike' && traits.state('fruit-form') === 'berry';
  if (kind === 'hood' || (attachment === 'no-leaves' && isBerrySpike)) return hooded(model);
  if (attachment === 'no-leaves' && traits.state('stem-leaf-stand') === 'leafless' && !isBlooming)
    return spear(model);
  const isStemless =
    traits.state('stem-leaf-stand') === undefined ||
    traits.state('stem-leaf-stand') === 'no-stem' ||
    (traits.state('stem-leaf-stand') === 'leafless' && !isClimbing(traits));
  const rises = ['tuft', 'rosette'].includes(traits.state('growth-form') ?? '');
  const isBasal =
    isStemless ||
    attachment === 'flat-fan' ||
    (kind === 'club' && attachment === 'stalkless-tuft') ||
    (rises && ['own-stalk', 'rosette-stalked', 'rosette-winged'].includes(attachment ?? ''));
  const creeps =
    attachment === 'along-stem' ||
    (traits.state('growth-form') === 'creeping' &&
      isStemless &&
      !['own-stalk', 'rosette-stalked'].includes(attachment ?? ''));
  if (creeps || !isBasal) {
    const parts = stemmed(model);
    return traits.state('stem-leaf-stand') === 'spiral-crowded'
      ? parts.map((part) => (part.kind === 'stem' ? { ...part, shows: [] } : part))
      : parts;
  }
  const isRosette = hasLeaves(traits) && standsInRosette(model);
  const base = [
    isRosette
      ? groundPart(model, (form.blade.length + form.stalk) * 1.1, isBlooming ? lowPitch : rosettePitch)
      : groundPart(model, Math.max(form.blade.length * 0.6, 40))
  ];
  const leaves = hasLeaves(traits)
    ? groundLeaves(model, undefined, 1, isBlooming ? lowPitch : rosettePitch)
    : [];
  if (isInBud(model)) {
    const scape = growSpine({ x: 0, y: 0 }, random.between(-0.1, 0.1), 0.1, form.height, 16);
    const width = Math.max(Math.min(form.stemWidth, form.height * 0.02), model.pen * 2.2);
    return [
      ...base,
      ...leaves,
      ...withoutShown([stemPart(model, scape, () => width, [], 500)], 'stem-leaf-stand'),
      ...closedBuds(model, scape, 'scape')
    ];
  }
  if (!isBlooming || !kind) return [...base, ...leaves];
  if (isAtJoints(kind)) {
    // Flowers or fruits on stalks of their own from among the leaves.
    // From a fan of swords one stout stem rises, with several along its upper part.
    const isFan = attachment === 'flat-fan';
    const count = isFan ? 1 : 3;
    const stalks = Array.from({ length: count }, (_, i) => {
      const own = random.fork(`scape ${i}`);
      const place = i - (count - 1) / 2;
      const lean = place * 0.3 + own.between(-0.08, 0.08);
      const spine = growSpine(
        { x: place * form.stemWidth, y: 0 },
        lean,
        -lean * 0.4,
        Math.max(form.height * own.between(0.7, 1), form.flowerSize * 2),
        10
      );
      return {
        spine,
        joints: isFan ? [0.74, 0.86, 1] : [1],
        width: Math.max(Math.min(form.stemWidth, isFan ? 9 : 3), model.pen * 2.2)
      };
    });
    return [
      ...base,
      ...leaves,
      ...stalks.flatMap((shoot, i) => [
        ...withoutShown(
          [stemPart(model, shoot.spine, () => shoot.width, [], 500 + i, `scape ${i}`)],
          'stem-leaf-stand'
        ),
        ...clusters(model, shoot, 'axils', 0, `flower ${i}`)
      ])
    ];
  }
  // A leafless flower stalk between the leaves.
  const leafLong = form.blade.length + form.stalk;
  const tall = Math.min(form.height, Math.max(leafLong * 1.5, clusterReach(model, kind) * 4));
  const nods = kind === 'one-sided' && traits.state('flower-form') === 'tube-six' ? 0.7 : 0;
  const spine = growSpine(
    { x: 0, y: 0 },
    random.between(-0.12, 0.12),
    random.between(-0.05, 0.12) + nods,
    tall,
    20
  );
  const slender =
    traits.value('stem-width') === undefined ? tall * 0.014 : Math.min(form.stemWidth, tall * 0.04);
  const shoot: Shoot = { spine, joints: [], width: Math.max(slender, model.pen * 2.4) };
  const [stem] = withoutShown(
    [stemPart(model, spine, (t) => shoot.width * (1 - 0.3 * t), [], form.blade.length * 0.1)],
    ...(rises ? ['stem-leaf-stand'] : [])
  );
  const k = tall < leafLong ? 0.9 : 1;
  const shown = hasLeaves(traits) ? groundLeaves(model, Math.min(form.leaves, 6), k, lowPitch) : [];
  return [
    ...base,
    ...shown,
    stem!,
    ...clusters(
      model,
      shoot,
      kind,
      clusterStart(model, kind, tall, kind === 'spike' ? 0.72 : kind === 'one-sided' ? 0.4 : 0.6),
      'scape'
    )
  ];
}
