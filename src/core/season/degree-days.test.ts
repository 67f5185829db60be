import { describe, expect, it } from 'vitest';
import { type DayOfWarmth, addDays, daysAhead, meanOfYears, warmthYear } from './index';

/** A year in which each day has 10 °C less or more than another: degree days of 5 above the base of 5. */
function year(
  of: string,
  count: number,
  mean = 10,
  without: readonly number[] = [],
  begins = '01-01'
): Map<string, DayOfWarmth> {
  const days = new Map<string, DayOfWarmth>();
  for (let d = 0; d < count; d += 1) {
    const on = addDays(`${of}-${begins}`, d);
    if (!without.includes(d)) days.set(on, { on, min: mean - 2, max: mean + 2 });
  }
  return days;
}
const sums = (days: Map<string, DayOfWarmth>, of = '2027') => warmthYear(days, `${of}-01-01`, 5, 'average');

describe('the warmth of a year', () => {
  it('adds up from 1 January', () => {
    expect(sums(year('2027', 100)).sums.at(-1)).toBeCloseTo(500);
  });

  it('bridges short gaps and says how many days', () => {
    const result = sums(year('2027', 100, 10, [20, 21, 22]));
    expect(result).toMatchObject({ bridged: 3, stopsAt: undefined });
    expect(result.sums).toHaveLength(100);
    expect(result.sums.at(-1)).toBeCloseTo(500);
  });

  it('stops at a longer gap, and says where', () => {
    const result = sums(year('2027', 100, 10, [20, 21, 22, 23, 24, 25, 26]));
    expect(result.stopsAt).toBe('2027-01-21');
    expect(result.sums).toHaveLength(20);
  });

  it('does not begin where the first days are missing', () => {
    expect(sums(year('2027', 100, 10, [0])).sums).toEqual([]);
    expect(sums(new Map()).sums).toEqual([]);
  });

  it('is ahead of the mean of other years by the days that those took longer', () => {
    const others = ['2024', '2025', '2026'].map((of) => sums(year(of, 365), of));
    const mean = meanOfYears(others);
    expect(mean).toHaveLength(365);
    // Twice as warm by the base: after 60 days it has what others have after 120.
    expect(daysAhead(sums(year('2027', 60, 15)), mean, '2027-03-01')).toBe(60);
    expect(daysAhead(sums(year('2027', 60, 7.5)), mean, '2027-03-01')).toBe(-30);
    expect(daysAhead(sums(year('2027', 60, 2)), mean, '2027-03-01')).toBeUndefined();
    expect(meanOfYears(others.slice(0, 1))).toEqual([]);
  });

  it('goes on over the new year where it begins on 1 July', () => {
    const southern = (of: string, count: number, mean = 10) =>
      warmthYear(year(of, count, mean, [], '07-01'), `${of}-07-01`, 5, 'average');
    const ofTwoYears = new Map([
      ...year('2025', 365, 10, [], '07-01'),
      ...year('2026', 220, 10, [], '07-01')
    ]);
    expect(warmthYear(ofTwoYears, '2026-07-01', 5, 'average').sums).toHaveLength(220);
    const mean = meanOfYears([southern('2024', 365), southern('2025', 365)]);
    // 4 September is the 66th day of it.
    expect(daysAhead(southern('2026', 66, 15), mean, '2026-09-04')).toBe(66);
  });
});
