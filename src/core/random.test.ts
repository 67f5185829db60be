import { describe, expect, it } from 'vitest';
import { createRandom, seedOf } from './random';

describe('random numbers by name', () => {
  it('are the same for the same name, and differ between forks', () => {
    expect(createRandom('oak').next()).toBe(createRandom('oak').next());
    expect(createRandom('oak').fork('leaf').next()).not.toBe(createRandom('oak').fork('twig').next());
  });

  it('of names that differ in a number alone are spread evenly, from the first one on', () => {
    const many = 4000;
    const bins = new Array<number>(10).fill(0);
    const firsts = Array.from({ length: many }, (_, i) => createRandom(`plant/leaf ${i}`).next());
    for (const value of firsts) bins[Math.floor(value * 10)]! += 1;
    // Chi-square with 9 degrees of freedom exceeds 27.9 once in a thousand.
    const expected = many / 10;
    expect(bins.reduce((sum, count) => sum + (count - expected) ** 2 / expected, 0)).toBeLessThan(27.9);
    const mean = firsts.reduce((a, b) => a + b, 0) / many;
    const covariance =
      firsts.slice(1).reduce((sum, value, i) => sum + (value - mean) * (firsts[i]! - mean), 0) / many;
    expect(Math.abs(covariance / (1 / 12))).toBeLessThan(4 / Math.sqrt(many));
  });

  it('take their seed from the whole name', () => {
    expect(seedOf('a b')).not.toBe(seedOf('b a'));
    expect(new Set(Array.from({ length: 2000 }, (_, i) => seedOf(`pose ${i}`))).size).toBe(2000);
  });
});
