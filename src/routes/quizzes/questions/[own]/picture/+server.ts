import { questionPicture, readOwnQuestion } from '$lib/server/learning/own-questions';
import { jpegResponse } from '$lib/server/library/pictures';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The picture of a question of the collection, for those who write it. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const id = idFrom(params.own, 'question');
  const jpeg = await inSchoolOf(viewer, async (db) => {
    const picture = (await readOwnQuestion(db, id))?.question.picture;
    return picture && questionPicture(db, picture.id);
  });
  return jpegResponse(orNotFound(jpeg, 'picture'), 'private, no-store');
};
