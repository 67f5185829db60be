import { describe, expect, it } from 'vitest';
import { inTenAtLeast, oneInAtMost } from './index';

describe('a chance that is reckoned from estimates', () => {
  it.each([
    [1, 'more than 9 in 10'],
    [0.95, 'more than 9 in 10'],
    [0.949, '9 in 10'],
    [0.7, '7 in 10'],
    [0.786, '7 in 10'],
    [0.1, '1 in 10'],
    [0.09, 'fewer than 1 in 10'],
    [0, 'fewer than 1 in 10']
  ])('of what goes well, %d, is said as %s', (p, words) => expect(inTenAtLeast(p)).toBe(words));

  it.each([
    [0, 'fewer than 1 in 100'],
    [0.0000008, 'fewer than 1 in 100'],
    [0.01, '1 in 100'],
    [0.011, '1 in 50'],
    [0.03, '1 in 20'],
    [0.2, '1 in 5'],
    [0.21, '1 in 3'],
    [0.5, '1 in 2'],
    [0.51, '6 in 10'],
    [1, '10 in 10']
  ])('of what goes wrong, %d, is said as %s', (p, words) => expect(oneInAtMost(p)).toBe(words));

  it('is never said better than it is', () => {
    const read = (words: string) => {
      const [, some, many] = /(\d+) in (\d+)/.exec(words)!;
      return Number(some) / Number(many);
    };
    for (let p = 0.0005; p < 1; p += 0.0007) {
      expect(read(oneInAtMost(p)), `${p}`).toBeGreaterThanOrEqual(p - 1e-9);
      if (p >= 0.1) expect(read(inTenAtLeast(p)), `${p}`).toBeLessThanOrEqual(p + 1e-9);
    }
  });
});
