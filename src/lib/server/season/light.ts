import { DateTime } from 'luxon';
import { lightOf } from '$core/sky';
import type { Site } from '../ground/sites';

/** Daylight of a date at a site, by the clock there; undefined where the site's place is not known. */
export function lightAt({ place, timeZone }: Pick<Site, 'place' | 'timeZone'>, isoDate: string) {
  if (!place) return undefined;
  const light = lightOf(isoDate, place);
  const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone });
  const at = (instant: Date | undefined) => instant && clock.format(instant);
  return {
    dawn: at(light.dawn),
    sunrise: at(light.sunrise),
    sunset: at(light.sunset),
    dusk: at(light.dusk),
    isLightAllDay: light.isLightAllDay
  };
}
export type LightByClock = NonNullable<ReturnType<typeof lightAt>>;

/** The same in minutes from local midnight, for drawing; undefined where the sun does not rise or set. */
export function lightMinutes({ place, timeZone }: Pick<Site, 'place' | 'timeZone'>, isoDate: string) {
  if (!place) return undefined;
  const light = lightOf(isoDate, place);
  const midnight = DateTime.fromISO(isoDate, { zone: timeZone }).toMillis();
  const minutes = (at: Date | undefined) => at && Math.round((at.getTime() - midnight) / 60_000);
  const [sunrise, sunset] = [minutes(light.sunrise), minutes(light.sunset)];
  return sunrise === undefined || sunset === undefined
    ? undefined
    : { sunrise, sunset, dawn: minutes(light.dawn), dusk: minutes(light.dusk) };
}
