import { createRandom } from '$core/random';
import { type DayOfWarmth, addDays, dayOfYear } from '$core/season';

/**
 * A stand-in for a school's weather station: invented daily extremes of an oceanic climate, the same at every
 * reading. A real one hands over a file of the same shape.
 */
export const stationName = 'Station Carr Field (simulated)';
const firstYear = 2021;

/** How much warmer than the climate each invented spring is, in °C. */
const yearOffset = (year: number) => createRandom(`Carr Field ${year}`).between(-0.9, 0.9);

/**
 * The station's memory, from its first year up to a date.
 * @param latitude in degrees, negative in the south, where January is the warm end of the year
 */
export function readStation(until: string, latitude: number): DayOfWarmth[] {
  const coldest = latitude < 0 ? 30 + 365.25 / 2 : 30;
  const random = createRandom('Carr Field');
  const days: DayOfWarmth[] = [];
  let spell = 0;
  for (let on = `${firstYear}-01-01`; on <= until; on = addDays(on, 1)) {
    // Weather comes in spells: each day keeps most of what the day before had over the season's mean.
    spell = 0.78 * spell + random.between(-1.7, 1.7);
    const season = 10.2 - 5.1 * Math.cos((2 * Math.PI * (dayOfYear(on) - coldest)) / 365.25);
    const mean = season + spell + yearOffset(Number(on.slice(0, 4)));
    const half = 2.2 + random.between(0, 2.6);
    const round = (celsius: number) => Math.round(celsius * 10) / 10;
    days.push({ on, min: round(mean - half), max: round(mean + half) });
  }
  return days;
}
