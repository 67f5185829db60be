import { fail, redirect } from '@sveltejs/kit';
import { englishName, lacksOrgan } from '$core/knowledge';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { PhotoMark, readPhotograph, removePhotograph, setMarks } from '$lib/server/library/photographs';
import type { SchoolDb } from '$lib/server/database/school';
import { leads } from '$lib/server/accounts';
import type { Viewer } from '$lib/server/accounts';
import type { Actions, PageServerLoad } from './$types';

const mostMarks = 12;

/** The photograph of an address, with its taxon: a picture of another taxon is not there. */
async function photographAt(db: SchoolDb, viewer: Viewer, params: { taxon: string; photo: string }) {
  const library = await libraryOf(db, viewer.region);
  const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
  const photo = orNotFound(await readPhotograph(db, idFrom(params.photo, 'photograph')), 'photograph');
  return { library, taxon, photo: orNotFound(photo.taxon === taxon.slug ? photo : undefined, 'photograph') };
}

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const { library, taxon, photo } = await photographAt(db, viewer, params);
    const stage = [...taxon.stages.values()].find((one) => one.stage === photo.stage);
    return {
      slug: taxon.slug,
      name: englishName(taxon),
      mayMark: leads(viewer),
      photo,
      marks: photo.marks.map((mark, i) => ({
        ...mark,
        number: i + 1,
        name: library.character.get(mark.character)?.name ?? 'a character that the library has no more'
      })),
      characters: library.characters
        .filter((character) => {
          const weights = stage?.cells.get(character.slug);
          return weights && !lacksOrgan(character, weights) && character.sense !== 'scent';
        })
        .map(({ slug, name }) => ({ slug, name }))
    };
  });
};

export const actions: Actions = {
  mark: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const mark = PhotoMark.safeParse(Object.fromEntries(await request.formData()));
    if (!mark.success)
      return fail(400, { problem: 'Choose a character, then point at its place in the picture.' });
    return inSchoolOf(viewer, async (db) => {
      const { library, photo } = await photographAt(db, viewer, params);
      if (!library.character.has(mark.data.character))
        return fail(400, { problem: 'There is no such character.' });
      if (photo.marks.length >= mostMarks)
        return fail(400, { problem: `A picture holds ${mostMarks} marks at most. Remove one first.` });
      await setMarks(db, photo.id, [...photo.marks, mark.data]);
      return {};
    });
  },
  unmark: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const number = Number((await request.formData()).get('number'));
    return inSchoolOf(viewer, async (db) => {
      const { photo } = await photographAt(db, viewer, params);
      await setMarks(
        db,
        photo.id,
        photo.marks.filter((_, i) => i + 1 !== number)
      );
      return {};
    });
  },
  remove: async ({ locals, params }) => {
    const viewer = requireLeader(locals);
    await inSchoolOf(viewer, async (db) => {
      const { photo } = await photographAt(db, viewer, params);
      await removePhotograph(db, photo.id);
    });
    redirect(303, `/species/${params.taxon}/photographs`);
  }
};
