import { describe, expect, it } from 'vitest';
import { overYears } from './over-years';

const estimate = (countedOn: string, low: number, high: number) => ({
  countedOn,
  body: { method: 'estimate', low, high } as const
});
const taken = (gatheredOn: string, pieces: number) => ({ gatheredOn, pieces });

describe('a patch over the years', () => {
  it('has every year from the first record to this one, with its last census and what was taken', () => {
    const years = overYears(
      [estimate('2027-04-10', 100, 300), estimate('2027-02-01', 1, 2), estimate('2024-05-01', 50, 90)],
      [taken('2026-06-01', 12), taken('2026-07-01', 3)],
      54,
      '2027-05-01'
    );
    expect(years.map(({ name }) => name)).toEqual(['2024', '2025', '2026', '2027']);
    expect(years.map(({ counted }) => counted?.high)).toEqual([90, undefined, undefined, 300]);
    expect(years.map((one) => one.taken)).toEqual([0, 0, 15, 0]);
  });

  it('keeps a southern season together over the new year', () => {
    const years = overYears(
      [estimate('2026-12-20', 10, 20)],
      [taken('2027-01-08', 4), taken('2025-11-30', 2)],
      -37.8,
      '2027-02-01'
    );
    expect(years.map(({ name, taken: of }) => [name, of])).toEqual([
      ['2025/26', 2],
      ['2026/27', 4]
    ]);
    expect(years[1]!.counted?.low).toBe(10);
  });

  it('is this year alone where nothing is recorded', () => {
    expect(overYears([], [], 54, '2027-05-01')).toEqual([
      { year: 2027, name: '2027', counted: undefined, taken: 0 }
    ]);
  });
});
