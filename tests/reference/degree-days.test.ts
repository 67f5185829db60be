import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { degreeDays } from '../../src/core/season';

describe('degree days', () => {
  // Baskerville & Emin 1969, and the worked examples of handbooks that follow them (from memory).
  it.each([
    [20, 5, 10, 'average', 2.5],
    [15, 5, 10, 'single sine', 5 / Math.PI],
    [20, 5, 10, 'single sine', 3.77122],
    [8, 2, 10, 'single sine', 0],
    [24, 14, 10, 'single sine', 9]
  ] as const)('of %i and %i above %i by %s are %f', (max, min, base, method, value) => {
    expect(degreeDays({ min, max }, base, method)).toBeCloseTo(value, 5);
  });

  it('by the sine are the area under it, summed in small steps, and never less than by the average', () => {
    const degrees = fc.double({ min: -10, max: 35, noNaN: true });
    fc.assert(
      fc.property(degrees, degrees, (a, b) => {
        const [min, max] = [Math.min(a, b), Math.max(a, b)];
        const steps = 4000;
        let area = 0;
        for (let i = 0; i < steps; i += 1) {
          const at = (max + min) / 2 + ((max - min) / 2) * Math.sin((2 * Math.PI * (i + 0.5)) / steps);
          area += Math.max(0, at - 5) / steps;
        }
        const sine = degreeDays({ min, max }, 5, 'single sine');
        expect(Math.abs(sine - area)).toBeLessThan(1e-3);
        expect(sine).toBeGreaterThanOrEqual(degreeDays({ min, max }, 5, 'average') - 1e-9);
      })
    );
  });
});
