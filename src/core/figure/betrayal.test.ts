import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import type { LibraryTaxon, Recipe, StageDescription } from '../knowledge';
import { createRandom } from '../random';
import { formOf } from './form';
import { isDrawnAt, specimen } from './index';
import { pickTraits } from './traits';

/**
 * What tells the two plants of a pair apart is what is described of them. A small classifier that is trained on
 * half of the specimens tries to tell the other half apart by what nothing is said of: it must stay near chance.
 */

const library = shippedLibrary();

interface Member {
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}
const pairs = library.pairs.flatMap(({ target, lookalike, hardestAt }) => {
  const [a, b] = [target, lookalike].map((slug): Member | undefined => {
    const taxon = library.taxa.get(slug)!;
    const stage = taxon.stages.get(hardestAt);
    return stage && isDrawnAt(stage) ? { taxon, stage } : undefined;
  });
  return a && b ? [{ name: `${target} / ${lookalike}`, members: [a, b] as const }] : [];
});

/** Share of the second halves that the best threshold of the first halves tells apart. */
function thresholdAccuracy(a: readonly number[], b: readonly number[]): number {
  const half = a.length / 2;
  const known = [
    ...a.slice(0, half).map((value) => ({ value, isA: true })),
    ...b.slice(0, half).map((value) => ({ value, isA: false }))
  ].sort((x, y) => x.value - y.value);
  let below = half;
  let best = { right: 0, at: 0, aIsBelow: true };
  for (const { value, isA } of known) {
    below += isA ? 1 : -1;
    if (below > best.right) best = { right: below, at: value, aIsBelow: true };
    if (2 * half - below > best.right) best = { right: 2 * half - below, at: value, aIsBelow: false };
  }
  const saysA = (value: number) => value <= best.at === best.aIsBelow;
  return (
    (a.slice(half).filter(saysA).length + b.slice(half).filter((value) => !saysA(value)).length) / a.length
  );
}

/** Share of the second halves that lie nearer to the right one of the two means of the first halves. */
function nearestMeanAccuracy(a: readonly number[][], b: readonly number[][]): number {
  const half = a.length / 2;
  const meanOf = (all: readonly number[][]) =>
    all[0]!.map((_, i) => all.reduce((sum, one) => sum + one[i]!, 0) / all.length);
  const [meanA, meanB] = [meanOf(a.slice(0, half)), meanOf(b.slice(0, half))];
  const away = (one: readonly number[], mean: readonly number[]) =>
    one.reduce((sum, value, i) => sum + (value - mean[i]!) ** 2, 0);
  const isA = (one: readonly number[]) => away(one, meanA) < away(one, meanB);
  return (a.slice(half).filter(isA).length + b.slice(half).filter((one) => !isA(one)).length) / a.length;
}

const noRecipe: Recipe = { colour: {}, pairs: [], quality: {} };

describe('the green of the leaves', () => {
  const green = ({ taxon, stage }: Member, seed: number): number[] => {
    const random = createRandom(`${taxon.slug} ${stage.stage} ${seed}`);
    const { colour } = formOf(
      taxon.recipe ?? noRecipe,
      pickTraits(library, stage, random.fork('traits')),
      random.fork('form')
    );
    return [1, 3, 5].map((i) => parseInt(colour.leaf.slice(i, i + 2), 16));
  };
  /** How often the described colours alone tell the right one of two, guessing as well as can be. */
  const bestGuess = ([a, b]: readonly [Member, Member]): number | undefined => {
    const [x, y] = [a, b].map(({ stage }) => stage.cells.get('leaf-colour')?.frequency);
    return x && y ? x.reduce((sum, share, i) => sum + Math.max(share, y[i]!), 0) / 2 : undefined;
  };

  it.each(pairs.map(({ name, members }) => [name, members] as const))(
    'of %s tells no more than what is described of it',
    (_, members) => {
      const known = bestGuess(members);
      if (known === undefined) return;
      const seeds = 200;
      const [a, b] = members.map((member) => Array.from({ length: seeds }, (_, i) => green(member, i + 1)));
      // Four deviations of the binomial.
      expect(nearestMeanAccuracy(a!, b!)).toBeLessThan(
        known + 4 * Math.sqrt((known * (1 - known)) / seeds) + 0.03
      );
    }
  );
});

describe('posture', () => {
  const habits = ['growth-form', 'leaf-attachment', 'stem-leaf-stand', 'leaf-division'];
  const usualHabit = ({ stage }: Member) =>
    habits.map((slug) => {
      const frequency = stage.cells.get(slug)?.frequency;
      return frequency ? frequency.indexOf(Math.max(...frequency)) : -1;
    });
  /** Pairs that grow alike; every second one, or it takes too long. */
  const alike = pairs
    .filter(({ members: [a, b] }) => String(usualHabit(a)) === String(usualHabit(b)))
    .filter((_, i) => i % 2 === 0);

  /** Where the middle of the plant, its highest point and its foot lie across its width. */
  const measure = ({ taxon, stage }: Member, seed: number): number[] => {
    const { parts, bounds } = specimen(library, taxon, stage, seed, 'whole');
    const rings = parts.filter(({ kind }) => kind !== 'ground').flatMap(({ hit }) => hit);
    const points = rings.flat();
    const across = (x: number) => (x - bounds.left) / (bounds.right - bounds.left);
    const top = points.reduce((best, point) => (point.y < best.y ? point : best));
    return [across(points.reduce((sum, { x }) => sum + x, 0) / points.length), across(top.x), across(0)];
  };
  const seeds = 60;
  /** Of many specimens: a plant stands in several pairs. */
  const known = new Map<Member['stage'], number[][]>();
  const statistics = (member: Member): number[][] => {
    const before = known.get(member.stage);
    if (before) return before;
    const now = Array.from({ length: seeds }, (_, i) => measure(member, i + 1));
    known.set(member.stage, now);
    return now;
  };

  it('is compared for pairs of several habits', () => {
    expect(alike.length).toBeGreaterThan(10);
  });

  it.each(alike.map(({ name, members }) => [name, members] as const))('of %s tells nothing', (_, members) => {
    const [a, b] = members.map(statistics);
    for (const which of [0, 1, 2])
      expect(
        thresholdAccuracy(
          a!.map((one) => one[which]!),
          b!.map((one) => one[which]!)
        ),
        `statistic ${which}`
      ).toBeLessThan(0.5 + 4 * Math.sqrt(0.25 / seeds));
  });
});
