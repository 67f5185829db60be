import { exchangedQuiz, packageOf } from '$lib/server/learning/question-exchange';
import { attachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The quiz as a package of QTI 3.0, with what is right in it: for those who teach. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.quiz, 'quiz');
  const { name, bytes } = await inSchoolOf(viewer, async (db) => {
    const { quiz, exchanged } = await exchangedQuiz(db, viewer, id);
    return { name: quiz.name, bytes: await packageOf(db, quiz.name, quiz.minutes, exchanged) };
  });
  return attachment(bytes, 'application/zip', `${name}.zip`);
};
