import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { isDangerous } from '../knowledge';
import { isKept, plantSheet, stageOfSheet, testPicture } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const rules = { mayDig: false, scentCounts: false };
const sheet = (slug: string, today: string, stage?: string) => {
  const one = taxon(slug);
  const description = stage
    ? [...one.stages.values()].find((own) => own.stage === stage)!
    : stageOfSheet(one, today);
  return plantSheet(library, one, description, today, rules);
};

describe('a picture in words', () => {
  const ramsons = taxon('allium-ursinum');
  const inLeaf = ramsons.stages.get('leaf')!;
  const test = (...states: readonly (readonly [string, string])[]) =>
    testPicture(
      library,
      ramsons,
      inLeaf,
      states.map(([character, state]) => ({ character, state }))
    );
  const statesOf = (slug: string) => {
    const cell = inLeaf.cells.get(slug)!;
    const character = library.character.get(slug)!;
    return character.kind === 'states'
      ? character.states.filter((_, i) => cell.frequency[i]! > 0.5).map(({ slug: state }) => state)
      : [];
  };

  // Common practice: lily of the valley has arching veins, too, and that alone has been the ruin of picnics.
  it('that fits lily of the valley as well is refused, and says that it does', () => {
    const tested = test(['leaf-venation', 'arching']);
    expect(isKept(tested)).toBe(false);
    expect(tested.fits.map(({ slug }) => slug)).toContain('convallaria-majalis');
  });

  it('of three things that lords-and-ladies, lily of the valley and autumn crocus do not share is kept', () => {
    const tested = test(
      ['leaf-attachment', 'own-stalk'],
      ['stalk-twist', 'half-turn'],
      ['leaf-venation', 'arching']
    );
    expect(tested.fits).toEqual([]);
    expect(isKept(tested)).toBe(true);
  });

  it('is held against every dangerous lookalike of the year, and kept where it fits none', () => {
    const all = library.characters
      .filter(({ kind, sense, organ }) => kind === 'states' && sense !== 'scent' && organ !== 'place')
      .flatMap(({ slug }) =>
        inLeaf.cells.has(slug) ? statesOf(slug).map((state) => [slug, state] as const) : []
      );
    const tested = test(...all);
    expect(tested.against).toBeGreaterThan(3);
    expect(tested.fits).toEqual([]);
    expect(isKept(tested)).toBe(true);
  });

  it('rests on no scent, and on nothing that the plant itself seldom has', () => {
    const [scent] = library.characters.filter(
      ({ sense, slug }) => sense === 'scent' && inLeaf.cells.has(slug)
    );
    expect(test([scent!.slug, statesOf(scent!.slug)[0]!]).idle).toHaveLength(1);
    expect(isKept(test(['leaf-venation', 'net']))).toBe(false);
    expect(test(['leaf-venation', 'net']).notItsOwn).toHaveLength(1);
  });

  it('that rests on what is not known of a lookalike is taken to fit it', () => {
    const { fits } = test(['leaf-base', 'tapering']);
    const unknown = fits.filter((one) => one.unknown.length > 0);
    expect(unknown.length).toBeGreaterThan(0);
    for (const { slug, stage } of unknown)
      expect(taxon(slug).stages.get(stage)!.cells.has('leaf-base')).toBe(false);
  });
});

describe('one plant on one sheet', () => {
  it('has the worst that is up beside it, and settles it by what is to be seen', () => {
    const found = sheet('allium-ursinum', '2027-04-24', 'leaf');
    const slugs = found.others.map(({ slug }) => slug);
    expect(slugs).toContain('convallaria-majalis');
    const severities = found.others.map(({ severity }) => severity);
    expect(severities).toEqual([...severities].sort((a, b) => b - a));
    expect(found.others.every(({ isDangerous: is }) => is)).toBe(true);
    expect(found.rows.length).toBeGreaterThan(1);
    expect(found.isTold).toBe(true);
    for (const [i] of found.others.entries())
      expect(found.rows.some(({ others, decides }) => decides && others[i]?.tells)).toBe(true);
  });

  it('of a dangerous plant shows what is taken for it, and never that it is told', () => {
    for (const one of library.taxa.values()) {
      if (!isDangerous(one)) continue;
      const found = sheet(one.slug, '2027-05-10');
      expect(found.isTold).toBe(false);
      expect(found.plant.isDangerous).toBe(true);
    }
  });

  it('of any plant has no more than there is room for, and a row only where something tells', () => {
    for (const one of library.taxa.values()) {
      const { others, rows } = sheet(one.slug, '2027-06-10');
      expect(others.length).toBeLessThanOrEqual(4);
      expect(rows.length).toBeLessThanOrEqual(5);
      for (const row of rows) expect(row.others.some((other) => other?.tells)).toBe(true);
    }
  });
});
