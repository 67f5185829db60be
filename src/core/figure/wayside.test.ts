import { describe, expect, it } from 'vitest';
import { drawnTaxa, shippedLibrary } from '../../../tests/support/content';
import type { Stage } from '../knowledge';
import {
  type Distance,
  canStandByWay,
  distances,
  growWayside,
  isDrawnAt,
  renderPlate,
  standingPlants
} from './index';

const library = shippedLibrary();
const size = { width: 900, height: 540 };
const kind = (slug: string, stage: Stage) => ({
  taxon: library.taxa.get(slug)!,
  stage: library.taxa.get(slug)!.stages.get(stage)!
});
const may = [
  kind('anthriscus-sylvestris', 'flower'),
  kind('urtica-dioica', 'leaf'),
  kind('lamium-album', 'flower'),
  kind('crataegus-monogyna', 'flower')
];
const grow = (seed: number, distance: Distance = 'near', counts: readonly number[] = [2, 2, 2, 1]) =>
  growWayside(library, may, counts, seed, size, distance);

describe('a hedge bank', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(renderPlate(grow(3))).toBe(renderPlate(grow(3)));
    expect(renderPlate(grow(3))).not.toBe(renderPlate(grow(4)));
  });

  it('has the plants that were asked for, all within the picture', () => {
    for (const distance of distances)
      for (let seed = 1; seed <= 4; seed += 1) {
        const plants = standingPlants(grow(seed, distance));
        expect(may.map((_, i) => plants.filter((plant) => plant.kind === i).length)).toEqual([2, 2, 2, 1]);
        for (const { left, top, right, bottom } of plants) {
          expect(left).toBeGreaterThan(0);
          expect(right).toBeLessThan(size.width);
          expect(top).toBeGreaterThan(0);
          expect(bottom).toBeLessThan(size.height);
        }
      }
  });

  it('is drawn smaller from farther off, with bolder and fewer lines', () => {
    const heights = distances.map((distance) => {
      const plants = [1, 2, 3].flatMap((seed) => standingPlants(grow(seed, distance)));
      return plants.reduce((sum, { top, bottom }) => sum + bottom - top, 0) / plants.length;
    });
    expect(heights[1]).toBeLessThan(heights[0]! * 0.9);
    expect(heights[2]).toBeLessThan(heights[1]! * 0.9);
    expect(renderPlate(grow(2, 'far')).length).toBeLessThan(renderPlate(grow(2, 'near')).length);
  });

  it('puts a kind anywhere along the path: its place tells nothing of it', () => {
    let left = 0;
    const trials = 60;
    for (let seed = 1; seed <= trials; seed += 1) {
      const [wanted] = standingPlants(grow(seed, 'far', [1, 2, 2, 0])).filter((plant) => plant.kind === 0);
      if ((wanted!.left + wanted!.right) / 2 < size.width / 2) left += 1;
    }
    // Four deviations of a binomial with p = 1/2.
    expect(Math.abs(left - trials / 2)).toBeLessThan(4 * Math.sqrt(trials / 4));
  });

  it('says nothing of what stands there in its markup', () => {
    expect(renderPlate(grow(6))).not.toMatch(/urtica|anthriscus|nettle|parsley|<text|<title| id=| class=/i);
  });

  it('is for plants of the land: every one that is drawn can stand there, seaweeds and shells cannot', () => {
    for (const taxon of drawnTaxa(library))
      for (const stage of taxon.stages.values())
        if (isDrawnAt(stage)) expect(canStandByWay(stage), taxon.slug).toBe(taxon.group === 'plant');
  });
});
