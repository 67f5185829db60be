import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, dayOfYear, trapezoid } from './phenology';

describe('reference windows', () => {
  it('rise, stay and fall', () => {
    expect([50, 60, 70, 80, 100, 110, 121].map((day) => trapezoid([60, 80, 100, 120], day))).toEqual([
      0, 0, 0.5, 1, 1, 0.5, 0
    ]);
  });

  it('may cross the new year', () => {
    expect([340, 360, 20, 35, 100].map((day) => trapezoid([330, 350, 15, 35], day))).toEqual([
      0.5, 1, 0.75, 0, 0
    ]);
  });

  it('cover the whole year where they say so', () => {
    for (const day of [1, 100, 365, 366]) expect(trapezoid([1, 1, 365, 365], day)).toBe(1);
  });

  it('stay within 0 and 1', () => {
    const day = fc.integer({ min: 1, max: 366 });
    fc.assert(
      fc.property(fc.tuple(day, day, day, day), day, (window, at) => {
        const height = trapezoid(window, at);
        expect(height).toBeGreaterThanOrEqual(0);
        expect(height).toBeLessThanOrEqual(1);
      })
    );
  });
});

describe('days', () => {
  it('are counted from 1 January, in leap years too', () => {
    expect(['2027-01-01', '2027-04-24', '2028-03-01', '2028-12-31'].map(dayOfYear)).toEqual([
      1, 114, 61, 366
    ]);
  });
  it('are added across months and years', () => {
    expect(addDays('2027-12-31', 1)).toBe('2028-01-01');
  });
});
