import { found, idFrom, inSchoolOf, teaching } from '$lib/server/guard';
import { jpegResponse } from '$lib/server/pictures';
import { readSightingPicture } from '$lib/server/sightings';
import type { RequestHandler } from './$types';

/** The picture of a sighting: it never changes under its id. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const site = idFrom(params.site, 'site');
  const id = idFrom(params.sighting, 'sighting');
  const jpeg = await inSchoolOf(teaching(locals), (db) => readSightingPicture(db, site, id));
  return jpegResponse(found(jpeg, 'picture'), 'private, max-age=31536000, immutable');
};
