import { describe, expect, it } from 'vitest';
import { createRandom } from '../random';
import { type WalkedLeg, learnedPace, wasAStop } from './learned-pace';

const leg = (ratio: number, daysAgo = 30): WalkedLeg => ({
  modelSeconds: 300,
  realSeconds: 300 * ratio,
  daysAgo
});

describe('the pace that was learned', () => {
  it('is the usual one where nothing was walked, with a wide range', () => {
    const pace = learnedPace(1.3, []);
    expect(pace.factor).toBeCloseTo(1.3, 3);
    // Worked by hand: 1.3 · e^(±1.2816 · 0.3).
    expect(pace.low).toBeCloseTo(0.885, 3);
    expect(pace.high).toBeCloseTo(1.91, 2);
  });

  it('moves to what was walked, and its range narrows', () => {
    // Worked by hand: precisions 11.11 and 5 · 16, mean (11.11 · ln 1.3 + 80 · ln 1.694) / 91.11.
    const pace = learnedPace(1.3, Array(5).fill(leg(1.694)));
    expect(pace.factor).toBeCloseTo(1.64, 2);
    expect(pace.low).toBeCloseTo(1.434, 2);
    expect(pace.high).toBeCloseTo(1.876, 2);
    expect(pace.legs).toBe(5);
  });

  it('takes two old legs for one new one', () => {
    const old = learnedPace(2.5, [leg(3, 800), leg(3, 800)]);
    expect(old.factor).toBeCloseTo(learnedPace(2.5, [leg(3)]).factor, 9);
  });

  it('learns nothing of a leg without a length or a time', () => {
    expect(
      learnedPace(2.5, [
        { modelSeconds: 0, realSeconds: 60, daysAgo: 1 },
        { modelSeconds: 60, realSeconds: 0, daysAgo: 1 }
      ])
    ).toEqual(learnedPace(2.5, []));
  });

  it('asks of a leg far beyond the group’s usual pace whether there was a stop', () => {
    expect(wasAStop(leg(7.4), 2.5)).toBe(false);
    expect(wasAStop(leg(7.6), 2.5)).toBe(true);
  });

  describe('of generated walks', () => {
    const random = createRandom('groups that walk');
    const normal = () => {
      const [u, v] = [1 - random.next(), random.next()];
      return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * v);
    };
    const groups = Array.from({ length: 2000 }, () => {
      const real = 2.5 * Math.exp(0.3 * normal());
      const walked = () => real * Math.exp(0.25 * normal());
      return { real, legs: Array.from({ length: 8 }, () => leg(walked())), wayBack: walked() };
    });

    it('finds the group’s own again', () => {
      const errors = groups.map(({ real, legs }) => Math.abs(Math.log(learnedPace(2.5, legs).factor / real)));
      const mean = errors.reduce((a, b) => a + b, 0) / errors.length;
      expect(mean).toBeLessThan(0.08);
      const known = groups.filter(({ real, legs }) => {
        const { low, high } = learnedPace(2.5, legs);
        return real >= low && real <= high;
      });
      expect(known.length / groups.length).toBeCloseTo(0.8, 1);
    });

    it('is back in time four times of five by its cautious factor, with few legs and with many', () => {
      for (const count of [0, 2, 8]) {
        const inTime = groups.filter(
          ({ legs, wayBack }) => wayBack <= learnedPace(2.5, legs.slice(0, count)).ofFourInFive
        );
        expect(Math.abs(inTime.length / groups.length - 0.8)).toBeLessThan(0.03);
      }
    });
  });
});
