import { error } from '@sveltejs/kit';
import { keepPicture, readWalkPicture, takesPicture } from '$lib/server/field/pictures';
import { readPicture } from '$lib/server/library/photographs';
import { jpegResponse } from '$lib/server/library/pictures';
import { idFrom, inSchoolOf, orNotFound, requireTeacher } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** A picture of what was found on a walk, by the act with which it was kept. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const [walk, event] = [idFrom(params.walk, 'walk'), idFrom(params.event, 'picture')];
  const jpeg = await inSchoolOf(viewer, (db) => readWalkPicture(db, walk, event));
  return jpegResponse(orNotFound(jpeg, 'picture'), 'private, max-age=31536000, immutable');
};

/** A phone sends it once the act has arrived; sent again, it is there already. */
export const PUT: RequestHandler = async ({ locals, params, request }) => {
  const viewer = requireTeacher(locals);
  const [walk, event] = [idFrom(params.walk, 'walk'), idFrom(params.event, 'find')];
  if (!(await inSchoolOf(viewer, (db) => takesPicture(db, walk, event))))
    error(404, 'There is nothing on this walk that the picture belongs to.');
  // It is read outside of a transaction: a large one takes its time.
  const picture = await readPicture(new File([await request.arrayBuffer()], 'The picture'));
  if ('problem' in picture) error(400, picture.problem);
  await inSchoolOf(viewer, (db) => keepPicture(db, event, picture));
  return new Response(null, { status: 204 });
};
