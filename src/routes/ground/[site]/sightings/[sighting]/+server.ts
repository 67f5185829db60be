import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { jpegResponse } from '$lib/server/library/pictures';
import { readSightingPicture } from '$lib/server/season/sightings';
import type { RequestHandler } from './$types';

/** The picture of a sighting: it never changes under its id. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const site = idFrom(params.site, 'site');
  const id = idFrom(params.sighting, 'sighting');
  const jpeg = await inSchoolOf(requireTeacher(locals), (db) => readSightingPicture(db, site, id));
  return jpegResponse(orNotFound(jpeg, 'picture'), 'private, max-age=31536000, immutable');
};
