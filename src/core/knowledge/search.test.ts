import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { findTaxa, harms, isDangerous } from './index';

const library = shippedLibrary();
const slugs = (wanted: Parameters<typeof findTaxa>[1]) => findTaxa(library, wanted).map(({ slug }) => slug);

describe('finding taxa', () => {
  it.each([
    ['a common name of any region', 'Moing mhear', 'conium-maculatum'],
    ['a name without its accents', 'cigue', 'conium-maculatum'],
    ['a synonym', 'Tamus', 'dioscorea-communis'],
    ['a family’s English name', 'arum family', 'arum-italicum'],
    ['a place', 'river', 'conium-maculatum'],
    ['words of name and place together', 'lords hedge', 'arum-maculatum'],
    ['what it bears', 'blackberry', 'rubus-fruticosus'],
    ['a plural', 'Nettles', 'urtica-dioica'],
    ['a plural in -ies', 'blackberries', 'rubus-fruticosus'],
    ['a Welsh name', 'dant y llew', 'taraxacum-officinale'],
    ['a Breton name', 'linad', 'urtica-dioica'],
    ['a Gaelic name', 'Creamh', 'allium-ursinum'],
    ['a German name', 'barlauch', 'allium-ursinum'],
    ['a Dutch name', 'daslook', 'allium-ursinum']
  ])('by %s', (_, words, slug) => {
    expect(slugs({ words })).toContain(slug);
  });

  it('by everything that is stated at once', () => {
    const found = findTaxa(library, { family: 'Apiaceae', habitat: 'waterside', harm: 'can kill' });
    expect(found.map(({ slug }) => slug)).toEqual(
      expect.arrayContaining(['cicuta-virosa', 'conium-maculatum', 'oenanthe-crocata'])
    );
    for (const taxon of found) {
      expect(taxon.family).toBe('Apiaceae');
      expect(taxon.eatenSeverity).toBe(4);
    }
  });

  it('finds everything where nothing is stated, and divides it by harm', () => {
    expect(slugs({})).toHaveLength(library.taxa.size);
    const [, dangerous, , harmless] = harms;
    expect(slugs({ harm: dangerous }).length + slugs({ harm: harmless }).length).toBe(library.taxa.size);
    for (const taxon of findTaxa(library, { harm: 'burns the skin' })) expect(isDangerous(taxon)).toBe(true);
  });

  it('finds nothing by a word that stands nowhere', () => {
    expect(slugs({ words: 'hemlock unicorn' })).toEqual([]);
  });
});
