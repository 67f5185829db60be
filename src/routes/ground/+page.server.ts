import { redirect } from '@sveltejs/kit';
import { fail } from '@sveltejs/kit';
import { superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { leads } from '$lib/server/accounts';
import { listPatches } from '$lib/server/ground/patches';
import { addSite, listSites } from '$lib/server/ground/sites';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({ name: z.string().trim().min(1, 'Name the site.').max(120) });

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const sites = [];
    for (const site of await listSites(db))
      sites.push({ ...site, patches: (await listPatches(db, site.id)).length });
    return { sites, mayAdd: leads(viewer), form: await superValidate(zod4(Form)) };
  });
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const id = await inSchoolOf(viewer, (db) => addSite(db, form.data.name, viewer.school.timeZone));
    redirect(303, `/ground/${id}`);
  }
};
