import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import type { Stage } from '../knowledge';
import { type Handful, piecePlaces, renderPlate, strewHandful } from './index';

const library = shippedLibrary();
const size = { width: 720, height: 520 };
const kind = (slug: string, stage: Stage) => ({
  taxon: library.taxa.get(slug)!,
  stage: library.taxa.get(slug)!.stages.get(stage)!
});
const ramsons = [kind('allium-ursinum', 'leaf'), kind('convallaria-majalis', 'leaf')];
const strew = (counts: readonly number[], seed: number, kinds = ramsons): Handful =>
  strewHandful(library, kinds, counts, seed, size);

describe('a handful', () => {
  it('holds as many pieces of each kind as asked for, and is the same for the same seed', () => {
    const handful = strew([9, 3], 4);
    expect(handful.kinds.filter((one) => one === 0)).toHaveLength(9);
    expect(handful.kinds.filter((one) => one === 1)).toHaveLength(3);
    expect(renderPlate(strew([9, 3], 4))).toBe(renderPlate(handful));
    expect(renderPlate(strew([9, 3], 5))).not.toBe(renderPlate(handful));
  });

  it('lies on the cloth with all its pieces, to one scale', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const { figures } = strew([17, 3], seed);
      expect(new Set(figures.map(({ scale }) => scale)).size).toBe(1);
      for (const { scene, scale, dx, dy } of figures) {
        expect(scene.bounds.left * scale + dx).toBeGreaterThan(0);
        expect(scene.bounds.right * scale + dx).toBeLessThan(size.width);
        expect(scene.bounds.top * scale + dy).toBeGreaterThan(0);
        expect(scene.bounds.bottom * scale + dy).toBeLessThan(size.height);
      }
    }
  });

  it('puts the wrong pieces anywhere: neither their turn nor their place gives them away', () => {
    const turns = new Array<number>(8).fill(0);
    let leftHalf = 0;
    for (let seed = 1; seed <= 120; seed += 1) {
      const handful = strew([7, 1], seed);
      const wrong = handful.kinds.indexOf(1);
      turns[wrong]! += 1;
      if (piecePlaces(handful)[wrong]!.x < size.width / 2) leftHalf += 1;
    }
    // Four deviations of a binomial with p = 1/8, and with p = 1/2.
    for (const count of turns) expect(Math.abs(count - 15)).toBeLessThan(4 * Math.sqrt((120 * 7) / 64));
    expect(Math.abs(leftHalf - 60)).toBeLessThan(4 * Math.sqrt(30));
  });

  it('of a plant in fruit is of whole fruits, without the cut one of its plate', () => {
    const haws = [kind('crataegus-monogyna', 'fruit'), kind('dioscorea-communis', 'fruit')];
    for (const { scene } of strew([6, 2], 1, haws).figures)
      expect(scene.parts.map(({ kind: part }) => part)).toEqual(['fruit']);
  });
});
