import { longDate } from '$core/words';
import { redirect } from '@sveltejs/kit';
import { superValidate, fail } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { stateLabel } from '$core/knowledge';
import { NewFind, addFind } from '$lib/server/ground/finds';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { entryOf, observationsFrom } from '$core/evidence';
import { readSite } from '$lib/server/ground/sites';
import type { Actions, PageServerLoad } from './$types';

/** What was seen comes along from Look closer in the address. */
export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const { seen, unseen } = observationsFrom(
      await libraryOf(db, site.region),
      url.searchParams.getAll('see'),
      url.searchParams.getAll('cannot')
    );
    return {
      site: { id, name: site.name, ground: site.ground, place: site.place },
      seen: seen.map((one) => ({
        entry: entryOf(one),
        name: one.character.name,
        label: stateLabel(one.character, one.state)
      })),
      form: await superValidate(
        {
          name: '',
          seenOn: url.searchParams.get('date') ?? viewer.today,
          longitude: url.searchParams.get('longitude') ?? '',
          latitude: url.searchParams.get('latitude') ?? '',
          seen: seen.map(entryOf),
          cannot: unseen
        } as never,
        zod4(NewFind),
        { errors: false }
      )
    };
  });
};

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.site, 'site');
    const form = await superValidate(request, zod4(NewFind));
    if (form.valid && form.data.seenOn > viewer.today) {
      form.valid = false;
      form.errors.seenOn = [`That day is still to come; today is ${longDate(viewer.today)}.`];
    }
    if (!form.valid) return fail(400, { form });
    const find = await inSchoolOf(viewer, async (db) => {
      orNotFound(await readSite(db, id), 'site');
      return addFind(db, viewer, id, form.data);
    });
    redirect(303, `/ground/${id}/finds/${find}`);
  }
};
