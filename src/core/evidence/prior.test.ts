import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { canBeTakenFor, lookCloser, matrixOf, priorOf } from './index';

const library = shippedLibrary();
const matrix = matrixOf(library);
const isoDate = '2027-06-10';

/** What a plant weighs before anything is seen, over all its stages. */
function weightOf(slug: string, habitats: readonly string[]): number {
  const prior = priorOf(matrix, { isoDate, habitats, abundance: new Map() });
  const t = matrix.taxa.findIndex((taxon) => taxon.slug === slug);
  return prior.slice(matrix.firstOf[t]!, matrix.firstOf[t + 1]!).reduce((sum, one) => sum + one, 0);
}

describe('a plant away from its habitats', () => {
  /** Against one that is at home on both grounds, so that the rest of the library does not count. */
  const share = (slug: string, habitat: string) =>
    weightOf(slug, [habitat]) / weightOf('ranunculus-repens', [habitat]);

  it('weighs a fifth if it is harmless, and half if it can do harm; never nothing', () => {
    expect(
      share('nasturtium-officinale', 'cultivated') / share('nasturtium-officinale', 'waterside')
    ).toBeCloseTo(0.2);
    expect(share('oenanthe-aquatica', 'cultivated') / share('oenanthe-aquatica', 'waterside')).toBeCloseTo(
      0.5
    );
  });

  it('is named after one of its kind that is at home there', () => {
    const ferny = ['leaf-outline ferny', 'stem-hairs hairless'].map((sign) => {
      const [slug, word] = sign.split(' ');
      const character = library.character.get(slug!)!;
      if (character.kind !== 'states') throw new Error(slug);
      return { character, state: character.states.findIndex((one) => one.slug === word) };
    });
    const ranks = (habitat: string) => {
      const at = { isoDate, habitats: [habitat], abundance: new Map() };
      const { suspects } = lookCloser(library, at, { mayDig: false, scentCounts: true }, ferny);
      return ['aethusa-cynapium', 'oenanthe-aquatica'].map((slug) =>
        suspects.findIndex(({ taxon }) => taxon.slug === slug)
      ) as [number, number];
    };
    const [fools, fine] = ranks('cultivated');
    expect(fools).toBeLessThan(fine);
    const [foolsInWater, fineInWater] = ranks('waterside');
    expect(fineInWater).toBeLessThan(foolsInWater);
  });
});

describe('a bare twig, of which nothing is taken', () => {
  const stage = (slug: string, name: 'winter' | 'fruit') => library.taxa.get(slug)!.stages.get(name)!;
  const taken = (slug: string, name: 'winter' | 'fruit') =>
    canBeTakenFor(library.characters, stage(slug, name), stage('frangula-alnus', name), undefined);

  it('is like every other, and is no lookalike of any but those that are known', () => {
    expect(taken('crataegus-monogyna', 'winter')).toBe(false);
    expect(taken('prunus-spinosa', 'fruit')).toBe(true);
  });
});
