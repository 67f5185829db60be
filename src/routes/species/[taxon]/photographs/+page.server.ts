import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { Stage, englishName } from '$core/knowledge';
import { orNotFound, inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { Crop, addPhotograph, photographsOf, readPicture } from '$lib/server/library/photographs';
import { leads } from '$lib/server/accounts';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const taxon = orNotFound((await libraryOf(db, viewer.region)).taxa.get(params.taxon), 'taxon');
    return {
      slug: taxon.slug,
      name: englishName(taxon),
      stages: [...taxon.stages.keys()],
      stage: url.searchParams.get('stage') ?? [...taxon.stages.keys()][0]!,
      mayAdd: leads(viewer),
      photographs: await photographsOf(db, [taxon.slug])
    };
  });
};

const About = z.object({
  stage: Stage,
  credit: z.string().trim().min(1, 'Say who took it.').max(200, 'Up to 200 signs.'),
  words: z
    .string()
    .trim()
    .min(1, 'Say what is to be seen, for those who do not see it.')
    .max(500, 'Up to 500 signs.')
});

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const form = await request.formData();
    const entered = {
      stage: String(form.get('stage') ?? ''),
      credit: String(form.get('credit') ?? ''),
      words: String(form.get('words') ?? '')
    };
    const about = About.safeParse(entered);
    if (!about.success) {
      const [first] = about.error.issues;
      return fail(400, { ...entered, problem: first?.message ?? 'Fill in all fields.' });
    }
    const file = form.get('picture');
    if (!(file instanceof File) || file.size === 0)
      return fail(400, { ...entered, problem: 'Choose a picture first.' });
    const crop = form.get('width') ? Crop.safeParse(Object.fromEntries(form)) : undefined;
    if (crop && !crop.success)
      return fail(400, { ...entered, problem: 'The part that was chosen is no part of it.' });
    const picture = await readPicture(file, crop?.data);
    if ('problem' in picture)
      return fail(400, { ...entered, problem: `${picture.problem} Nothing was stored.` });
    // A redirect is thrown: inside the transaction it would roll it back.
    const id = await inSchoolOf(viewer, async (db) => {
      const taxon = orNotFound((await libraryOf(db, viewer.region)).taxa.get(params.taxon), 'taxon');
      orNotFound(taxon.stages.get(about.data.stage), 'stage');
      return addPhotograph(db, viewer, { taxon: taxon.slug, ...about.data }, picture);
    });
    redirect(303, `/species/${params.taxon}/photographs/${id}`);
  }
};
