import { asAsked, listOwnQuestions } from '$lib/server/learning/own-questions';
import { itemsOf, ownPictures, packageOf } from '$lib/server/learning/question-exchange';
import { schoolLibrary } from '$lib/server/library/library';
import { attachment } from '$lib/server/request/attachment';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The whole collection as a package of QTI 3.0. */
export const GET: RequestHandler = async ({ locals }) => {
  const viewer = requireLeader(locals);
  const { exchanged, pictures } = await inSchoolOf(viewer, async (db) => {
    const { library } = await schoolLibrary(db, viewer.region);
    const all = itemsOf(library, (await listOwnQuestions(db)).map(asAsked));
    return { exchanged: all, pictures: await ownPictures(db, all) };
  });
  const title = `Questions of ${viewer.school.name}`;
  return attachment(
    await packageOf(title, undefined, exchanged, pictures),
    'application/zip',
    `${title}.zip`
  );
};
