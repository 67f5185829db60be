import { fail, redirect } from '@sveltejs/kit';
import { changeOwnQuestion, readOwnQuestion } from '$lib/server/learning/own-questions';
import { formOf, pictureIn, writtenIn } from '$lib/server/learning/written-form';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const id = idFrom(params.own, 'question');
  return inSchoolOf(viewer, async (db) => {
    const { question } = orNotFound(await readOwnQuestion(db, id), 'question');
    return {
      filled: formOf(question),
      picture: question.picture && {
        address: `/quizzes/questions/${id}/picture`,
        width: question.picture.width,
        height: question.picture.height
      }
    };
  });
};

export const actions: Actions = {
  default: async ({ locals, params, request }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.own, 'question');
    const form = await request.formData();
    const sent = await pictureIn(form);
    if (sent && 'problem' in sent) return fail(400, { problem: sent.problem });
    const problem = await inSchoolOf(viewer, async (db) => {
      const { question } = orNotFound(await readOwnQuestion(db, id), 'question');
      const written = await writtenIn(db, viewer, form, sent, question);
      if ('problem' in written) return written.problem;
      return (await changeOwnQuestion(db, id, written.question)) ? undefined : 'It is there no more.';
    });
    if (problem) return fail(400, { problem });
    redirect(303, '/quizzes/questions');
  }
};
