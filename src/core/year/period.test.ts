import { describe, expect, it } from 'vitest';
import { periods, problemOfDays, spanOf } from './index';

describe('the days among which one is chosen', () => {
  it('are a year from today on', () => {
    expect(spanOf('year', '2027-04-24')).toEqual({ from: '2027-04-24', days: 365 });
  });

  it.each([
    ['03-01', '2027-01-10', '2027-03-01', 92],
    // What is past of a season is not among them.
    ['03-01', '2027-04-24', '2027-04-24', 38],
    ['03-01', '2027-05-31', '2027-05-31', 1],
    ['03-01', '2027-06-01', '2028-03-01', 92],
    ['06-01', '2027-04-24', '2027-06-01', 92],
    ['09-01', '2027-04-24', '2027-09-01', 91],
    // Winter goes on into the next year, and lasts a day longer in a leap year.
    ['12-01', '2027-04-24', '2027-12-01', 91],
    ['12-01', '2026-04-24', '2026-12-01', 90],
    ['12-01', '2027-01-15', '2027-01-15', 45]
  ] as const)('of the season from %s on are, on %s, from %s on %i', (season, today, from, days) => {
    expect(spanOf(season, today)).toEqual({ from, days });
  });

  it('are never before today, and never none', () => {
    for (const { value } of periods)
      for (let month = 1; month <= 12; month += 1) {
        const today = `2027-${String(month).padStart(2, '0')}-15`;
        const { from, days } = spanOf(value, today);
        expect(from >= today, value).toBe(true);
        expect(days, value).toBeGreaterThan(0);
      }
  });
});

describe('what is asked of a day', () => {
  const asked = { hoursLong: 2.5, opens: 540, closes: 1080, weekdays: [0, 6] };
  it.each([
    [{}, undefined],
    [{ hoursLong: 9 }, undefined],
    [{ hoursLong: 0 }, 'between a few minutes and fourteen hours'],
    [{ hoursLong: NaN }, 'between a few minutes and fourteen hours'],
    [{ hoursLong: 15 }, 'between a few minutes and fourteen hours'],
    [{ closes: 600 }, 'shorter than the walk'],
    [{ closes: 500 }, 'shorter than the walk'],
    [{ weekdays: [] }, 'at least one day of the week']
  ])('%o is answered with %s', (change, words) => {
    const problem = problemOfDays({ ...asked, ...change });
    if (words === undefined) expect(problem).toBeUndefined();
    else expect(problem).toContain(words);
  });
});
