import { fail, redirect } from '@sveltejs/kit';
import { nameIn } from '$core/knowledge';
import { allergens, dishFacts, wayInWords } from '$core/making';
import { listDishes, saveDish } from '$lib/server/making/dishes';
import { libraryOfAll } from '$lib/server/library/library';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { dishChoices } from './choices';
import { dishIn } from './dish-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const nameOf = nameIn(library);
    return {
      allergens,
      choices: dishChoices(library),
      dishes: (await listDishes(db)).map((dish) => ({
        id: dish.id,
        name: dish.name,
        of: dish.parts.map(({ taxon, part, way }) => `${nameOf(taxon)} ${part}, ${wayInWords(way)}`),
        with: dish.others.map(({ words }) => words),
        contains: dishFacts(library, dish.parts, dish.others).contains
      }))
    };
  });
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = requireTeacher(locals);
    const form = await request.formData();
    const read = dishIn(form);
    if ('problem' in read) return fail(400, { problem: `Not kept. ${read.problem}` });
    const saved = await inSchoolOf(viewer, async (db) =>
      saveDish(db, viewer, await libraryOfAll(db, viewer.regions), read.dish, undefined, undefined)
    );
    if ('problem' in saved) return fail(400, { problem: `Not kept. ${saved.problem}` });
    redirect(303, `/making/dishes/${saved.id}`);
  }
};
