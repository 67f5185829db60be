import { Body, Equator, Horizon, Observer, SearchAltitude, SearchRiseSet } from 'astronomy-engine';

/** Daylight of a date at a place. Instants; the hour of a clock is for who knows the time zone. */

export interface SkyPlace {
  readonly longitude: number;
  readonly latitude: number;
}

export interface Light {
  readonly sunrise: Date | undefined;
  readonly sunset: Date | undefined;
  /** Civil twilight: the sun's centre is 6° below the horizon. */
  readonly dawn: Date | undefined;
  readonly dusk: Date | undefined;
  /** Where the sun neither rises nor sets: whether it stays up. */
  readonly isLightAllDay: boolean;
}

const civil = -6;
const day = 86_400_000;

/**
 * Sunrise with refraction at the horizon and the upper limb, at sea level.
 * @param isoDate the local date: the events around its solar noon at that longitude
 * @param place degrees, east and north positive
 */
export function lightOf(isoDate: string, { longitude, latitude }: SkyPlace): Light {
  const noon = new Date(Date.parse(`${isoDate}T12:00:00Z`) - (longitude / 360) * day);
  const midnight = new Date(noon.getTime() - day / 2);
  // At sea level: heights of hills and eyes would move the horizon.
  const observer = new Observer(latitude, longitude, 0);
  const rise = (way: 1 | -1, from: Date) => SearchRiseSet(Body.Sun, observer, way, from, 0.5)?.date;
  const twilight = (way: 1 | -1, from: Date) =>
    SearchAltitude(Body.Sun, observer, way, from, 0.5, civil)?.date;
  const { ra, dec } = Equator(Body.Sun, noon, observer, true, true);
  return {
    sunrise: rise(1, midnight),
    sunset: rise(-1, noon),
    dawn: twilight(1, midnight),
    dusk: twilight(-1, noon),
    isLightAllDay: Horizon(noon, observer, ra, dec, 'normal').altitude > 0
  };
}
