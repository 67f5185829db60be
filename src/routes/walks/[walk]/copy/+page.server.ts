import { redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { whatChanged } from '$core/walk';
import { copyWalk } from '$lib/server/walk/copy-walk';
import { orNotFound, idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { readPlan } from '$lib/server/walk/plan';
import { walkPage } from '$lib/server/walk/walk-page';
import { WalkDay, pastProblem } from '$lib/server/walk/walk-form';
import { fail } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';

const Form = WalkDay.pick({ name: true, heldOn: true, startsAt: true });

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const { plan } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const source = plan.walk.copiedFrom ? await readPlan(db, viewer, plan.walk.copiedFrom) : undefined;
    const { name, startsAt } = plan.walk;
    return {
      today: viewer.today,
      source: source && { id: source.walk.id, name: source.walk.name, heldOn: source.walk.heldOn },
      // That a day is past or still to come is no news of a copy.
      changes: source
        ? whatChanged(source, plan).filter(({ about }) => !about.startsWith('Stop: the date'))
        : [],
      form: await superValidate({ name, startsAt, heldOn: '' }, zod4(Form), { errors: false })
    };
  });
};

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.walk, 'walk');
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const past = pastProblem(form.data.heldOn, viewer.today);
    if (past) return setError(form, 'heldOn', past);
    const copy = await inSchoolOf(viewer, async (db) =>
      copyWalk(db, viewer, orNotFound(await readPlan(db, viewer, id), 'walk'), form.data)
    );
    redirect(303, `/walks/${copy}/copy`);
  }
};
