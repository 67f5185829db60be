import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { readJpeg } from '$lib/server/library/photographs';
import { jpegResponse } from '$lib/server/library/pictures';
import type { RequestHandler } from './$types';

/** A photograph of the school: its picture never changes under its id. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const id = idFrom(params.photo, 'photograph');
  const jpeg = orNotFound(await inSchoolOf(requireSignedIn(locals), (db) => readJpeg(db, id)), 'photograph');
  return jpegResponse(jpeg, 'private, max-age=31536000, immutable');
};
