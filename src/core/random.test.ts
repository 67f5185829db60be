import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRandom, seedOf } from './random';

describe('randomness by name', () => {
  it('is the FNV-1a hash of its name (Fowler, Noll & Vo; values of the published test suite)', () => {
    expect(seedOf('')).toBe(0x811c9dc5);
    expect(seedOf('a')).toBe(0xe40c292c);
    expect(seedOf('foobar')).toBe(0xbf9cf968);
  });

  it('repeats itself for a name, and differs for another', () => {
    const take = (name: string) => {
      const random = createRandom(name);
      return Array.from({ length: 5 }, () => random.next());
    };
    expect(take('ramsons 1')).toEqual(take('ramsons 1'));
    expect(take('ramsons 1')).not.toEqual(take('ramsons 2'));
  });

  it('forks by part: taking numbers for one part does not reshuffle another', () => {
    const one = createRandom('plant');
    const other = createRandom('plant');
    other.next();
    other.fork('leaf').next();
    expect(other.fork('stem').next()).toBe(one.fork('stem').next());
  });

  it('stays within its bounds', () => {
    fc.assert(
      fc.property(fc.string(), fc.integer({ min: -50, max: 50 }), fc.nat(60), (name, low, span) => {
        const random = createRandom(name);
        const whole = random.integer(low, low + span);
        expect(Number.isInteger(whole)).toBe(true);
        expect(whole).toBeGreaterThanOrEqual(low);
        expect(whole).toBeLessThanOrEqual(low + span);
        const real = random.between(low, low + span);
        expect(real).toBeGreaterThanOrEqual(low);
        expect(real).toBeLessThanOrEqual(low + span);
      })
    );
  });

  it('chooses by weight: never what weighs nothing, and the rest in proportion', () => {
    const random = createRandom('weights');
    const counts = [0, 0, 0];
    for (let i = 0; i < 6000; i += 1) counts[random.choose([1, 0, 3])]! += 1;
    expect(counts[1]).toBe(0);
    expect(counts[2]! / counts[0]!).toBeGreaterThan(2.7);
    expect(counts[2]! / counts[0]!).toBeLessThan(3.3);
  });
});
