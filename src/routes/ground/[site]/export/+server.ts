import { error } from '@sveltejs/kit';
import { attachment } from '$lib/server/request/attachment';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { listPatches } from '$lib/server/ground/patches';
import { type SiteFormat, siteAs, siteFormats } from '$lib/server/ground/site-files';
import { readSite } from '$lib/server/ground/sites';
import type { RequestHandler } from './$types';

const formats = Object.keys(siteFormats) as SiteFormat[];

/** The site as a file for devices and other programs: `?as=gpx`, `kml`, `kmz` or `geojson`. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const as = formats.find((one) => one === url.searchParams.get('as'));
  if (!as) error(404, 'Sites are taken out as GPX, KML, KMZ or GeoJSON.');
  const id = idFrom(params.site, 'site');
  return inSchoolOf(requireTeacher(locals), async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const file = siteAs(as, site, await listPatches(db, id), await libraryOf(db, site.region));
    return attachment(file, siteFormats[as], `${site.name}.${as}`);
  });
};
