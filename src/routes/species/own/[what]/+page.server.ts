import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import {
  cellHash,
  englishName,
  entriesNamed,
  entryPath,
  ofLibrary,
  stageNames,
  valueAt,
  valueInWords
} from '$core/knowledge';
import { editCell } from '$lib/server/library/corrections';
import { schoolLibrary } from '$lib/server/library/library';
import { inSchoolOf, notFound, requireLeader } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';
import { forms, isWhat } from './entries';

const whatIn = (what: string) => (isWhat(what) ? what : notFound('page'));

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const what = whatIn(params.what);
  return inSchoolOf(viewer, async (db) => {
    const { document, release, library } = await schoolLibrary(db, viewer.region);
    const { entry, schema } = forms[what];
    const place = library.character.get('place');
    const byLabel = (a: { label: string }, b: { label: string }) => a.label.localeCompare(b.label, 'en');
    return {
      what,
      form: await superValidate(zod4(schema)),
      own: entriesNamed(document, entry)
        .filter(([path]) => valueAt(release, ofLibrary, path) === undefined)
        .map(([path, value]) => ({ path, words: valueInWords(library, path, value) })),
      taxa: [...library.taxa.values()]
        .map((taxon) => ({ value: taxon.slug, label: `${englishName(taxon)}, ${taxon.name}` }))
        .sort(byLabel),
      stages: stageNames.map((stage) => ({ value: stage, label: stage })),
      characters: library.characters
        .filter(({ kind }) => what !== 'state' || kind === 'states')
        .map(({ slug, name }) => ({ value: slug, label: name })),
      habitats: place?.kind === 'states' ? place.states.map(({ slug, label }) => ({ slug, label })) : []
    };
  });
};

export const actions: Actions = {
  add: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const what = whatIn(params.what);
    const { schema, entry, from } = forms[what];
    const form = await superValidate(request, zod4(schema));
    if (!form.valid) return fail(400, { form });
    const value = (from as (data: unknown) => Parameters<typeof entryPath>[1])(form.data);
    const outcome = await inSchoolOf(viewer, (db) =>
      editCell(db, viewer, {
        taxon: ofLibrary,
        path: entryPath(entry, value),
        value,
        seen: undefined,
        reason: `Added ${what === 'animal' ? 'an' : 'a'} ${what} of our own.`
      })
    );
    if (outcome.kind === 'done') redirect(303, `/species/own/${what}`);
    return setError(
      form,
      '',
      outcome.kind === 'problem'
        ? outcome.problem
        : 'It is there already: take it away first, or choose another.'
    );
  },
  remove: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const what = whatIn(params.what);
    const path = String((await request.formData()).get('path'));
    const outcome = await inSchoolOf(viewer, async (db) => {
      const { document } = await schoolLibrary(db, viewer.region);
      const seen = cellHash(valueAt(document, ofLibrary, path));
      if (seen === undefined) return undefined;
      return editCell(db, viewer, { taxon: ofLibrary, path, value: undefined, seen, reason: 'Taken away.' });
    });
    if (outcome?.kind === 'problem') return fail(400, { problem: outcome.problem });
    redirect(303, `/species/own/${what}`);
  }
};
