import { exchangedQuiz, ownPictures, packageOf } from '$lib/server/learning/question-exchange';
import { attachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The quiz as a package of QTI 3.0, with what is right in it: for those who teach. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.quiz, 'quiz');
  const { quiz, exchanged, pictures } = await inSchoolOf(viewer, async (db) => {
    const found = await exchangedQuiz(db, viewer, id);
    return { ...found, pictures: await ownPictures(db, found.exchanged) };
  });
  const bytes = await packageOf(quiz.name, quiz.minutes, exchanged, pictures);
  return attachment(bytes, 'application/zip', `${quiz.name}.zip`);
};
