import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { answerQuestion, answers, readQuestion } from '$lib/server/after/wellbeing';
import { problemsOf } from '$lib/server/request/actions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const question = await readQuestion(params.token);
  return {
    question: question && {
      name: question.name,
      walk: question.walk,
      heldOn: question.heldOn,
      school: question.school,
      numbers: question.emergencyNumbers,
      answer: question.answer === 'not reached' ? undefined : question.answer,
      words: question.words,
      isOpen: question.isOpen
    }
  };
};

const Answered = z.object({
  answer: z.enum(answers, 'Choose how you are.'),
  words: z.string().trim().max(500, 'At most 500 letters.').default('')
});

export const actions: Actions = {
  default: async ({ request, params }) => {
    const answered = Answered.safeParse(Object.fromEntries(await request.formData()));
    if (!answered.success) return fail(400, { problem: problemsOf(answered.error) });
    if (!(await answerQuestion(params.token, answered.data.answer, answered.data.words)))
      return fail(410, { problem: 'This link has ended. Call whoever led the walk.' });
    return { isKept: true };
  }
};
