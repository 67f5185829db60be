import { attachment } from '$lib/server/request/attachment';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { schoolLibrary } from '$lib/server/library/library';
import { print } from '$lib/server/print';
import { picturesToPrint } from '$lib/server/learning/own-questions';
import { readQuiz } from '$lib/server/learning/quizzes';
import type { RequestHandler } from './$types';

/** The quiz on paper, with its answers at the end: for those who teach. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.quiz, 'quiz');
  const { quiz, library, pictures, now } = await inSchoolOf(viewer, async (db) => {
    const found = orNotFound(await readQuiz(db, viewer, id), 'quiz');
    return {
      quiz: found,
      library: (await schoolLibrary(db, found.region)).document,
      pictures: await picturesToPrint(db, found.questions),
      now: db.now
    };
  });
  const pdf = await print('quiz', {
    quiz: {
      name: quiz.name,
      school: viewer.school.name,
      group: quiz.cohortName,
      questions: quiz.questions,
      pictures
    },
    library,
    title: quiz.name,
    date: now
  });
  return attachment(new Uint8Array(pdf), 'application/pdf', `${quiz.name}.pdf`);
};
