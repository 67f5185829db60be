import { z } from 'zod';

const text = z.string().trim().min(1);
const months = z.array(z.number().int().min(1).max(12)).min(1);
const degrees = z.number().min(-180).max(180);

/** What a library's region says by itself. */
export const Region = z.strictObject({
  slug: z.string().regex(/^[a-z][a-z0-9-]*$/, 'is not a slug (small letters, digits, hyphens)'),
  title: text,
  /** IANA name of the clock that most of it goes by. */
  timeZone: text,
  /** West, south, east, north of where it lies, in degrees: a site is proposed to it by its place. */
  area: z.array(z.tuple([degrees, degrees, degrees, degrees])).min(1),
  /** Months of the year, 1–12, in which heat, or cold and wet, are to be reckoned with. */
  heat: months,
  cold: months,
  /** What the law asks in general; local law is read for itself. */
  law: text
});
export type Region = z.infer<typeof Region>;

export const ReferencePlace = z.strictObject({
  latitude: z.number(),
  altitudeMetres: z.number(),
  climate: text,
  /** With it, spring comes later towards the east, as Hopkins found in eastern North America. */
  longitude: z.number().optional()
});

/** What a document of a time says of its region that knew one alone; phones and schools still hold some. */
export const firstRegion: Region = {
  slug: 'north-west-europe',
  title: 'Atlantic north-west Europe',
  timeZone: 'Europe/Dublin',
  area: [[-25, 43.5, 25, 72]],
  heat: [5, 6, 7, 8, 9],
  cold: [10, 11, 12, 1, 2, 3, 4],
  law: 'Ask the landowner, and read the local law.'
};

/** West, south, east, north, in degrees. */
type Box = readonly [west: number, south: number, east: number, north: number];

/** The regions in whose area a place lies: none, or several where their edges overlap. @param place in degrees, WGS 84 */
export const regionsAt = <One extends { readonly area: readonly Box[] }>(
  regions: readonly One[],
  { longitude, latitude }: { readonly longitude: number; readonly latitude: number }
): One[] =>
  regions.filter(({ area }) =>
    area.some(
      ([west, south, east, north]) =>
        longitude >= west && longitude <= east && latitude >= south && latitude <= north
    )
  );
