import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { springWood } from '../../../tests/support/circumstances';
import { shippedLibrary } from '../../../tests/support/content';
import { isDangerous } from '../knowledge';
import { addDays } from '../season';
import { type Circumstances, stageOn, surveyTaxon } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const survey = (slug: string, change: Partial<Circumstances> = {}) =>
  surveyTaxon(library, taxon(slug), 'show', { ...springWood, ...change });
const ratingOf = (slug: string, lookalike: string, change: Partial<Circumstances> = {}) =>
  survey(slug, change).pairs.find((pair) => pair.lookalike.taxon.slug === lookalike)!.rating;

describe('the stage at which a taxon is met', () => {
  it('is the likeliest that is up', () => {
    expect(stageOn(taxon('daucus-carota'), '2027-08-01', 'show')?.stage.stage).toBe('flower');
  });

  it('is, for gathering, one at which its use applies', () => {
    const carrot = taxon('daucus-carota');
    expect(carrot.uses.flatMap(({ stages }) => stages)).toEqual(['flower']);
    expect(stageOn(carrot, '2027-06-25', 'gather')?.stage.stage).toBe('flower');
  });

  it('is none where nothing of it is up', () => {
    expect(stageOn(taxon('allium-ursinum'), '2027-12-01', 'gather')).toBeUndefined();
  });
});

describe('a survey', () => {
  it('holds every curated lookalike that is up, wherever the walk goes', () => {
    const elsewhere = survey('allium-ursinum', { habitats: ['heath'] });
    expect(elsewhere.pairs.map(({ lookalike }) => lookalike.taxon.slug)).toEqual(
      expect.arrayContaining(['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'])
    );
  });

  it('says of a known lookalike that is not up yet from when it is', () => {
    const early = survey('allium-ursinum', { isoDate: '2027-03-10' });
    const found = early.pairs.map(({ lookalike }) => lookalike.taxon.slug);
    expect(found).not.toContain('convallaria-majalis');
    const lily = early.coming.find(({ taxon }) => taxon.slug === 'convallaria-majalis')!;
    expect(lily.from > '2027-03-25' && lily.from < '2027-04-25').toBe(true);
    expect(survey('allium-ursinum').coming).toEqual([]);
  });

  it('drops no lookalike because nobody has logged it: logging only raises its rating', () => {
    const logged = new Map([['convallaria-majalis', 'abundant' as const]]);
    const unlogged = ratingOf('allium-ursinum', 'convallaria-majalis');
    const known = ratingOf('allium-ursinum', 'convallaria-majalis', { abundance: logged });
    expect(known.chanceMet).toBeGreaterThan(unlogged.chanceMet);
    expect(known.rating).toBeGreaterThanOrEqual(unlogged.rating);
  });

  it('lets good drills lower the likelihood by one class at most', () => {
    const abundance = new Map([['convallaria-majalis', 'dominant' as const]]);
    const drills = new Map([['allium-ursinum~convallaria-majalis', [{ answers: 10, mistaken: 0 }]]]);
    const before = ratingOf('allium-ursinum', 'convallaria-majalis', { abundance });
    const after = ratingOf('allium-ursinum', 'convallaria-majalis', { abundance, drills });
    expect(after.chanceMistaken).toBeLessThan(before.chanceMistaken);
    expect(before.likelihood - after.likelihood).toBeLessThanOrEqual(1);
  });

  it('ranks its pairs by rating', () => {
    const ratings = survey('allium-ursinum').pairs.map(({ rating }) => rating.rating);
    expect(ratings).toEqual([...ratings].sort((a, b) => b - a));
  });

  it('needs no set where the taxon is not up, and says from when it can be told', () => {
    const winter = survey('allium-ursinum', { isoDate: '2027-12-01' });
    expect(winter).toMatchObject({ stage: undefined, stageProbability: 0, pairs: [] });
    expect(winter.firstDate! > '2028-01-01').toBe(true);
  });

  it('finds a set without scent where the school rules it out', () => {
    const { separation } = survey('lapsana-communis', { habitats: [] });
    expect(separation.set.characters.map(({ sense }) => sense)).toContain('scent');
    const policy = { ...springWood.policy, scentCounts: false };
    for (const slug of ['lapsana-communis'])
      expect(
        survey(slug, { policy, habitats: [] }).separation.set.characters.map(({ sense }) => sense)
      ).not.toContain('scent');
  });

  it('trusts a set on the true plant far more than on any lookalike', () => {
    const { trust } = survey('allium-ursinum');
    expect(trust.onTarget).toBeGreaterThan(0.5);
    for (const wrongly of trust.onRival.values()) expect(wrongly).toBeLessThan(trust.onTarget / 50);
  });
});

describe('on every day of the year, for every taxon that is no danger itself', () => {
  const harmless = [...library.taxa.values()].filter((one) => !isDangerous(one)).map(({ slug }) => slug);
  const days = fc.integer({ min: 0, max: 364 }).map((day) => addDays('2027-01-01', day));

  it('a survey names dangerous taxa alone, never the target, and each of them once', () => {
    fc.assert(
      fc.property(fc.constantFrom(...harmless), days, (slug, isoDate) => {
        const slugs = survey(slug, { isoDate }).pairs.map(({ lookalike }) => lookalike.taxon.slug);
        expect(new Set(slugs).size).toBe(slugs.length);
        expect(slugs).not.toContain(slug);
        for (const other of slugs) expect(isDangerous(taxon(other))).toBe(true);
      }),
      { numRuns: 60 }
    );
  });

  it('a set has two characters or more wherever there is a lookalike, and a first date leads to one', () => {
    fc.assert(
      fc.property(fc.constantFrom(...harmless), days, (slug, isoDate) => {
        const { separation, pairs, stage, firstDate } = survey(slug, { isoDate });
        const told = pairs.filter(({ lookalike }) => lookalike.curated?.kind !== 'grows among');
        if (separation.found && told.length > 0)
          expect(separation.set.characters.length).toBeGreaterThanOrEqual(2);
        if (!separation.found && stage) expect(separation.open.length).toBeGreaterThan(0);
        if (firstDate) {
          expect(firstDate > isoDate).toBe(true);
          expect(survey(slug, { isoDate: firstDate }).separation.found).toBe(true);
        }
      }),
      { numRuns: 60 }
    );
  });

  it('looks at the part that is taken: its stages, and what is on that piece', () => {
    const at = { ...springWood, isoDate: '2027-05-05' };
    const of = (part: string) =>
      surveyTaxon(library, taxon('taraxacum-officinale'), 'gather', at, false, part);
    expect([of('leaf').stage?.stage, of('flower').stage?.stage]).toEqual(['leaf', 'flower']);
    const organs = of('flower').separation.set.characters.map(({ organ }) => organ);
    expect(organs.every((organ) => ['flower', 'inflorescence', 'stem'].includes(organ))).toBe(true);
    // A part of which no use is known is looked at as what is first used.
    expect(of('pappus').stage?.stage).toBe(of('').stage?.stage);
  });
});
