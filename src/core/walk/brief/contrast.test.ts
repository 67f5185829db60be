import { describe, expect, it } from 'vitest';
import { springWood } from '../../../../tests/support/circumstances';
import { shippedLibrary } from '../../../../tests/support/content';
import { rivalOf } from '../../evidence';
import { pieceAt, senses } from '../../knowledge';
import { type Circumstances, contrastRows, surveyTaxon } from '../index';

const library = shippedLibrary();
const ramsons = library.taxa.get('allium-ursinum')!;

function rows(slug: string, change: Partial<Circumstances> = {}) {
  const at = { ...springWood, ...change };
  const set = surveyTaxon(library, ramsons, 'gather', at).separation.set.characters;
  const other = library.taxa.get(slug)!;
  const [stage, its] = [ramsons.stages.get('leaf')!, other.stages.get('leaf')!];
  const rival = rivalOf(library, { taxon: ramsons, stage }, { taxon: other, stage: its });
  return contrastRows(library, { stage, piece: pieceAt(ramsons, 'leaf') }, rival, set, at);
}

describe('the rows of a contrast sheet', () => {
  it('hold only characters that separate the two well', () => {
    for (const row of rows('convallaria-majalis')) expect(row.separability).toBeGreaterThanOrEqual(0.75);
  });

  it('put first what decides, each part from far to near to touch to scent', () => {
    const found = rows('colchicum-autumnale');
    const order: readonly string[] = senses;
    const deciding = found.filter(({ decides }) => decides);
    expect(found.slice(0, deciding.length)).toEqual(deciding);
    for (const part of [deciding, found.slice(deciding.length)]) {
      const places = part.map(({ character }) => order.indexOf(character.sense));
      expect(places).toEqual([...places].sort((a, b) => a - b));
    }
  });

  it('name first, of one sense, what the lookalike itself bears: scales before a stalk that is not twisted', () => {
    const lily = library.taxa.get('convallaria-majalis')!;
    const stage = ramsons.stages.get('leaf')!;
    const rival = rivalOf(
      library,
      { taxon: ramsons, stage },
      { taxon: lily, stage: lily.stages.get('leaf')! }
    );
    const near = contrastRows(library, { stage, piece: pieceAt(ramsons, 'leaf') }, rival, [], springWood)
      .map(({ character }) => character)
      .filter(({ sense }) => sense === 'near');
    const [scales, twist] = ['foot-sheath', 'stalk-twist'].map((slug) =>
      near.findIndex((one) => one.slug === slug)
    );
    expect(scales).toBeGreaterThanOrEqual(0);
    expect(scales).toBeLessThan(twist!);
    // By effort alone it would be the other way round.
    expect(near[scales!]!.effort).toBeGreaterThan(near[twist!]!.effort);
  });

  it('say what only the whole plant shows: a leaf alone has no flower', () => {
    const stage = ramsons.stages.get('flower')!;
    const arum = library.taxa.get('arum-maculatum')!;
    const rival = rivalOf(
      library,
      { taxon: ramsons, stage },
      { taxon: arum, stage: arum.stages.get('flower')! }
    );
    const all = contrastRows(library, { stage, piece: pieceAt(ramsons, 'flower') }, rival, [], springWood);
    const onPlantOnly = (slug: string) => all.find(({ character }) => character.slug === slug)!.onPlantOnly;
    expect(onPlantOnly('flower-form')).toBe(true);
    expect(onPlantOnly('leaf-venation')).toBe(false);
    expect(onPlantOnly('scent')).toBe(false);
  });

  it('say both plants in words', () => {
    const attachment = rows('convallaria-majalis').find(
      ({ character }) => character.slug === 'leaf-attachment'
    )!;
    expect(attachment).toMatchObject({
      target: 'each on its own stalk',
      lookalike: 'usually rolled in each other on one stem, rarely each on its own stalk',
      decides: true
    });
  });

  it('leave out scent against what can kill or where the school says so, and what is underground unless one may dig', () => {
    const slugs = (slug: string, change: Partial<Circumstances> = {}) =>
      rows(slug, change).map(({ character }) => character.slug);
    expect(slugs('arum-maculatum')).toContain('scent');
    expect(slugs('convallaria-majalis')).not.toContain('scent');
    expect(slugs('arum-maculatum', { policy: { ...springWood.policy, scentCounts: false } })).not.toContain(
      'scent'
    );
    expect(slugs('convallaria-majalis')).not.toContain('underground');
    expect(slugs('convallaria-majalis', { mayDig: true })).toContain('underground');
  });

  it('ask nobody to touch or tear what burns: lords-and-ladies harm by their sap', () => {
    for (const { character } of rows('arum-maculatum'))
      expect(['touch', 'cut']).not.toContain(character.sense);
  });
});
