import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { comingPairs } from '$lib/server/learning/drills';
import { inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { listCohorts } from '$lib/server/school/people';
import { readWalk } from '$lib/server/walk/walks';
import { addQuiz, ownQuizzes } from '$lib/server/learning/quizzes';
import { mayReview, openPhase, quizKinds } from '$core/learning';
import { leads } from '$lib/server/accounts';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const quizzes = (await ownQuizzes(db, viewer)).map(({ quiz, own }) => ({
      ...quiz,
      questions: quiz.questions.length,
      open: openPhase(quiz, own, viewer.today),
      mayReview: mayReview(quiz, own)
    }));
    const makes = leads(viewer);
    return {
      quizzes,
      makes,
      teaches: viewer.role !== 'learner',
      cohorts: makes ? (await listCohorts(db)).map(({ id, name }) => ({ id, name })) : [],
      walks: makes
        ? (await comingPairs(db, viewer)).map(({ id, name, cohortId, pairs }) => ({
            id,
            name,
            cohortId,
            pairs: pairs.length
          }))
        : []
    };
  });
};

const NewQuiz = z.object({
  name: z.string().trim().min(1, 'Give it a name.').max(120, 'Keep the name to 120 letters.'),
  cohort: z.uuid('Choose a group.'),
  walk: z.union([z.literal('').transform(() => undefined), z.uuid()]),
  kind: z.enum(quizKinds),
  size: z.coerce.number('Give a number of questions.').int().min(0).max(30, 'Up to 30 questions.'),
  minutes: z
    .union([
      z.literal('').transform(() => undefined),
      z.coerce
        .number('Give the time in minutes.')
        .int()
        .min(1, 'At least a minute.')
        .max(240, 'At most four hours.')
    ])
    .optional()
});

export const actions: Actions = {
  add: async ({ locals, request }) => {
    const viewer = requireLeader(locals);
    const entered = Object.fromEntries(await request.formData());
    const kept = Object.fromEntries(Object.entries(entered).map(([name, value]) => [name, String(value)]));
    const asked = NewQuiz.safeParse(entered);
    if (!asked.success) return fail(400, { problem: asked.error.issues[0]!.message, kept });
    const { name, cohort, walk, kind, size, minutes } = asked.data;
    const id = await inSchoolOf(viewer, async (db) => {
      if (!(await listCohorts(db)).some((one) => one.id === cohort)) return undefined;
      if (walk && !(await readWalk(db, viewer, walk))) return undefined;
      return addQuiz(db, viewer, { name, cohortId: cohort, walkId: walk, kind, minutes }, size);
    });
    if (!id) return fail(400, { problem: 'Choose a group, and a walk of this school or none.', kept });
    redirect(303, `/quizzes/${id}`);
  }
};
