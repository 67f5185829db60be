import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { Taxon, englishName, plain } from '$core/knowledge';
import { editCell } from '$lib/server/library/corrections';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf, schoolLibrary } from '$lib/server/library/library';
import type { Actions, PageServerLoad } from './$types';

const groups = Taxon.shape.group.options;
const ranks = Taxon.shape.rank.options;

const Form = z.object({
  name: z
    .string()
    .trim()
    .regex(/^[A-Z][a-z-]+( [a-z×.-]+)+$/, 'Write it as genus and species, such as “Daucus carota”.')
    .max(120),
  english: z.string().trim().min(2, 'Give it an English name.').max(120),
  family: z.string().min(1, 'Choose its family.'),
  rank: z.enum(ranks).default('species'),
  group: z.enum(groups).default('plant'),
  lifeForm: z.string().trim().min(1, 'Say how it lives, such as “perennial”.').max(60),
  habitats: z.array(z.string()).min(1, 'Tick one place or more.'),
  basis: z.string().trim().min(4, 'Say what the entry rests on.').max(400),
  like: z.string().default('')
});

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const place = library.character.get('place');
    return {
      form: await superValidate(zod4(Form)),
      families: [...library.families.values()]
        .map(({ name, english }) => ({ value: name, label: `${english} (${name})` }))
        .sort((a, b) => a.label.localeCompare(b.label, 'en')),
      habitats: place?.kind === 'states' ? place.states.map(({ slug, label }) => ({ slug, label })) : [],
      taxa: [...library.taxa.values()]
        .map((taxon) => ({ value: taxon.slug, label: `${englishName(taxon)}, ${taxon.name}` }))
        .sort((a, b) => a.label.localeCompare(b.label, 'en')),
      groups,
      ranks
    };
  });
};

/** Addresses below /species that are pages, not taxa. */
const reserved = new Set(['families', 'compare', 'look-closer', 'confirm', 'changes', 'exchange', 'own']);

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const { english, like, ...given } = form.data;
    const slug = plain(given.name)
      .replaceAll(/[^a-z]+/g, '-')
      .replaceAll(/^-|-$/g, '');
    const problem = await inSchoolOf(viewer, async (db) => {
      const { document } = await schoolLibrary(db, viewer.region);
      const known = document.taxa.find((taxon) => taxon.slug === slug || taxon.name === given.name);
      if (known || reserved.has(slug)) return `The library has ${given.name} already: correct its sheet.`;
      const model = document.taxa.find((taxon) => taxon.slug === like);
      const taxon: Taxon = {
        slug,
        ...given,
        synonyms: [],
        names: [{ name: english, language: 'en', region: 'here' }],
        uses: [],
        parts: [],
        preparations: [],
        hazards: [],
        loads: [],
        legal: [],
        stages: model?.stages ?? {}
      };
      const outcome = await editCell(db, viewer, {
        taxon: slug,
        path: 'taxon',
        value: taxon,
        seen: undefined,
        reason: model ? `Begun from the description of ${model.name}.` : 'A taxon of our own.'
      });
      if (outcome.kind === 'done') return undefined;
      return outcome.kind === 'problem' ? outcome.problem : 'Somebody added it meanwhile.';
    });
    if (problem) return setError(form, 'name', problem);
    redirect(303, `/species/${slug}/correct`);
  }
};
