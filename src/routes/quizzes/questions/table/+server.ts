import { asAsked, listOwnQuestions } from '$lib/server/learning/own-questions';
import { itemsOf, tableOf } from '$lib/server/learning/question-exchange';
import { schoolLibrary } from '$lib/server/library/library';
import { dialectIn, tableAttachment } from '$lib/server/request/attachment';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The whole collection as a table. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const viewer = requireLeader(locals);
  const table = await inSchoolOf(viewer, async (db) => {
    const { library } = await schoolLibrary(db, viewer.region);
    return tableOf(itemsOf(library, (await listOwnQuestions(db)).map(asAsked)), dialectIn(url));
  });
  return tableAttachment(table, `Questions of ${viewer.school.name}`);
};
