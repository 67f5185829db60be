import { describe, expect, it } from 'vitest';
import { pickingMinutes, pickingRate } from './picking-rate';

describe('a rate of picking', () => {
  it('is the usual one where nothing was picked', () => expect(pickingRate([])).toBe(2));

  it('moves to what was picked, the more the longer it was', () => {
    // (60 + 40) / (30 + 20), and ten times as much of the same.
    expect(
      pickingRate([
        { pieces: 60, personMinutes: 10 },
        { pieces: 0, personMinutes: 20 }
      ])
    ).toBe(2);
    expect(pickingRate([{ pieces: 240, personMinutes: 60 }])).toBeCloseTo(3.5, 9);
    expect(pickingRate([{ pieces: 2400, personMinutes: 600 }])).toBeCloseTo(3.935, 3);
  });

  it('says how long a portion takes', () => expect(pickingMinutes(21, 3.5)).toBe(6));
});
