import distance from '@turf/distance';
import { type Region, regionsAt } from '../knowledge';
import { listed } from '../words';
import type { Place } from './grid';

/** A school's sites seldom lie further apart, in kilometres. */
const farApart = 300;

/**
 * What speaks against a place, as a question to who typed it: swapped coordinates, a lost sign, another country.
 * @param sites of the same school @param hours of the school's time zone, ahead of UTC
 * @param regions that the library describes
 */
export function doubtAbout(
  place: Place,
  sites: readonly Place[],
  hours: number,
  regions: readonly Pick<Region, 'area' | 'title'>[]
): string | undefined {
  const isDescribed = (one: Place) => regionsAt(regions, one).length > 0;
  const swapped = { longitude: place.latitude, latitude: place.longitude };
  const mirrored = { ...place, longitude: -place.longitude };
  const kilometres = (one: Place) =>
    Math.min(
      ...sites.map((site) => distance([one.longitude, one.latitude], [site.longitude, site.latitude]))
    );
  const isOff = (one: Place) =>
    sites.length > 0
      ? kilometres(one) > farApart
      : !isDescribed(one) || Math.abs(one.longitude - 15 * hours) > 40;
  if (!isOff(place)) return undefined;
  const away =
    sites.length > 0
      ? `This lies ${Math.round(kilometres(place)).toLocaleString('en-GB')} km from the nearest site of the school.`
      : isDescribed(place)
        ? 'This lies far from where the time zone of the school is kept.'
        : `This lies beyond what the library describes: ${listed(regions.map(({ title }) => title))}.`;
  if (Math.abs(swapped.latitude) <= 90 && !isOff(swapped))
    return `${away} Are latitude and longitude swapped?`;
  if (!isOff(mirrored)) return `${away} Is the sign of the longitude right? West is negative.`;
  return away;
}
