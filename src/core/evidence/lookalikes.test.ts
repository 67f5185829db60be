import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { isDangerous } from '../knowledge';
import { addDays, stagesUp } from '../season';
import { dangerousLookalikes, glanceSimilarity, looksAlike, separability } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const find = (slug: string, isoDate: string, habitats: string[] = []) =>
  dangerousLookalikes(library, taxon(slug), taxon(slug).stages.get('leaf')!, isoDate, { habitats });
const anyStage = fc.constantFrom(...[...library.taxa.values()].flatMap(({ stages }) => [...stages.values()]));

describe('dangerous lookalikes', () => {
  it('are only those that can be met: a plant that is not up on the date is none', () => {
    const winter = find('allium-ursinum', '2027-12-20').map((one) => one.taxon.slug);
    expect(winter).not.toContain('convallaria-majalis');
    expect(find('allium-ursinum', '2027-04-25').map((one) => one.taxon.slug)).toContain(
      'convallaria-majalis'
    );
  });

  it('stand at every one of their stages that is up', () => {
    for (const { taxon: other, stages } of find('anthriscus-sylvestris', '2027-04-20'))
      expect(stages.map(({ description }) => description.stage)).toEqual(
        stagesUp(other, '2027-04-20').map(({ stage }) => stage)
      );
  });

  it('that nobody curated need a plausible habitat and likeness at a glance', () => {
    for (const { taxon: other, curated, similarity } of find('rumex-acetosa', '2027-04-25', ['grassland']))
      if (!curated) {
        expect(similarity).toBeGreaterThanOrEqual(looksAlike);
        expect(other.habitats).toContain('grassland');
      }
  });

  it('are in the order of their slugs, whatever the order of the library', () => {
    const slugs = find('allium-ursinum', '2027-04-25').map((one) => one.taxon.slug);
    expect(slugs).toEqual([...slugs].sort());
    expect(slugs.every((slug) => isDangerous(taxon(slug)))).toBe(true);
  });

  it('are the same on every day of one stage of the year', () => {
    const on = (date: string) => find('allium-ursinum', date).map((one) => one.taxon.slug);
    expect(on(addDays('2027-04-15', 3))).toEqual(on('2027-04-15'));
  });
});

describe('likeness and separability over the whole library', () => {
  it('likeness is symmetric, within 0 and 1, and greatest with oneself', () => {
    fc.assert(
      fc.property(anyStage, anyStage, (a, b) => {
        const g = glanceSimilarity(library.characters, a, b);
        expect(g).toBe(glanceSimilarity(library.characters, b, a));
        if (g === undefined) return;
        expect(g).toBeGreaterThanOrEqual(0);
        expect(g).toBeLessThanOrEqual(glanceSimilarity(library.characters, a, a)! + 1e-12);
      })
    );
  });

  it('separability is symmetric, never above 1 − ε, and zero for a plant and itself', () => {
    fc.assert(
      fc.property(anyStage, anyStage, fc.constantFrom(...library.characters), (a, b, character) => {
        const [x, y] = [a.cells.get(character.slug), b.cells.get(character.slug)];
        const s = separability(character, x, y);
        expect(s).toBeCloseTo(separability(character, y, x), 12);
        expect(s).toBeGreaterThanOrEqual(0);
        expect(s).toBeLessThanOrEqual(1 - character.error + 1e-12);
        expect(separability(character, x, x)).toBe(0);
      })
    );
  });
});
