import { describe, expect, it } from 'vitest';
import { naismithSeconds, toblerKilometresPerHour, toblerSeconds } from '../../src/core/route';

describe("Naismith's rule (1892): an hour for three miles, and an hour for 2,000 feet, metric form", () => {
  it.each([
    [10_000, 600, 180],
    [20_000, 1_200, 360]
  ])('%i m and %i m up take %i min', (metres, ascent, minutes) => {
    expect(naismithSeconds(metres, ascent, 1) / 60).toBeCloseTo(minutes, 9);
  });
});

describe("Tobler's hiking function (1993, Three Presentations on Geographical Analysis and Modeling), from memory", () => {
  it.each([
    [0, 5.0367],
    [-0.05, 6],
    // 6·e^(−0.35·…) on a slope of 10 %: 6·e^(−0.525)
    [0.1, 3.5493]
  ])('at a slope of %d gives %d km/h', (slope, speed) => {
    expect(toblerKilometresPerHour(slope)).toBeCloseTo(speed, 3);
  });

  it('takes the time of each stretch of a profile by its own slope', () => {
    const profile = [
      [0, 100],
      [500, 150],
      [1000, 125]
    ] as const;
    const hours = 0.5 / toblerKilometresPerHour(0.1) + 0.5 / toblerKilometresPerHour(-0.05);
    expect(toblerSeconds({ metres: 1000, profile }, 1)).toBeCloseTo(3600 * hours, 6);
    // Ground beside the path is level.
    expect(toblerSeconds({ metres: 1500, profile }, 2)).toBeCloseTo(
      2 * 3600 * (hours + 0.5 / toblerKilometresPerHour(0)),
      6
    );
  });
});
