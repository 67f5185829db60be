import * as suncalc from 'suncalc';
import { describe, expect, it } from 'vitest';
import { lightOf } from '../../src/core/sky';
import { addDays } from '../../src/core/season';

/** Daylight against published values and a second library. */

const seconds = (a: Date | undefined, b: string) => Math.abs(a!.getTime() - Date.parse(b)) / 1000;

describe('the sun (Reda & Andreas, NREL/TP-560-34302, values from memory)', () => {
  it('rises and sets on 2 January 1994 at 35° N 0° E as they compute', () => {
    const { sunrise, sunset } = lightOf('1994-01-02', { latitude: 35, longitude: 0 });
    expect(seconds(sunrise, '1994-01-02T07:08:12.800Z')).toBeLessThan(3);
    expect(seconds(sunset, '1994-01-02T16:59:55.900Z')).toBeLessThan(3);
  });

  it('rises on 17 October 2003 at 39.742476° N 105.1786° W as in their worked example', () => {
    const { sunrise } = lightOf('2003-10-17', { latitude: 39.742476, longitude: -105.1786 });
    // Compared at sea level.
    expect(seconds(sunrise, '2003-10-17T13:12:43Z')).toBeLessThan(4);
  });
});

describe('a second library (suncalc)', () => {
  it.each([
    [54.3, -8.7],
    [45, 12],
    [60, 25],
    [-41, 174]
  ])('agrees within a quarter of a minute over a year at %d, %d', (latitude, longitude) => {
    for (let i = 0; i < 365; i += 5) {
      const isoDate = addDays('2027-01-01', i);
      const own = lightOf(isoDate, { latitude, longitude });
      const noon = new Date(Date.parse(`${isoDate}T12:00:00Z`) - (longitude / 360) * 86_400_000);
      const other = suncalc.getTimes(noon, latitude, longitude);
      for (const [mine, theirs] of [
        [own.sunrise, other.sunrise],
        [own.sunset, other.sunset],
        [own.dawn, other.dawn],
        [own.dusk, other.dusk]
      ] as const)
        expect(Math.abs(mine!.getTime() - theirs!.getTime()) / 60_000, isoDate).toBeLessThan(0.25);
    }
  });
});

describe('beyond the polar circle', () => {
  const place = { latitude: 70, longitude: 25 };
  it('the sun stays up at midsummer and down at midwinter, when there still is twilight', () => {
    const summer = lightOf('2027-06-21', place);
    expect([summer.sunrise, summer.sunset, summer.isLightAllDay]).toEqual([undefined, undefined, true]);
    const winter = lightOf('2027-12-21', place);
    expect([winter.sunrise, winter.sunset, winter.isLightAllDay]).toEqual([undefined, undefined, false]);
    expect(winter.dawn).toBeInstanceOf(Date);
  });
});
