import { describe, expect, it } from 'vitest';
import { springWood } from '../../../../tests/support/circumstances';
import { shippedLibrary } from '../../../../tests/support/content';
import { pairsInSeason, practisedPair } from '../index';

const library = shippedLibrary();
const found = (isoDate: string) => pairsInSeason(library, isoDate);
const key = ({ target, lookalike }: { target: string; lookalike: string }) => `${target}~${lookalike}`;

describe('pairs to be practised without a walk', () => {
  it.each(['2027-04-25', '2027-07-15', '2027-10-15', '2027-01-15'])('are there all year: %s', (isoDate) => {
    const pairs = found(isoDate);
    expect(pairs.length).toBeGreaterThan(60);
    // Some are up now whatever the season.
    expect(pairs.filter((pair) => pair.isoDate === isoDate).length).toBeGreaterThan(5);
  });

  it('are asked about on a day on which both are up: ramsons in spring, whenever it is asked', () => {
    const ramsons = (isoDate: string) =>
      found(isoDate).find((pair) => key(pair) === 'allium-ursinum~convallaria-majalis')!.isoDate;
    expect(ramsons('2027-04-30')).toBe('2027-04-30');
    expect(ramsons('2027-11-30') > '2028-02-15').toBe(true);
    expect(ramsons('2027-11-30') < '2028-06-15').toBe(true);
  });

  it('leave out what is sorted and not told apart', () => {
    const sorted = library.pairs.filter(({ kind }) => kind === 'grows among').map(key);
    expect(sorted.length).toBeGreaterThan(0);
    expect(found('2027-04-25').map(key)).not.toEqual(expect.arrayContaining(sorted.slice(0, 1)));
  });

  it('stand at drawn stages of both, with what decides', () => {
    const at = { ...springWood, habitats: [] };
    const pairs = found('2027-04-25').slice(0, 30);
    const practised = pairs.flatMap((pair) => practisedPair(library, pair, at) ?? []);
    expect(practised.length).toBeGreaterThan(20);
    for (const one of practised) {
      expect(library.taxa.get(one.target)!.stages.has(one.targetStage)).toBe(true);
      expect(library.taxa.get(one.lookalike)!.stages.has(one.lookalikeStage)).toBe(true);
    }
    expect(practised.some(({ deciding }) => deciding.length > 1)).toBe(true);
  });
});
