import { exchangedQuiz, tableOf } from '$lib/server/learning/question-exchange';
import { dialectIn, tableAttachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The quiz as a table, with what is right in it: for those who teach. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.quiz, 'quiz');
  const { quiz, exchanged } = await inSchoolOf(viewer, (db) => exchangedQuiz(db, viewer, id));
  return tableAttachment(tableOf(exchanged, dialectIn(url)), quiz.name);
};
