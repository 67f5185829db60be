import { found, idFrom, inSchoolOf, signedIn } from '$lib/server/guard';
import { readJpeg } from '$lib/server/photographs';
import { jpegResponse } from '$lib/server/pictures';
import type { RequestHandler } from './$types';

/** A photograph of the school: its picture never changes under its id. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const id = idFrom(params.photo, 'photograph');
  const jpeg = found(await inSchoolOf(signedIn(locals), (db) => readJpeg(db, id)), 'photograph');
  return jpegResponse(jpeg, 'private, max-age=31536000, immutable');
};
