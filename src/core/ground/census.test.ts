import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRandom } from '../random';
import { type Census, censusProblem, censusResult, moreQuadrats, studentQuantile } from './index';

const quadrats = (counts: readonly number[], patch = 200, quadrat = 1): Census => ({
  method: 'quadrats',
  counts,
  quadratSquareMetres: quadrat,
  patchSquareMetres: patch
});

describe("Student's t", () => {
  // Printed tables of Student's t (Fisher & Yates 1963, table III; from memory).
  it.each([
    [0.975, 9, 2.262],
    [0.9, 1, 3.078],
    [0.9, 4, 1.533],
    [0.9, 9, 1.383],
    [0.9, 14, 1.345],
    [0.95, 29, 1.699]
  ])('has its %s quantile with %s degrees of freedom at %s', (share, degrees, value) => {
    expect(studentQuantile(share, degrees)).toBeCloseTo(value, 3);
  });
});

describe('a census by quadrats', () => {
  it('gives the density, its standard error and range, as worked by hand', () => {
    // Mean 8, deviation √(46/9) = 2.2608; error 2.2608/√10·√(1 − 10/200) = 0.6968; t 1.383.
    const result = censusResult(quadrats([5, 7, 12, 9, 6, 8, 11, 6, 9, 7]));
    expect(result.total).toBe(1600);
    expect(result.quadrats!.density).toBe(8);
    expect(result.quadrats!.standardError).toBeCloseTo(0.6968, 4);
    expect(result.low).toBeCloseTo(200 * (8 - 1.383 * 0.6968), 0);
    expect(result.high! - 1600).toBeCloseTo(1600 - result.low!, 6);
  });

  it('has no range from a single quadrat', () => {
    expect(censusResult(quadrats([9]))).toMatchObject({ total: 1800, low: undefined, high: undefined });
  });

  it('is exact where quadrats cover the whole patch', () => {
    const { low, total, high } = censusResult(quadrats([4, 9, 2], 3));
    expect([low, total, high]).toEqual([15, 15, 15]);
  });

  it('is never surely less than what was counted, and never surely more than found', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(40), { minLength: 2, maxLength: 30 }), (counts) => {
        const { low, total } = censusResult(quadrats(counts));
        expect(low).toBeGreaterThanOrEqual(counts.reduce((a, b) => a + b, 0));
        expect(low).toBeLessThanOrEqual(total! + 1e-9);
      })
    );
  });

  it('holds the truth above its lower limit about nine times in ten', () => {
    const random = createRandom('patches of 100 m²');
    let above = 0;
    const trials = 1500;
    for (let k = 0; k < trials; k += 1) {
      const patch = Array.from({ length: 100 }, () => random.integer(0, 12));
      const truth = patch.reduce((a, b) => a + b, 0);
      const sample = Array.from(
        { length: 12 },
        () => patch.splice(random.integer(0, patch.length - 1), 1)[0]!
      );
      if (truth >= censusResult(quadrats(sample, 100)).low!) above += 1;
    }
    expect(above / trials).toBeGreaterThan(0.875);
    expect(above / trials).toBeLessThan(0.925);
  });

  it('says what more quadrats would bring, and never more than fit', () => {
    const counted = quadrats([5, 7, 12, 9, 6]);
    const more = moreQuadrats(counted);
    expect(more.map(({ count }) => count)).toEqual([10, 15, 20]);
    const lows = [censusResult(counted).low!, ...more.map(({ low }) => low)];
    expect([...lows].sort((a, b) => a - b)).toEqual(lows);
    expect(moreQuadrats(quadrats([5, 7], 4)).every(({ count }) => count <= 4)).toBe(true);
    expect(moreQuadrats(quadrats([5]))).toEqual([]);
  });
});

describe('other censuses', () => {
  it('a full count is the count, an estimate its stated bounds', () => {
    expect(censusResult({ method: 'all counted', count: 31 })).toEqual({ total: 31, low: 31, high: 31 });
    expect(censusResult({ method: 'estimate', low: 50, high: 200 })).toEqual({
      total: undefined,
      low: 50,
      high: 200
    });
  });

  it.each<[Census, RegExp]>([
    [quadrats([3, -1, 4]), /Quadrat 2/],
    [quadrats([3, 1.5]), /Quadrat 2/],
    [quadrats([]), /No quadrat/],
    [quadrats([1, 2], 0), /patch/],
    [quadrats([1, 2], 10, 0), /quadrat/],
    [quadrats([1, 2, 3], 2), /cover more/],
    [{ method: 'all counted', count: -2 }, /whole number/],
    [{ method: 'estimate', low: 90, high: 20 }, /bounds/],
    [{ method: 'estimate', low: NaN, high: 20 }, /bounds/]
  ])('that cannot be is refused: %j', (census, says) => {
    expect(censusProblem(census)).toMatch(says);
  });

  it('that can be is not', () => {
    expect(censusProblem(quadrats([3]))).toBeUndefined();
    expect(censusProblem({ method: 'all counted', count: 0 })).toBeUndefined();
  });
});
