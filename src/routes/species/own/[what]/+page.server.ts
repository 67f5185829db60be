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
import { isWhat, kindOf } from './entries';

const whatIn = (what: string) => (isWhat(what) ? what : notFound('page'));

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireLeader(locals);
  const what = whatIn(params.what);
  return inSchoolOf(viewer, async (db) => {
    const { document, release, library } = await schoolLibrary(db, viewer.region);
    const { entry, schema, filled } = kindOf(what);
    const own = entriesNamed(document, entry).filter(
      ([path]) => valueAt(release, ofLibrary, path) === undefined
    );
    const changed = own.find(([path]) => path === url.searchParams.get('change'));
    const place = library.character.get('place');
    const byLabel = (a: { label: string }, b: { label: string }) => a.label.localeCompare(b.label, 'en');
    return {
      what,
      form: changed
        ? await superValidate(filled(changed[1] as never), zod4(schema), { errors: false })
        : await superValidate(zod4(schema)),
      own: own.map(([path, value]) => ({ path, words: valueInWords(library, path, value) })),
      /** The entry that is changed: its path, and what it was when the form was filled. */
      changing: changed && { path: changed[0], seen: cellHash(changed[1])! },
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
  save: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const what = whatIn(params.what);
    const { schema, entry, from } = kindOf(what);
    const sent = await request.formData();
    const form = await superValidate(sent, zod4(schema));
    if (!form.valid) return fail(400, { form });
    const changed = sent.has('path') ? String(sent.get('path')) : undefined;
    const outcome = await inSchoolOf(viewer, async (db) => {
      const { document } = await schoolLibrary(db, viewer.region);
      const before = changed === undefined ? undefined : valueAt(document, ofLibrary, changed);
      const value = from(form.data, before as never);
      const path = entryPath(entry, value);
      if (changed !== undefined && changed !== path)
        return { kind: 'problem', problem: 'It is another then: add that, and take this one away.' } as const;
      return editCell(db, viewer, {
        taxon: ofLibrary,
        path,
        value,
        seen: changed === undefined ? undefined : String(sent.get('seen')),
        reason:
          changed === undefined ? `Added ${what === 'animal' ? 'an' : 'a'} ${what} of our own.` : 'Changed.'
      });
    });
    if (outcome.kind === 'done') redirect(303, `/species/own/${what}`);
    if (outcome.kind === 'problem') return setError(form, '', outcome.problem);
    return changed === undefined
      ? setError(form, '', 'It is there already: change that one, or choose another.')
      : setError(
          form,
          '',
          `${outcome.by ?? 'Somebody'} has changed it meanwhile. What you typed still stands here: look at theirs above, and save again to put yours in its place.`,
          { status: 409 }
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
