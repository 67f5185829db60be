import { describe, expect, it } from 'vitest';
import { type Stage, bbchOf, stageNames } from '../../src/core/knowledge';
import { addDays, dayOfYear, stagesOn } from '../../src/core/season';
import { shippedLibrary } from '../support/content';

const library = shippedLibrary();

/** Days of a year on which a stage is ready, as day numbers. */
function readyDays(slug: string, stage: Stage): number[] {
  const taxon = library.taxa.get(slug)!;
  return Array.from({ length: 365 }, (_, i) => addDays('2027-01-01', i))
    .filter((date) => stagesOn(taxon, date).some((one) => one.stage === stage && one.probability >= 0.5))
    .map(dayOfYear);
}
const middle = (days: readonly number[]) => days[Math.floor(days.length / 2)]!;

describe('day of the year (ISO 8601 ordinal dates, calendar arithmetic)', () => {
  it.each([
    ['2027-01-01', 1],
    ['2027-04-24', 114],
    ['2027-12-31', 365],
    ['2028-02-29', 60],
    ['2028-12-31', 366]
  ])('%s is day %i', (date, day) => expect(dayOfYear(date)).toBe(day));
});

describe('growth stages (BBCH principal stages, Meier 2001, from memory)', () => {
  it('map to leaf development before flowering (6), fruit (7, 8) and senescence (9), in that order', () => {
    const lowest = stageNames.map((stage) => Number(bbchOf[stage][0]));
    expect(lowest).toEqual([...lowest].sort((a, b) => a - b));
    expect(bbchOf.flower).toBe('6');
    expect(bbchOf.fruit).toBe('7–8');
  });
});

describe('the order of the year in the north-west of Europe (common practice, no source)', () => {
  it('ramsons are leaves in April, flowers in May, and gone by midsummer', () => {
    expect(readyDays('allium-ursinum', 'leaf')).toEqual(expect.arrayContaining([95, 110]));
    expect(readyDays('allium-ursinum', 'flower')).toContain(135);
    expect(Math.max(...readyDays('allium-ursinum', 'flower'))).toBeLessThan(172);
  });

  it('cow parsley flowers before hemlock, and hemlock before wild carrot', () => {
    const [parsley, hemlock, carrot] = ['anthriscus-sylvestris', 'conium-maculatum', 'daucus-carota'].map(
      (slug) => middle(readyDays(slug, 'flower'))
    );
    expect(parsley!).toBeLessThan(hemlock!);
    expect(hemlock!).toBeLessThan(carrot!);
  });

  it('autumn crocus is never in leaf and in flower on one day', () => {
    const leaves = new Set(readyDays('colchicum-autumnale', 'leaf'));
    expect(readyDays('colchicum-autumnale', 'flower').some((day) => leaves.has(day))).toBe(false);
    expect(middle(readyDays('colchicum-autumnale', 'flower'))).toBeGreaterThan(240);
  });

  it('hemlock keeps its first-year leaves through the winter, so the window crosses the new year', () => {
    const days = readyDays('conium-maculatum', 'first-year leaf');
    expect(days).toContain(355);
    expect(days).toContain(15);
    expect(days).not.toContain(160);
  });

  it('a plant bears fruit after its flowers', () => {
    for (const taxon of library.taxa.values()) {
      if (!taxon.stages.has('fruit') || !taxon.stages.has('flower')) continue;
      // Autumn crocus and ivy ripen in the spring after they have flowered.
      if (['colchicum-autumnale', 'hedera-helix'].includes(taxon.slug)) continue;
      expect(middle(readyDays(taxon.slug, 'fruit')), taxon.slug).toBeGreaterThan(
        middle(readyDays(taxon.slug, 'flower'))
      );
    }
  });
});
