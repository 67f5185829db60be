import { isAtJoints } from './at-joints';
import { isAlongStem } from './along-stem';
import { closedBuds, isInBud } from './closed-buds';
import { type Model, bareStem, hasFruit, hasLeaves, hidesItsStem, isCane, isClimbing } from './form';
import { type Spine, clamp, growSpine, growStem, spineThrough } from './geometry';
import { groundLeaves, lowPitch } from './ground-leaves';
import { cutEnd, discs, groundPart, hook, partOf, rootlets, stemPart, tendril, winterBuds } from './organs';
import { drawTube } from './paint';
import type { Part, Point, Shape } from './scene';
import { type Shoot, clusterReach, clusterStart, clusters, crowdedLeaves, stemLeaves } from './shoot';
import { standOf } from './stand';
import { cameraAt } from './space';

/** Plants with a stem that bears leaves: upright, creeping, scrambling or climbing. */

/** An upright, creeping, scrambling or climbing stem with its leaves and flowers. */
export function stemmed(model: Model): Part[] {
  const { form, random, traits, pen } = model;
  const growth = traits.state('growth-form');
  const stand = traits.state('stem-leaf-stand');
  const stood = standOf(model);
  const isCreeping = growth === 'creeping' || growth === 'scrambling';
  const climbs = traits.state('climbing-by');
  const climbing = isClimbing(traits);
  const isArching = growth === 'arching';
  const kind =
    (climbing || isCane(traits)) && stood === 'loose'
      ? // Flowers of a climber, and of a cane, hang from its joints.
        'strings'
      : // Herbs with leaves in pairs bear their spikes in the axils.
        stood === 'spike' && stand === 'opposite' && !hasFruit(traits)
        ? 'spikes'
        : stood;
  const isLeafless =
    (stand === 'leafless' && traits.state('leaf-attachment') !== 'along-stem') || !hasLeaves(traits);
  const leafLong = isLeafless ? 0 : form.blade.length + form.stalk;
  const bare = bareStem(traits);
  const isBareShoot = bare > 0 && !kind;
  const limit = Math.max(
    leafLong *
      (kind
        ? clamp(240 / leafLong, 1.3, 4)
        : hidesItsStem(traits)
          ? 8
          : growth === 'creeping'
            ? 6
            : climbing
              ? 2.8
              : isArching || isCreeping
                ? 1.9
                : 4),
    kind
      ? clusterReach(model, kind) * (kind === 'compound-umbel' ? 5.2 : isArching || climbing ? 2.6 : 4.5)
      : 0,
    bare,
    pen * 40
  );
  // Of a cane a piece is shown, however high it has climbed yet.
  const tall = Math.max(Math.min(form.height, limit), bare);
  const isCut = tall < form.height * 0.8 || climbing || isArching;
  const camera = cameraAt(isCreeping ? 0.34 : 0.16);
  const isCrowded = hidesItsStem(traits);
  const inBud = isInBud(model);
  const isRing = stand === 'whorled' || stand === 'top-ring';
  /** Which way a plant lies and branches first is chance, for all of them alike. */
  const hand: -1 | 1 = random.fork('hand').next() < 0.5 ? -1 : 1;

  const grow = (name: string, foot: Point, lean: number, bend: number, reach: number): Shoot => {
    const climber =
      climbs === 'rootlets'
        ? growSpine(foot, 0.02, 0.03, reach, 20)
        : climbing && (climbs === 'twining' || climbs === undefined)
          ? twine(foot, reach, Math.max(form.stemWidth, pen * 3))
          : undefined;
    const between = clamp(
      Math.max(leafLong, stand === 'opposite' ? form.blade.width * 1.5 : 0) *
        (climbing
          ? 0.34
          : stand === 'opposite'
            ? isCreeping
              ? traits.state('leaf-thickness') === 'fleshy'
                ? 0.6
                : 0.95
              : traits.state('leaf-attachment')?.startsWith('stalkless')
                ? 0.8
                : 0.6
            : isRing
              ? 1.15
              : traits.state('leaf-attachment') === 'along-stem' && form.stalk > form.blade.length
                ? 0.2
                : 0.42),
      reach / 8,
      reach / 2.6
    );
    const count =
      stand === 'top-ring' ? 1 : isLeafless ? 5 : Math.max(2, Math.floor((reach * 0.94) / between));
    const first = isCut ? 0.1 : 0.16;
    const last = kind && !isAtJoints(kind) ? (isAlongStem(kind) ? 0.62 : 0.84) : inBud ? 0.8 : 0.97;
    const own = random.fork(`sway ${name}`);
    // Joints stand closer towards the tip, and never quite evenly.
    const joints = Array.from({ length: count }, (_, i) => {
      if (count === 1) return last;
      const share = (i + (i > 0 && i < count - 1 ? own.between(-0.16, 0.16) : 0)) / (count - 1);
      return first + (last - first) * (climbing ? share : share ** 0.88);
    });
    const sway = (own.next() < 0.5 ? -1 : 1) * own.between(0.03, isCreeping ? 0.16 : 0.1);
    return {
      spine:
        climber ?? growStem(foot, lean, bend, reach, sway, stand === 'alternate' && !isCrowded ? joints : []),
      joints,
      // Of a tall plant the upper part is drawn, where the stem is slighter.
      width: Math.max(Math.min(form.stemWidth * (isCut ? 0.7 : 1), reach * (kind ? 0.04 : 0.028)), pen * 2.6),
      first: -hand as -1 | 1
    };
  };
  const main =
    isCreeping && !climbing
      ? grow(
          'main',
          { x: -hand * tall * 0.42, y: 0 },
          hand * random.between(1.02, 1.25),
          hand * random.between(-0.95, -0.7),
          tall
        )
      : isArching
        ? grow('main', { x: -hand * tall * 0.3, y: 0 }, hand * 0.15, hand * 1.7, tall)
        : grow('main', { x: 0, y: 0 }, random.between(-0.07, 0.07), random.between(-0.12, 0.12), tall);
  const parts: Part[] = [];
  const taper = (shoot: Shoot) => (t: number) => shoot.width * (1 - (kind ? 0.5 : 0.62) * t);
  const sizeAt = (t: number) =>
    kind
      ? 0.9 - (kind === 'whorls' ? 0.66 : 0.48) * t
      : 0.8 + 0.3 * Math.sin(Math.PI * t * 0.9) - 0.45 * Math.max(0, t - 0.6);
  const leafy = (shoot: Shoot, name: string, k: number) =>
    isLeafless
      ? []
      : isCrowded
        ? crowdedLeaves(model, shoot.spine, name)
        : stemLeaves(model, camera, shoot, name, (t) => k * sizeAt(t), {
            tip: !(kind && !isAtJoints(kind)) && !climbing && !inBud
          });
  const hasRosette =
    !isLeafless &&
    !isCut &&
    (traits.state('leaf-attachment') === 'sheathing' ||
      (traits.state('leaf-attachment')?.startsWith('rosette') ?? false));
  if (!isCut && !climbing) parts.push(groundPart(model, tall * 0.5, hasRosette ? lowPitch : 0));
  if (climbing) parts.push(support(model, tall));
  const clusterFrom = clusterStart(
    model,
    kind ?? '',
    tall,
    kind === 'branched-spike' ? 0.5 : kind === 'one-sided' ? 0.42 : kind === 'club' ? 0.72 : 0.6
  );
  const branching = traits.state('stem-branching');
  const branches: Shoot[] = [];
  const isBeside = kind === 'compound-umbel' && traits.state('umbel-place') === 'beside-leaf';
  if (
    branching === 'above' &&
    !isBeside &&
    !climbing &&
    !isArching &&
    !isCreeping &&
    kind &&
    (kind === 'coil' || !isAlongStem(kind)) &&
    !isAtJoints(kind) &&
    !isCrowded
  )
    for (const [i, t] of [0.46, 0.62, 0.76].entries()) {
      const side = i % 2 ? hand : (-hand as -1 | 1);
      const own = random.fork(`branch ${i}`);
      const spine = growSpine(
        main.spine.place(t),
        main.spine.heading(t) + side * own.between(0.6, 0.85),
        -side * 0.45,
        tall * (0.44 - 0.08 * i),
        12
      );
      branches.push({ spine, joints: [0.5], width: main.width * 0.6, first: side });
    }
  if (isBeside)
    for (const [i, t] of main.joints.entries()) {
      const side = i % 2 ? -hand : hand;
      if (t > 0.3)
        branches.push({
          spine: growSpine(
            main.spine.place(t),
            main.spine.heading(Math.min(t, 0.99)) + side * 0.9,
            -side * 0.3,
            form.umbel * 0.5,
            8
          ),
          joints: [],
          width: main.width * 0.5
        });
    }
  const sideShoots: Shoot[] = [];
  if (branching === 'below' && !climbing && !isArching && (kind || leafLong < tall * 0.24))
    for (const side of [-1, 1]) {
      const own = random.fork(`side ${side}`);
      const reach = tall * own.between(0.62, 0.85);
      const foot = isCreeping ? main.spine.place(0.12) : { x: 0, y: -tall * 0.03 };
      sideShoots.push(
        grow(
          `side ${side}`,
          foot,
          isCreeping ? hand * (side < 0 ? 0.2 : 1.5) : side * own.between(0.42, 0.6),
          isCreeping ? 0 : -side * 0.35,
          reach
        )
      );
    }
  for (const [i, shoot] of sideShoots.entries()) {
    parts.push(stemPart(model, shoot.spine, taper(shoot), shoot.joints, -5 - i, `side ${i}`));
    parts.push(...leafy(shoot, `side ${i}`, 0.85));
    if (kind) parts.push(...clusters(model, shoot, kind, clusterFrom, `side ${i}`, 0.8));
  }
  for (const [i, shoot] of branches.entries())
    parts.push(stemPart(model, shoot.spine, taper(shoot), shoot.joints, -2, `branch ${i}`));
  const stem = stemPart(model, main.spine, taper(main), main.joints, 0);
  const extra: Shape[] = [];
  if (isCut && !climbing)
    extra.push(
      ...cutEnd(
        main.spine.place(0),
        main.width,
        main.spine.heading(0),
        traits.state('stem-filling'),
        form.colour.stem,
        pen
      )
    );
  if (isCreeping && traits.state('runners') === 'rooting')
    for (const t of [0.05, 0.2, 0.36])
      extra.push(
        rootlets(main.spine.place(t), Math.max(tall * 0.07, pen * 8), pen, random.fork(`roots ${t}`))
      );
  if (climbs === 'tendrils' || climbs === 'discs')
    for (const [i, t] of main.joints.entries()) {
      const side = i % 2 ? -1 : 1;
      extra.push(
        climbs === 'discs'
          ? discs(main.spine.place(t), side, tall * 0.12, pen, form.colour.stem)
          : tendril(main.spine.place(t), side, tall * 0.16, pen, form.colour.stem, side)
      );
    }
  if (climbs === 'leaf-stalks')
    for (const [i, t] of main.joints.entries())
      extra.push(hook(main.spine.place(t), i % 2 ? -1 : 1, tall * 0.07, pen, form.colour.stem));
  if (climbs === 'rootlets')
    for (let t = 0.04; t < 0.96; t += 0.05)
      extra.push(
        rootlets(
          main.spine.place(t),
          Math.max(main.width * 1.6, tall * 0.035),
          pen * 0.8,
          random.fork(`holds ${t.toFixed(2)}`)
        )
      );
  parts.push({ ...stem, shapes: [...extra, ...stem.shapes] });
  if (isBareShoot) parts.push(winterBuds(model, main));
  // Where several leaves spring from a whorl, a few lie behind the stem: their depth says so.
  parts.push(...leafy(main, 'main', 1));
  if (hasRosette) parts.push(...groundLeaves(model, 4, Math.min(1, (tall * 0.5) / leafLong), lowPitch));
  for (const [i, shoot] of branches.entries()) {
    if (!isLeafless)
      parts.push(
        ...stemLeaves(
          model,
          camera,
          { ...shoot, joints: shoot.joints.length > 0 ? [0.02] : [] },
          `branch ${i}`,
          () => 0.5,
          { stalk: 0.5 }
        )
      );
    if (kind) parts.push(...clusters(model, shoot, kind, clusterFrom, `branch ${i}`, 0.82));
  }
  if (kind && !isBeside) parts.push(...clusters(model, main, kind, clusterFrom, 'main'));
  if (inBud) parts.push(...closedBuds(model, main.spine, 'main'));
  return parts;
}

/** A stem that winds up. */
function twine(foot: Point, reach: number, width: number): Spine {
  const turns = 3.2;
  return spineThrough(
    Array.from({ length: 40 }, (_, i) => {
      const t = i / 39;
      return { x: foot.x + Math.sin(t * turns * 2 * Math.PI) * width * 2.6, y: foot.y - reach * t };
    })
  );
}

/** What a climber holds on to: a plain dead stick. */
function support(model: Model, tall: number): Part {
  const { pen, form } = model;
  const stick = growSpine({ x: 0, y: tall * 0.04 }, 0.01, 0.02, tall * 1.06);
  const width = Math.max(form.stemWidth * 1.3, pen * 5);
  return partOf(
    'ground',
    drawTube(stick, () => width, { colour: '#A89B84', pen: pen * 0.8 }, model.random.fork('stick')),
    [],
    [],
    -1e6,
    stick.place(0.5)
  );
}
