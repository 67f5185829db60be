import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Weighing, measuresOf, piecesOf, units } from './index';

const grams = {
  piece: [1.5, 2, 3.5] as [number, number, number],
  handful: [25, 30, 40] as [number, number, number]
};
const measure = (unit: (typeof units)[number], weighings: Weighing[], known?: typeof grams) =>
  measuresOf(weighings, known).find((one) => one.unit === unit);

describe('a measure', () => {
  it('goes by what the school weighed, however often: all pieces over all amounts', () => {
    const weighings: Weighing[] = [
      { unit: 'handful', amount: 2, pieces: 30 },
      { unit: 'handful', amount: 1, pieces: 18 }
    ];
    expect(measure('handful', weighings, grams)).toEqual({ unit: 'handful', pieces: 16, weighings: 2 });
    expect(measure('tub', weighings, grams)).toBeUndefined();
  });

  it('goes by the library’s masses until then, so that rather too many are counted', () => {
    expect(measure('gram', [], grams)!.pieces).toBeCloseTo(1 / 1.5, 12);
    // A usual handful of the lightest leaves.
    expect(measure('handful', [], grams)).toEqual({ unit: 'handful', pieces: 20, weighings: 0 });
  });

  it('of a handful goes by the school’s own mass of a piece where only that was weighed', () => {
    const own: Weighing[] = [{ unit: 'gram', amount: 50, pieces: 20 }];
    expect(measure('handful', own, grams)).toEqual({ unit: 'handful', pieces: 12, weighings: 1 });
  });

  it('is not known where nothing was weighed and the library knows no mass', () => {
    expect(measuresOf([], undefined)).toEqual([]);
  });

  it('never makes nothing of something: pieces are whole, and never too few', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1000, noNaN: true }),
        fc.double({ min: 0.001, max: 100, noNaN: true }),
        (amount, pieces) => {
          const counted = piecesOf(amount, { pieces });
          expect(Number.isInteger(counted)).toBe(true);
          expect(counted).toBeGreaterThanOrEqual(1);
          expect(counted).toBeGreaterThanOrEqual(amount * pieces - 1e-5);
          expect(counted).toBeLessThan(Math.max(1, amount * pieces) + 1);
        }
      )
    );
  });
});
