import { z } from 'zod';
import type { Abundance } from '$core/evidence';
import type { Circumstances } from '$core/walk';
import type { SchoolDb } from '../database/school';
import { libraryOf } from './library';
import { readSettings } from '../school/schools';
import { listSightings, seasonOf } from '../season/sightings';
import type { Viewer } from '../accounts';
import { listPatches } from '../ground/patches';
import { listSites } from '../ground/sites';

/** The site and date that a page of the library is asked for, with those to choose from. */
export interface PlaceAndDate {
  readonly site: string;
  readonly isoDate: string;
  readonly sites: readonly { readonly id: string; readonly name: string }[];
}

const Wanted = z.object({ site: z.uuid().catch(''), date: z.iso.date().catch('') });

/**
 * Reads `site` and `date` from an address, outside of a planned walk. Sites are for those who lead or assist;
 * a wrong value counts as none. Without a site every habitat is plausible, nothing is logged, nobody digs.
 */
export async function placeAndDate(
  db: SchoolDb,
  viewer: Viewer,
  url: URL
): Promise<{ where: PlaceAndDate; circumstances: Circumstances }> {
  const wanted = Wanted.parse({ site: '', date: '', ...Object.fromEntries(url.searchParams) });
  const { policy } = await readSettings(db);
  const sites = viewer.role === 'learner' ? [] : await listSites(db);
  const site = sites.find(({ id }) => id === wanted.site);
  const patches = site ? await listPatches(db, site.id) : [];
  const isoDate = wanted.date || viewer.today;
  return {
    where: { site: site?.id ?? '', isoDate, sites: sites.map(({ id, name }) => ({ id, name })) },
    circumstances: {
      isoDate,
      habitats: site?.habitats ?? [],
      ...(site
        ? {
            calendar: seasonOf(
              await libraryOf(db, site.region),
              site,
              await listSightings(db, site.id),
              isoDate
            ).calendar
          }
        : {}),
      mayDig: site?.mayDig ?? false,
      policy,
      abundance: new Map<string, Abundance>(patches.map(({ taxon, abundance }) => [taxon, abundance])),
      drills: new Map()
    }
  };
}
