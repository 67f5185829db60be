import { describe, expect, it } from 'vitest';
import { naismithSeconds } from '../../src/core/route';

describe("Naismith's rule (1892): an hour for three miles, and an hour for 2,000 feet, metric form", () => {
  it.each([
    [10_000, 600, 180],
    [20_000, 1_200, 360]
  ])('%i m and %i m up take %i min', (metres, ascent, minutes) => {
    expect(naismithSeconds(metres, ascent, 1) / 60).toBeCloseTo(minutes, 9);
  });
});
