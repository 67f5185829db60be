import { asAsked, listOwnQuestions } from '$lib/server/learning/own-questions';
import { itemsOf, packageOf } from '$lib/server/learning/question-exchange';
import { schoolLibrary } from '$lib/server/library/library';
import { attachment } from '$lib/server/request/attachment';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The whole collection as a package of QTI 3.0. */
export const GET: RequestHandler = async ({ locals }) => {
  const viewer = requireLeader(locals);
  const bytes = await inSchoolOf(viewer, async (db) => {
    const { library } = await schoolLibrary(db, viewer.region);
    const questions = (await listOwnQuestions(db)).map(asAsked);
    return packageOf(db, `Questions of ${viewer.school.name}`, undefined, itemsOf(library, questions));
  });
  return attachment(bytes, 'application/zip', `Questions of ${viewer.school.name}.zip`);
};
