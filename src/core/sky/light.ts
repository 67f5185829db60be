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

const observerAt = ({ longitude, latitude }: SkyPlace) =>
  // At sea level: heights of hills and eyes would move the horizon.
  new Observer(latitude, longitude, 0);
const solarNoon = (isoDate: string, { longitude }: SkyPlace) =>
  new Date(Date.parse(`${isoDate}T12:00:00Z`) - (longitude / 360) * day);

/**
 * Sunrise and sunset with refraction at the horizon and the upper limb, at sea level.
 * @param isoDate the local date: the events around its solar noon at that longitude
 * @param place degrees, east and north positive
 */
export function sunOf(isoDate: string, place: SkyPlace): Pick<Light, 'sunrise' | 'sunset' | 'isLightAllDay'> {
  const noon = solarNoon(isoDate, place);
  const observer = observerAt(place);
  const event = (way: 1 | -1, from: Date) => SearchRiseSet(Body.Sun, observer, way, from, 0.5)?.date;
  const sunrise = event(1, new Date(noon.getTime() - day / 2));
  const sunset = event(-1, noon);
  const isUpAtNoon = () => {
    const { ra, dec } = Equator(Body.Sun, noon, observer, true, true);
    return Horizon(noon, observer, ra, dec, 'normal').altitude > 0;
  };
  return { sunrise, sunset, isLightAllDay: !(sunrise && sunset) && isUpAtNoon() };
}

/** The same with civil twilight. */
export function lightOf(isoDate: string, place: SkyPlace): Light {
  const noon = solarNoon(isoDate, place);
  const twilight = (way: 1 | -1, from: Date) =>
    SearchAltitude(Body.Sun, observerAt(place), way, from, 0.5, civil)?.date;
  return {
    ...sunOf(isoDate, place),
    dawn: twilight(1, new Date(noon.getTime() - day / 2)),
    dusk: twilight(-1, noon)
  };
}
