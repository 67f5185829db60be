import { describe, expect, it } from 'vitest';
import { everyPlant } from '../../../tests/support/content';
import type { Stage } from '../knowledge';
import { isDrawnAt, specimen } from './index';
import { type Part, boundsOf, boundsOfParts } from './scene';

const library = everyPlant();
const drawn = (slug: string, stage: Stage, seed: number) => {
  const taxon = library.taxa.get(slug)!;
  return specimen(library, taxon, taxon.stages.get(stage)!, seed, 'whole');
};
const seeds = Array.from({ length: 12 }, (_, i) => i + 1);
const ofKind = (slug: string, stage: Stage, seed: number, kind: Part['kind']) =>
  drawn(slug, stage, seed).parts.filter((part) => part.kind === kind);
const sizeOf = ({ hit }: Part) => {
  const { left, top, right, bottom } = boundsOf(hit.flat());
  return { wide: right - left, high: bottom - top };
};
const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

describe('a plant in bud', () => {
  const inBud = [...library.taxa.values()].filter(({ stages }) => {
    const bud = stages.get('bud');
    return bud && isDrawnAt(bud);
  });
  const umbels = inBud.filter(({ family }) => family === 'Apiaceae').map(({ slug }) => slug);

  it.each(umbels)('bears its closed umbel at its tip, which shows nothing yet: %s', (slug) => {
    const { parts, bounds } = drawn(slug, 'bud', 3);
    const buds = parts.filter(({ kind }) => kind === 'closed buds');
    expect(buds).toHaveLength(1);
    expect(buds[0]!.shows).toEqual([]);
    expect(buds[0]!.anchor.y).toBeLessThan((bounds.top + bounds.bottom) / 2);
    expect(parts.some(({ kind }) => kind === 'flower cluster')).toBe(false);
  });

  it('is told from the plant in leaf and in flower', () => {
    for (const { slug, stages } of inBud)
      for (const stage of ['leaf', 'flower'] as const)
        if (stages.has(stage) && isDrawnAt(stages.get(stage)!))
          expect(ofKind(slug, stage, 3, 'closed buds'), `${slug} ${stage}`).toEqual([]);
  });

  it('without leaves on its stem bears its bud on a stalk above them', () => {
    const { parts } = drawn('microseris-walteri', 'bud', 3);
    const bud = parts.find(({ kind }) => kind === 'closed buds')!;
    const leaves = boundsOfParts(parts.filter(({ kind }) => kind === 'leaf'));
    expect(bud.anchor.y).toBeLessThan(leaves.top);
  });
});

describe('fruits of a climber', () => {
  const bunches = (slug: string) => seeds.flatMap((seed) => ofKind(slug, 'fruit', seed, 'fruit'));
  const shape = (slug: string) =>
    mean(
      bunches(slug).map((part) => {
        const { wide, high } = sizeOf(part);
        return high / wide;
      })
    );

  it('hang in bunches that are longer than they are wide, or stand in balls', () => {
    expect(shape('vitis-riparia')).toBeGreaterThan(1.3);
    expect(shape('menispermum-canadense')).toBeGreaterThan(1.3);
    for (const slug of ['smilax-aspera', 'lonicera-periclymenum']) {
      expect(shape(slug), slug).toBeGreaterThan(0.75);
      expect(shape(slug), slug).toBeLessThan(1.25);
    }
  });

  it('hang at several joints of it, not from its tip alone', () => {
    for (const slug of ['vitis-riparia', 'toxicodendron-radicans', 'toxicodendron-diversilobum'])
      for (const seed of seeds)
        expect(ofKind(slug, 'fruit', seed, 'fruit').length, `${slug} ${seed}`).toBeGreaterThan(1);
  });
});

it('a fan of swords bears its capsules one above the other', () => {
  for (const seed of seeds) {
    const heights = ofKind('iris-versicolor', 'fruit', seed, 'fruit').map(({ anchor }) =>
      Math.round(anchor.y)
    );
    expect(new Set(heights).size, `seed ${seed}`).toBeGreaterThan(1);
  }
});

it('racemes of a laburnum hang, whichever way their twig leans', () => {
  for (const seed of seeds)
    for (const part of ofKind('laburnum-anagyroides', 'flower', seed, 'flower cluster')) {
      const { wide, high } = sizeOf(part);
      expect(high, `seed ${seed}`).toBeGreaterThan(wide);
    }
});

it('berries of lily of the valley hang apart on one side, in whichever word their stand was chosen', () => {
  for (const seed of [...seeds, 725015]) {
    const [berries] = ofKind('convallaria-majalis', 'fruit', seed, 'fruit');
    const { wide, high } = sizeOf(berries!);
    expect(high, `seed ${seed}`).toBeGreaterThan(wide * 2);
  }
});

it('a thistle in winter stands withered, with several heads: no clock on a green stalk', () => {
  const bare = [...seeds, 828368].filter(
    (seed) => ofKind('cirsium-arvense', 'winter', seed, 'leaf').length === 0
  );
  expect(bare.length).toBeGreaterThan(5);
  for (const seed of bare) {
    const { parts } = drawn('cirsium-arvense', 'winter', seed);
    const heads = parts.filter(({ kind }) => kind === 'fruit');
    const tufts = heads.reduce((sum, { shapes }) => sum + shapes.length, 0);
    expect(tufts, `seed ${seed}`).toBeGreaterThan(20);
    const stem = parts.find(({ kind }) => kind === 'stem')!.shapes.find(({ fill }) => fill)!;
    const [red, green] = [1, 3].map((i) => parseInt(stem.fill!.slice(i, i + 2), 16));
    expect(red, `seed ${seed}`).toBeGreaterThan(green!);
  }
});

it('a dead mullein keeps its capsules packed: more of them than a bluebell in fruit', () => {
  const shapes = (slug: string, stage: Stage) =>
    mean(
      seeds.map((seed) =>
        ofKind(slug, stage, seed, 'fruit').reduce((sum, part) => sum + part.shapes.length, 0)
      )
    );
  expect(shapes('verbascum-thapsus', 'winter')).toBeGreaterThan(
    3 * shapes('hyacinthoides-non-scripta', 'fruit')
  );
});

it('of a bare cane a hand’s breadth at least is shown, however it grows', () => {
  for (const slug of ['toxicodendron-radicans', 'toxicodendron-diversilobum', 'vitis-riparia'])
    for (const seed of Array.from({ length: 40 }, (_, i) => i + 1)) {
      const { top, bottom } = drawn(slug, 'winter', seed).bounds;
      expect(bottom - top, `${slug} ${seed}`).toBeGreaterThan(60);
    }
});
