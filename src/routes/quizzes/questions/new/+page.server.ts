import { fail, redirect } from '@sveltejs/kit';
import { addOwnQuestion } from '$lib/server/learning/own-questions';
import { pictureIn, writtenIn } from '$lib/server/learning/written-form';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  requireLeader(locals);
};

export const actions: Actions = {
  default: async ({ locals, request }) => {
    const viewer = requireLeader(locals);
    const form = await request.formData();
    const sent = await pictureIn(form);
    if (sent && 'problem' in sent) return fail(400, { problem: sent.problem });
    const stored = await inSchoolOf(viewer, async (db) => {
      const written = await writtenIn(db, viewer, form, sent, undefined);
      return 'problem' in written ? written : addOwnQuestion(db, viewer, written.question);
    });
    if ('problem' in stored) return fail(400, { problem: stored.problem });
    redirect(303, '/quizzes/questions');
  }
};
