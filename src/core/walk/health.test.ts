import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { concernKeys, healthMatches, metTaxon } from './index';

const library = shippedLibrary();
const taxa = (...slugs: string[]) => slugs.map((slug) => metTaxon(library, library.taxa.get(slug)!, true));
const note = (concern: (typeof concernKeys)[number]) => [{ person: 'Dara', concern, words: '' }];
const matched = (concern: (typeof concernKeys)[number], ...slugs: string[]) =>
  healthMatches(note(concern), taxa(...slugs)).map(({ taxon }) => taxon);

/** Common cautions, no source. */
describe('health notes beside the taxa of a walk', () => {
  it.each<[(typeof concernKeys)[number], string, string]>([
    ['kidney', 'oxalate in sorrel', 'rumex-acetosa'],
    ['carrot-family', 'a plant of the carrot family', 'daucus-carota'],
    ['daisy-family', 'a plant of the daisy family', 'achillea-millefolium'],
    ['shellfish', 'a shellfish', 'patella-vulgata'],
    ['thyroid', 'iodine in kelp', 'laminaria-digitata'],
    ['pregnancy', 'salicylates in meadowsweet', 'filipendula-ulmaria'],
    ['child', 'oxalate in sorrel', 'rumex-acetosa'],
    ['weak-defences', 'flukes on watercress', 'nasturtium-officinale'],
    ['epilepsy', 'the essential oil of mugwort', 'artemisia-vulgaris'],
    ['blood-thinner', 'vitamin K in nettle', 'urtica-dioica'],
    ['latex', 'the milk of a dandelion', 'taraxacum-officinale'],
    ['gout', 'oxalate in sorrel', 'rumex-acetosa'],
    ['light-sensitive', 'sap that burns in sunlight', 'heracleum-sphondylium']
  ])('%s: find %s', (concern, _, slug) => {
    expect(matched(concern, slug)).toEqual([slug]);
  });

  it('find nothing where nothing is known to speak to it', () => {
    expect(matched('shellfish', 'rumex-acetosa')).toEqual([]);
    expect(matched('other', 'conium-maculatum')).toEqual([]);
    // Kin of the dandelion, but without milk.
    expect(matched('latex', 'achillea-millefolium', 'rumex-acetosa')).toEqual([]);
  });

  it('count what is eaten only where it is gathered, and what harms by contact always', () => {
    const shown = (slug: string, concern: (typeof concernKeys)[number]) =>
      healthMatches(note(concern), [metTaxon(library, library.taxa.get(slug)!, false)]).length;
    expect(shown('rumex-acetosa', 'kidney')).toBe(0);
    expect(shown('heracleum-sphondylium', 'skin')).toBe(1);
  });

  it('find no less when more taxa or notes are there', () => {
    const all = [...library.taxa.keys()].flatMap((slug) => taxa(slug));
    fc.assert(
      fc.property(
        fc.subarray(all, { minLength: 1 }),
        fc.subarray([...concernKeys], { minLength: 1 }),
        (some, keys) => {
          const notes = keys.map((concern) => ({ person: 'Dara', concern, words: '' }));
          const found = healthMatches(notes, some).map(({ taxon, concern }) => `${taxon} ${concern}`);
          const whole = new Set(
            healthMatches(concernKeys.flatMap(note), all).map(({ taxon, concern }) => `${taxon} ${concern}`)
          );
          return found.every((one) => whole.has(one)) && new Set(found).size === found.length;
        }
      ),
      { numRuns: 40 }
    );
  });
});
