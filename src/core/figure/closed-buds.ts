import type { LibraryTaxon, Recipe, StageDescription } from '../knowledge';
import type { Random } from '../random';
import { type Model, type Opening, flowerSizeOf, hasFlowers, hasFruit, isAbsent, umbelWidthOf } from './form';
import { type Spine, add, clamp, ellipse, golden, growSpine, hull, scale, towards } from './geometry';
import { stalkLine } from './item';
import { partOf } from './organs';
import { edged, filled, lines, tone } from './paint';
import type { Part, Point, Shape } from './scene';
import type { Traits } from './traits';

/**
 * Flowers that are still closed, at the tip of a shoot. They show nothing that is asked for: neither colour nor how far
 * their stalks will spread is to be seen yet.
 */

/** Share of an open flower's, and of an open umbel's width. */
const closed = { flower: 0.5, umbel: 0.5 } as const;

/** @param pick the states of this specimen at another stage */
export function openingOf(
  taxon: LibraryTaxon,
  stage: StageDescription,
  recipe: Recipe,
  pick: (stage: StageDescription) => Traits
): Opening | undefined {
  const later = stage.stage === 'bud' ? taxon.stages.get('flower') : undefined;
  const traits = later && pick(later);
  const cluster = traits?.state('flower-cluster');
  if (!traits || cluster === undefined || isAbsent(cluster) || cluster === 'axils') return undefined;
  return {
    cluster,
    flower: flowerSizeOf(traits),
    umbel: umbelWidthOf(recipe, traits)
  };
}

/** Whether a specimen stands in bud: it has neither flowers nor fruit that are drawn instead. */
export const isInBud = ({ opening, traits }: Model): boolean =>
  opening !== undefined && !hasFlowers(traits) && !hasFruit(traits);

/** Of sepals and closed petals. */
const budColour = ({ form }: Model): string => tone(form.colour.stem, 0.06);

/** An egg with the seam of its closed petals. @param heading of its tip */
function bud(at: Point, heading: number, long: number, colour: string, pen: number): Shape[] {
  const wide = long * 0.34;
  const middle = add(at, scale(towards(heading), long * 0.46));
  const tip = add(at, scale(towards(heading), long * 0.94));
  return [
    edged([ellipse(middle, wide, long * 0.5, heading, 10)], colour, pen * 0.6),
    lines([[add(at, scale(towards(heading), long * 0.3)), tip]], tone(colour, -0.45), pen * 0.5, 0.8)
  ];
}

/** An umbel of umbels that has not spread: short rays, each with a tight head. */
function closedUmbel(model: Model, umbel: number, tip: Point, heading: number, random: Random): Shape[] {
  const { form, pen } = model;
  const wide = Math.max(umbel * closed.umbel, pen * 34);
  const head = wide * 0.2;
  const green = tone(form.colour.stem, 0.08);
  const heads = Array.from({ length: 7 }, (_, i) => {
    const share = (i - 3) / 3;
    const long = wide * (0.62 - 0.16 * share * share) * random.between(0.9, 1.08);
    return { turn: share * 0.72 + random.between(-0.06, 0.06), long, behind: i % 2 === 1 };
  }).sort((a, b) => Number(b.behind) - Number(a.behind));
  return heads.flatMap(({ turn, long, behind }) => {
    const ray = growSpine(tip, heading + turn, -turn * 0.35, long * (behind ? 1.1 : 0.88), 5);
    const end = ray.place(1);
    const colour = behind ? tone(green, -0.12) : green;
    const seeds = golden(9, head * 0.72).map((p) => add(end, { x: p.x, y: p.y * 0.72 - head * 0.16 }));
    return [
      ...stalkLine(model, ray.points, 0.8),
      filled([ellipse(end, head * 0.94, head * 0.74, 0, 12)], tone(colour, -0.3)),
      edged(
        seeds.map((p) => ellipse(p, head * 0.3, head * 0.27, 0, 6)),
        tone(colour, 0.16),
        pen * 0.4
      )
    ];
  });
}

/** Closed flowers along the upper part, the youngest at the tip. @param lean out of the axis, 0 pressed to it */
function alongTip(
  model: Model,
  axis: Spine,
  from: number,
  count: number,
  long: number,
  lean: number,
  random: Random
): Shape[] {
  const colour = budColour(model);
  return Array.from({ length: count }, (_, i) => count - 1 - i).flatMap((i) => {
    const share = i / Math.max(1, count - 1);
    const t = Math.min(from + (1 - from) * share, 0.99);
    const side = [1, -1, 0.45, -0.45][i % 4]!;
    const turn = axis.heading(t) + side * lean * (1 - 0.75 * share) + random.between(-0.08, 0.08);
    return bud(axis.place(t), turn, long * (1 - 0.55 * share), colour, model.pen);
  });
}

/** A few on short stalks of uneven length. */
function fewBuds(
  model: Model,
  tip: Point,
  heading: number,
  count: number,
  long: number,
  random: Random
): Shape[] {
  const colour = budColour(model);
  return Array.from({ length: count }, (_, i) => {
    const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
    const stalk = growSpine(
      tip,
      heading + share * 0.75,
      -share * 0.3,
      long * (1.1 - 0.35 * Math.abs(share)) * random.between(0.8, 1.25),
      5
    );
    return [
      ...stalkLine(model, stalk.points, 0.9),
      ...bud(stalk.place(0.94), stalk.heading(0.98), long, colour, model.pen)
    ];
  }).flat();
}

/** @param axis of the shoot: what is closed stands at its tip, or along its upper part */
function shapesOf(model: Model, { cluster, flower, umbel }: Opening, axis: Spine, random: Random): Shape[] {
  const [tip, heading] = [axis.place(1), axis.heading(0.99)];
  const long = Math.max(flower * closed.flower, model.pen * 10);
  switch (cluster) {
    case 'compound-umbel':
      return closedUmbel(model, umbel, tip, heading, random);
    case 'one-sided':
    case 'spike':
    case 'branched-spike': {
      const reach = clamp((long * 8) / axis.length, 0.14, 0.3);
      return alongTip(model, axis, 1 - reach, 18, long, 0.9, random);
    }
    case 'coil':
      return ([-1, 1] as const).flatMap((side) => {
        const arm = growSpine(tip, heading + side * 0.4, side * 2.4, long * 4, 10);
        return [...stalkLine(model, arm.points), ...alongTip(model, arm, 0.35, 6, long * 0.8, 0.8, random)];
      });
    case 'head':
      return fewBuds(model, tip, heading, 1, long, random);
    case 'flat-cluster':
    case 'short-head':
      return fewBuds(model, tip, heading, 9, long * 0.8, random);
    default:
      return fewBuds(model, tip, heading, 4, long, random);
  }
}

/** The closed flowers of a shoot; nothing where none will open. */
export function closedBuds(model: Model, axis: Spine, name: string): Part[] {
  if (!model.opening) return [];
  const shapes = shapesOf(model, model.opening, axis, model.random.fork(`buds ${name}`));
  const points = shapes.flatMap(({ rings }) => rings.flat());
  return [partOf('closed buds', shapes, [], [hull(points)], 3e3)];
}
