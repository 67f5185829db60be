import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { Stage } from '$core/knowledge';
import { livingSteps, outcomes } from '$core/learning';
import {
  orNotFound,
  idFrom,
  inSchoolOf,
  requireLeader,
  notFound,
  requireSignedIn,
  requireTeacher
} from '$lib/server/request/guard';
import { libraryOfAll } from '$lib/server/library/library';
import { listPeople } from '$lib/server/school/people';
import { personProgress } from '$lib/server/learning/progress-page';
import { leads } from '$lib/server/accounts';
import { runningQuiz } from '$lib/server/learning/quizzes';
import { recordSignOff } from '$lib/server/learning/sign-offs';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const personId = idFrom(params.person, 'person');
  // To a learner, another one's results are not there.
  if (viewer.role === 'learner' && personId !== viewer.personId) notFound('person');
  return inSchoolOf(viewer, async (db) => {
    const running = viewer.role === 'learner' ? await runningQuiz(db, viewer) : undefined;
    if (running) redirect(307, `/quizzes/${running.id}`);
    return {
      progress: orNotFound(
        await personProgress(db, viewer, personId, url.searchParams.get('walk') ?? undefined),
        'person'
      ),
      isOwn: personId === viewer.personId,
      teaches: viewer.role !== 'learner',
      signsOff: leads(viewer)
    };
  });
};

const Signed = z.object({
  unit: z.string().regex(/^[a-z0-9-]+~[a-z0-9-]+@.+$/, 'Choose the pair and its stage.'),
  step: z.enum(livingSteps),
  outcome: z.enum(outcomes).default('right'),
  plant: z
    .string()
    .trim()
    .min(3, 'Say which plant it was and where it stood: a sign-off belongs to a living plant.')
    .max(200, 'Keep it to 200 letters.')
});

export const actions: Actions = {
  sign: async ({ locals, params, request }) => {
    const viewer = requireTeacher(locals);
    const personId = idFrom(params.person, 'person');
    const entered = Object.fromEntries(await request.formData());
    const signed = Signed.safeParse(entered);
    const kept = { unit: String(entered['unit'] ?? ''), plant: String(entered['plant'] ?? '') };
    if (!signed.success) return fail(400, { problem: signed.error.issues[0]!.message, ...kept });
    if (signed.data.step === 'signed off') requireLeader(locals);
    if (personId === viewer.personId) error(403, 'Nobody signs for themselves.');
    const { unit, ...rest } = signed.data;
    const [pair, stage] = unit.split('@') as [string, string];
    if (!Stage.safeParse(stage).success)
      return fail(400, { problem: 'Choose the pair and its stage.', ...kept });
    return inSchoolOf(viewer, async (db) => {
      const person = orNotFound(
        (await listPeople(db)).find(({ id }) => id === personId),
        'person'
      );
      const { taxa } = await libraryOfAll(db, viewer.regions);
      if (!pair.split('~').every((slug) => taxa.has(slug)))
        return fail(400, { problem: 'The library has no such pair.', ...kept });
      await recordSignOff(db, viewer, { personId: person.id, pair, stage, ...rest });
      return { done: rest.step === 'signed off' ? 'Signed off.' : 'Recorded.' };
    });
  }
};
