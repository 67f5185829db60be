import { fail } from '@sveltejs/kit';
import { rightInWords } from '$core/learning';
import { listOwnQuestions, removeOwnQuestion } from '$lib/server/learning/own-questions';
import { readQuestions, takeIn } from '$lib/server/learning/question-exchange';
import { idAction } from '$lib/server/request/actions';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => ({
    questions: (await listOwnQuestions(db)).map(({ id, question, madeBy, changedAt }) => ({
      id,
      name: question.title,
      asks: question.asks,
      kind: question.answer.kind,
      right: question.answer.kind === 'spot' ? undefined : rightInWords(question.answer),
      hasPicture: question.picture !== undefined,
      madeBy,
      changedOn: changedAt.toISOString().slice(0, 10)
    }))
  }));
};

export const actions: Actions = {
  takeIn: async ({ locals, request }) => {
    const viewer = requireLeader(locals);
    const file = (await request.formData()).get('file');
    if (!(file instanceof File) || file.size === 0) return fail(400, { problem: 'Choose a file first.' });
    const read = await readQuestions(file);
    if ('problem' in read) return fail(400, read);
    return { taken: await inSchoolOf(viewer, (db) => takeIn(db, viewer, read)) };
  },
  remove: idAction(requireLeader, 'id', 'question', async (id, { viewer }) =>
    (await inSchoolOf(viewer, (db) => removeOwnQuestion(db, id)))
      ? { removed: true }
      : fail(404, { problem: 'It is there no more.' })
  )
};
