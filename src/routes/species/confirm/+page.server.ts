import { fail } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { englishName, isDangerous, worstSeverity } from '$core/knowledge';
import {
  addSource,
  confirmingQueue,
  listSources,
  removeSource,
  sourceKinds
} from '$lib/server/library/bookshelf';
import { idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import type { Actions, PageServerLoad } from './$types';

const SourceForm = z.object({
  kind: z.enum(sourceKinds).default('flora'),
  citation: z
    .string()
    .trim()
    .min(4, 'Write author, title and edition, or the name of the expert.')
    .max(400, 'At most 400 characters.'),
  copyOf: z.union([z.uuid(), z.literal('')]).default('')
});

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const waiting = await confirmingQueue(db, library, viewer.today);
    return {
      total: library.taxa.size,
      sources: await listSources(db),
      form: await superValidate(zod4(SourceForm)),
      waiting: waiting.map(({ taxon, ...rest }) => ({
        ...rest,
        slug: taxon.slug,
        name: englishName(taxon),
        scientific: taxon.name,
        severity: worstSeverity(taxon),
        isDangerous: isDangerous(taxon)
      }))
    };
  });
};

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const form = await superValidate(request, zod4(SourceForm));
    if (!form.valid) return fail(400, { form });
    const { copyOf, ...source } = form.data;
    const isNew = await inSchoolOf(viewer, async (db) => {
      const known = (await listSources(db)).some(({ id }) => id === copyOf);
      return addSource(db, { ...source, copyOf: known ? copyOf : undefined });
    });
    if (!isNew) return setError(form, 'citation', 'This source is on the shelf already.');
    return message(form, `On the shelf: ${source.citation}`);
  },
  remove: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(String((await request.formData()).get('id')), 'source');
    const isRemoved = await inSchoolOf(viewer, (db) => removeSource(db, id));
    return isRemoved
      ? { said: 'Taken off the shelf.' }
      : fail(400, { problem: 'Claims rest on this source: take those back first.' });
  }
};
