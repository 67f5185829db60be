import { idFrom, inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import { entryPicture } from '$lib/server/learning/notebook';
import { jpegResponse } from '$lib/server/library/pictures';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) =>
    jpegResponse(
      orNotFound(await entryPicture(db, viewer, idFrom(params.entry, 'entry')), 'picture'),
      'private, max-age=3600'
    )
  );
};
