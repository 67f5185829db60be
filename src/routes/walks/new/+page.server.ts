import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { WalkDay, pastProblem, walkChoices } from '$lib/server/walk/walk-form';
import { addWalk } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

const Form = WalkDay.extend({ siteId: z.uuid('Choose a site.'), leaderId: z.uuid('Choose who leads.') });

/** What another page proposes: a site, a date and an hour. A wrong value counts as none. */
const Proposed = z.object({
  site: z.uuid().catch(''),
  date: z.iso.date().catch(''),
  start: WalkDay.shape.startsAt.catch('10:00')
});

export const load: PageServerLoad = async ({ locals, url }) => {
  const viewer = requireLeader(locals);
  const choices = await walkChoices(viewer);
  const { site, date, start } = Proposed.parse({
    site: '',
    date: '',
    ...Object.fromEntries(url.searchParams)
  });
  const defaults = {
    siteId: choices.sites.find(({ value }) => value === site)?.value ?? choices.sites[0]?.value ?? '',
    leaderId: viewer.personId,
    // The first choice is none: with one group, it is meant.
    cohortId: choices.cohorts.length === 2 ? choices.cohorts[1]!.value : '',
    heldOn: date,
    startsAt: start,
    kind: 'walk' as const
  };
  return {
    ...choices,
    today: viewer.today,
    form: await superValidate(defaults, zod4(Form), { errors: false })
  };
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const past = pastProblem(form.data.heldOn, viewer.today);
    if (past) return setError(form, 'heldOn', past);
    const choices = await walkChoices(viewer);
    const { siteId, leaderId, cohortId } = form.data;
    if (!choices.sites.some(({ value }) => value === siteId))
      return setError(form, 'siteId', 'Choose a site of your school.');
    if (!choices.leaders.some(({ value }) => value === leaderId))
      return setError(form, 'leaderId', 'Choose a leader of your school.');
    if (cohortId && !choices.cohorts.some(({ value }) => value === cohortId))
      return setError(form, 'cohortId', 'Choose a group of your school.');
    if (form.data.kind === 'class' && !form.data.venue)
      return setError(form, 'venue', 'Say where the class is held.');
    const id = await inSchoolOf(viewer, (db) => addWalk(db, { ...form.data, cohortId }));
    redirect(303, `/walks/${id}`);
  }
};
