import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { accountOf, accountsOf, countsIn, harvestOf } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;

describe('the parts of a plant', () => {
  it('are counted together where none has an allowance of its own: a flower that is taken gives no berry', () => {
    const elder = taxon('sambucus-nigra');
    expect(accountsOf(elder)).toHaveLength(1);
    expect(accountOf(elder, 'flower')).toEqual(accountOf(elder, 'ripe berry'));
    expect(countsIn(elder, accountOf(elder, 'ripe berry'), 'flower')).toBe(true);
  });

  it('are counted apart where one has its own: leaves of bramble take nothing off its berries', () => {
    const bramble = taxon('rubus-fruticosus');
    const [together, leaf] = accountsOf(bramble);
    expect(together.parts).toEqual(['ripe berry']);
    expect(leaf).toMatchObject({ key: 'young leaf', parts: ['young leaf'] });
    expect(countsIn(bramble, together, 'young leaf')).toBe(false);
    expect(countsIn(bramble, leaf!, 'young leaf')).toBe(true);
    expect(countsIn(bramble, leaf!, 'ripe berry')).toBe(false);
  });

  it('of which nobody knows the name count everywhere, so that nothing is taken uncounted', () => {
    const nettle = taxon('urtica-dioica');
    for (const account of accountsOf(nettle)) expect(countsIn(nettle, account, 'whole plant')).toBe(true);
  });

  it('have their own way of being taken, else that of the plant', () => {
    const nettle = taxon('urtica-dioica');
    expect(harvestOf(nettle, 'seed')!.rule).toContain('strings of green seed');
    expect(harvestOf(nettle, 'young top')).toBe(nettle.harvest);
  });

  it('that have rules in the starter library are used, and each mass is said to be a draft', () => {
    const ruled = [...library.taxa.values()].filter(({ parts }) => parts.length > 0);
    expect(ruled.length).toBeGreaterThan(10);
    for (const { slug, uses, parts } of ruled)
      for (const { part, grams, basis } of parts) {
        expect(
          uses.map((use) => use.part),
          slug
        ).toContain(part);
        if (grams) expect(basis, slug).toContain('draft');
        // A handful is more than a piece, and less than half a kilogram.
        if (grams?.handful) expect(grams.handful[1], slug).toBeGreaterThan(2 * grams.piece[1]);
        if (grams?.handful) expect(grams.handful[2], slug).toBeLessThan(500);
      }
  });
});
