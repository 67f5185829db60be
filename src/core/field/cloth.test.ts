import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { type ClothResult, clothTests, keptOffCloth, layingRule, pairsOnCloth } from './cloth';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const laid = ['allium-ursinum', 'convallaria-majalis', 'rumex-acetosa', 'glechoma-hederacea'].map((slug) => ({
  slug,
  stage: 'leaf' as const
}));
const tests = (results: Record<string, ClothResult>) =>
  clothTests(library, laid, 'p', new Map(Object.entries(results))).map(
    ({ taxon: of, lookalike, outcome }) => ({
      of,
      lookalike,
      outcome
    })
  );

describe('leaves on a cloth', () => {
  it('lie there in a closed bag where they are poisonous, and not at all where they burn', () => {
    expect(keptOffCloth(taxon('heracleum-mantegazzianum'))).toContain('stays where it grows');
    expect(keptOffCloth(taxon('convallaria-majalis'))).toBeUndefined();
    expect(layingRule(taxon('convallaria-majalis'))).toContain('closed clear bag');
    expect(layingRule(taxon('rumex-acetosa'))).toBe('');
  });

  it('count for a pair only where both of its plants lay there and were asked for', () => {
    expect(pairsOnCloth(library, laid).map((pair) => pair.map(({ slug }) => slug))).toEqual([
      ['allium-ursinum', 'convallaria-majalis']
    ]);
    expect(tests({ 'allium-ursinum': 'named', 'convallaria-majalis': 'named' })).toEqual([
      { of: 'allium-ursinum', lookalike: 'convallaria-majalis', outcome: 'named rightly' }
    ]);
    expect(tests({ 'allium-ursinum': 'named' })).toEqual([
      { of: 'allium-ursinum', lookalike: undefined, outcome: 'named rightly' }
    ]);
  });

  it('are right of a pair where both were named, and wrong where one was taken for another', () => {
    const outcome = (own: ClothResult, other: ClothResult) =>
      tests({ 'allium-ursinum': own, 'convallaria-majalis': other })[0]!.outcome;
    expect(outcome('named', 'not named')).toBe('left alone');
    expect(outcome('mixed up', 'named')).toBe('taken for another');
    expect(outcome('not named', 'mixed up')).toBe('taken for another');
  });

  it('say nothing of a plant that nobody was asked for', () => {
    expect(tests({ 'rumex-acetosa': 'not named' })).toEqual([
      { of: 'rumex-acetosa', lookalike: undefined, outcome: 'left alone' }
    ]);
    expect(tests({})).toEqual([]);
  });
});
