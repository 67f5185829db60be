import { error } from '@sveltejs/kit';
import { writeGeoJson, writeGpx } from '$core/formats';
import { pathOf } from '$core/ground';
import { englishName } from '$core/knowledge';
import { attachment } from '$lib/server/request/attachment';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { listPatches } from '$lib/server/ground/patches';
import { readSite } from '$lib/server/ground/sites';
import type { RequestHandler } from './$types';

const kinds = {
  gpx: 'application/gpx+xml',
  geojson: 'application/geo+json'
} as const;

/** The site as a file for devices and other programs: `?as=gpx` or `?as=geojson`. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const as = url.searchParams.get('as');
  if (as !== 'gpx' && as !== 'geojson') error(404, 'Sites are taken out as GPX or as GeoJSON.');
  const id = idFrom(params.site, 'site');
  const { site, patches } = await inSchoolOf(requireTeacher(locals), async (db) => {
    const library = await libraryOf(db);
    return {
      site: orNotFound(await readSite(db, id), 'site'),
      patches: (await listPatches(db, id)).map((patch) => {
        const taxon = library.taxa.get(patch.taxon);
        return { ...patch, note: taxon ? `${englishName(taxon)}, ${taxon.name}` : patch.taxon };
      })
    };
  });
  const path = pathOf(site.ground);
  const text =
    as === 'gpx'
      ? writeGpx({ name: site.name, ...(path ? { path } : {}), waypoints: patches })
      : writeGeoJson(site.ground, patches);
  return attachment(text, `${kinds[as]}; charset=utf-8`, `${site.name}.${as}`);
};
