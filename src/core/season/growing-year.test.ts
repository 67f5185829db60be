import { describe, expect, it } from 'vitest';
import { growingYear, growingYearBegins, growingYearEnds, growingYearName } from './index';

describe('a growing year', () => {
  it('is the calendar year in the north', () => {
    expect(growingYear('2027-01-01', 54)).toBe(2027);
    expect(growingYearBegins('2027-12-31', 54)).toBe('2027-01-01');
    expect(growingYearEnds('2027-03-01', 54)).toBe('2027-12-31');
  });

  it('runs over the new year in the south', () => {
    expect(growingYear('2026-12-31', -37.8)).toBe(growingYear('2027-01-01', -37.8));
    expect(growingYear('2027-06-30', -37.8)).toBe(2026);
    expect(growingYear('2027-07-01', -37.8)).toBe(2027);
    expect(growingYearBegins('2027-02-10', -37.8)).toBe('2026-07-01');
    expect(growingYearEnds('2027-02-10', -37.8)).toBe('2027-06-30');
    expect(growingYearEnds('2027-07-01', -37.8)).toBe('2028-06-30');
    expect([growingYearName(1999, -37.8), growingYearName(2027, 54)]).toEqual(['1999/00', '2027']);
  });
});
