import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type DayRules,
  type PlantYear,
  type WishedPlant,
  apartDays,
  bestDays,
  scoreDay,
  scoreDays
} from './index';

/** A plant with one stage worth a stop on some days, and one lookalike that it is untold from on others. */
function plant(
  name: string,
  worth: number,
  [from, until]: readonly [number, number],
  untold: PlantYear['lookalikes'][number]['untold'] = [],
  isDanger = false
): WishedPlant {
  const percent = Uint8Array.from({ length: 365 }, (_, d) => (d + 1 >= from && d + 1 <= until ? 80 : 0));
  const year: PlantYear = {
    taxon: name,
    stages: [{ stage: 'leaf', percent, isTaught: true }],
    lookalikes: untold.length > 0 ? [{ taxon: 'twin', severity: 4, percent, untold }] : [],
    met: percent.map((chance) => (chance > 0 ? 0 : 255))
  };
  return {
    taxon: name,
    name,
    worth,
    isDanger,
    years: { 2027: year, 2028: year }
  };
}
const rules: DayRules = {
  minutes: 150,
  hours: { from: 9 * 60, until: 18 * 60 },
  weekdays: [0, 1, 2, 3, 4, 5, 6],
  daylight: () => ({ from: 6 * 60, until: 20 * 60 }),
  shore: undefined,
  taken: () => undefined
};
const spring = plant('spring', 3, [60, 150]);
const summer = plant('summer', 2, [120, 220]);

describe('a day for a wish list', () => {
  it('is worth what can be taught on it, each by its chance', () => {
    expect(scoreDay([spring, summer], rules, '2027-03-10').score).toBeCloseTo(2.4);
    expect(scoreDay([spring, summer], rules, '2027-05-10').score).toBeCloseTo(4);
    const winter = scoreDay([spring, summer], rules, '2027-12-10');
    expect(winter).toMatchObject({ score: 0, plants: [], missing: ['spring', 'summer'] });
  });

  it('is worth nothing for what cannot be told from a dangerous lookalike, and names it', () => {
    const twin = plant('twinned', 3, [60, 150], [[60, 100]]);
    const day = scoreDay([twin], rules, '2027-03-10');
    expect(day.score).toBe(0);
    expect(day.plants[0]).toMatchObject({ name: 'twinned', untold: ['twin'] });
    expect(scoreDay([twin], rules, '2027-04-20').score).toBeCloseTo(2.4);
  });

  it('shows a dangerous plant whatever it looks like', () => {
    const hemlock = plant('hemlock', 1, [60, 150], [[60, 150]], true);
    expect(scoreDay([hemlock], rules, '2027-03-10').score).toBeCloseTo(0.8);
  });

  it.each<[string, Partial<DayRules>, RegExp]>([
    ['the day of the week', { weekdays: [6] }, /no walks on Wednesdays/],
    ['the diary', { taken: () => 'School closed' }, /School closed/],
    ['daylight', { daylight: () => ({ from: 9 * 60, until: 11 * 60 }) }, /daylight/],
    ['the tide', { shore: () => [{ from: 600, until: 700 }] }, /only 100 minutes/],
    ['a tide at night', { shore: () => [{ from: 0, until: 300 }] }, /not open in daylight/]
  ])('can be barred by %s, with the reason', (_, own, why) => {
    const { bars } = scoreDay([spring], { ...rules, ...own }, '2027-03-10');
    expect(bars.join()).toMatch(why);
  });

  it('holds the walk while it is light, within the hours and while the shore is open', () => {
    expect(scoreDay([spring], rules, '2027-03-10').span).toEqual({ from: 540, until: 1080 });
    const shore = () => [
      { from: 400, until: 700 },
      { from: 1000, until: 1400 }
    ];
    expect(scoreDay([spring], { ...rules, minutes: 100, shore }, '2027-03-10').span).toEqual({
      from: 540,
      until: 700
    });
  });

  it('takes the last day of a leap year as the day before', () => {
    expect(() => scoreDay([spring], rules, '2028-12-31')).not.toThrow();
  });
});

describe('the best days', () => {
  it('lie apart, can be held, and none that is left out beats one that is chosen', () => {
    const days = fc.array(fc.record({ score: fc.integer({ min: 0, max: 30 }), isBarred: fc.boolean() }), {
      minLength: 40,
      maxLength: 120
    });
    fc.assert(
      fc.property(days, (drawn) => {
        const scored = [...scoreDays([], rules, '2027-01-01', drawn.length)].map((day, i) => ({
          ...day,
          score: drawn[i]!.score,
          bars: drawn[i]!.isBarred ? ['closed'] : []
        }));
        const best = bestDays(scored, 3);
        const at = (isoDate: string) => scored.findIndex((day) => day.isoDate === isoDate);
        for (const [i, a] of best.entries()) {
          expect(a.bars).toEqual([]);
          for (const b of best.slice(i + 1))
            expect(Math.abs(at(a.isoDate) - at(b.isoDate))).toBeGreaterThanOrEqual(apartDays(drawn.length));
        }
        const [first] = best;
        const most = Math.max(0, ...scored.filter(({ bars }) => bars.length === 0).map(({ score }) => score));
        expect(first?.score ?? 0).toBe(most);
      })
    );
  });

  it('of spring are those on which both plants are up', () => {
    const days = [...scoreDays([spring, summer], rules, '2027-01-01', 365)];
    for (const { plants } of bestDays(days, 3)) expect(plants).toHaveLength(2);
  });
});

describe('a year of which nothing is known', () => {
  it('has nothing to teach', () => {
    expect(scoreDay([spring], rules, '2035-03-10')).toMatchObject({ score: 0, missing: ['spring'] });
  });
});
