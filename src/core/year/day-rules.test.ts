import { describe, expect, it } from 'vitest';
import { harmonicTide } from '../sky';
import { type DayCircumstances, dayRules } from './index';

const coast: DayCircumstances = {
  timeZone: 'Europe/Dublin',
  place: { longitude: -8.7, latitude: 54.3 },
  minutes: 90,
  hours: { from: 540, until: 1080 },
  weekdays: [6, 0],
  diary: [{ from: '2027-05-01', until: '2027-05-03', what: 'A course' }],
  shoreBelowMetres: 1
};
const tide = harmonicTide([{ name: 'M2', amplitudeMetres: 1.5, phaseDegrees: 160 }], 2);

describe('the rules of a day', () => {
  it('know the light by the clock of the site, in summer and winter time', () => {
    const rules = dayRules(coast, undefined, '2027-01-01', 365);
    const hours = (span: ReturnType<typeof rules.daylight>) => (span!.until - span!.from) / 60;
    expect(hours(rules.daylight('2027-06-21'))).toBeGreaterThan(16.8);
    expect(hours(rules.daylight('2027-12-21'))).toBeLessThan(7.7);
    // Local noon lies near 12:35 in winter and 13:35 in summer time.
    const noon = (isoDate: string) => {
      const { from, until } = rules.daylight(isoDate)!;
      return (from + until) / 2;
    };
    expect(Math.abs(noon('2027-12-21') - 753)).toBeLessThan(5);
    expect(Math.abs(noon('2027-06-21') - 817)).toBeLessThan(5);
  });

  it('know the shore of each date by its low waters, and the diary to its last day', () => {
    const rules = dayRules(coast, tide, '2027-04-24', 10);
    const windows = rules.shore!('2027-04-25');
    expect(windows.length).toBeGreaterThanOrEqual(1);
    expect(rules.shore!('2027-06-25')).toEqual([]);
    expect(['2027-04-30', '2027-05-01', '2027-05-03', '2027-05-04'].map(rules.taken)).toEqual([
      undefined,
      'A course',
      'A course',
      undefined
    ]);
  });

  it('do not bar by what is not known: no map, no tide', () => {
    const rules = dayRules({ ...coast, place: undefined }, undefined, '2027-04-24', 10);
    expect(rules.daylight('2027-04-24')).toBeUndefined();
    expect(rules.shore).toBeUndefined();
  });
});
