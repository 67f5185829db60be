import { describe, expect, it } from 'vitest';
import { springWood } from '../../../tests/support/circumstances';
import { shippedLibrary } from '../../../tests/support/content';
import { type Circumstances, contrastRows, surveyTaxon } from './index';

const library = shippedLibrary();
const ramsons = library.taxa.get('allium-ursinum')!;

function rows(slug: string, change: Partial<Circumstances> = {}) {
  const at = { ...springWood, ...change };
  const set = surveyTaxon(library, ramsons, 'gather', at).separation.set.characters;
  const other = library.taxa.get(slug)!;
  return contrastRows(library, ramsons.stages.get('leaf')!, other, other.stages.get('leaf')!, set, at);
}

describe('the rows of a contrast sheet', () => {
  it('hold only characters that separate the two well', () => {
    for (const row of rows('convallaria-majalis')) expect(row.separability).toBeGreaterThanOrEqual(0.75);
  });

  it('put first what decides, each part from far to near to touch to scent', () => {
    const found = rows('colchicum-autumnale');
    const order = ['far', 'near', 'touch', 'scent', 'cut', 'dig'];
    const deciding = found.filter(({ decides }) => decides);
    expect(found.slice(0, deciding.length)).toEqual(deciding);
    for (const part of [deciding, found.slice(deciding.length)]) {
      const senses = part.map(({ character }) => order.indexOf(character.sense));
      expect(senses).toEqual([...senses].sort((a, b) => a - b));
    }
  });

  it('say both plants in words', () => {
    const attachment = rows('convallaria-majalis').find(
      ({ character }) => character.slug === 'leaf-attachment'
    )!;
    expect(attachment).toMatchObject({
      target: 'each on its own stalk',
      lookalike: 'rolled in each other on one stem',
      decides: true
    });
  });

  it('leave out scent where the school says so, and what lies underground unless one may dig', () => {
    const slugs = (change: Partial<Circumstances>) =>
      rows('convallaria-majalis', change).map(({ character }) => character.slug);
    expect(slugs({})).toContain('scent');
    expect(slugs({})).not.toContain('underground');
    expect(slugs({ policy: { ...springWood.policy, scentCounts: false } })).not.toContain('scent');
    expect(slugs({ mayDig: true })).toContain('underground');
  });

  it('ask nobody to touch or tear what burns: lords-and-ladies harm by their sap', () => {
    for (const { character } of rows('arum-maculatum'))
      expect(['touch', 'cut']).not.toContain(character.sense);
  });
});
