import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName, nameIn } from '$core/knowledge';
import { nextOf, readCode, wayInWords } from '$core/making';
import { addDays } from '$core/season';
import { batchWithCode, freeTakings, listBatches, taughtWay } from '$lib/server/making/batches';
import { libraryOf } from '$lib/server/library/library';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, requireSignedIn, requireTeacher } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

/** Fresh things wait no longer than that to be made into something. */
const freshDays = 21;

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db);
    const nameOf = nameIn(library);
    const batches = await listBatches(db);
    return {
      free: (await freeTakings(db, addDays(viewer.today, -freshDays))).flatMap((one) => {
        const taxon = library.taxa.get(one.taxon);
        return taxon ? [{ ...one, name: englishName(taxon) }] : [];
      }),
      batches: batches.map((batch) => ({
        id: batch.id,
        code: batch.code,
        name: nameOf(batch.taxon),
        part: batch.part,
        made: wayInWords(batch.way),
        begunOn: batch.begunOn,
        pieces: batch.takings.reduce((sum, { pieces }) => sum + pieces, 0),
        from: [...new Set(batch.takings.map(({ patch }) => patch))].join(', '),
        state: batch.state.state,
        left: batch.state.leftGrams,
        next: nextOf(batch.state, taughtWay(library, batch)?.preparation ?? { way: batch.way })
      }))
    };
  });
};

export const actions: Actions = {
  /** Opens the batch whose code stands on a jar. */
  open: fieldsAction(
    requireSignedIn,
    z.object({ code: z.string().max(40) }),
    async ({ code: typed }, { viewer }) => {
      const code = readCode(typed);
      if (!code)
        return fail(400, {
          problem: `“${typed.trim()}” is no code of a batch: six letters and digits, without I, L, O, 0 and 1. Look at the label again.`
        });
      const id = await inSchoolOf(viewer, (db) => batchWithCode(db, code));
      if (!id) return fail(404, { problem: `No batch of your school has the code ${code}.` });
      redirect(303, `/making/batches/${id}`);
    }
  )
};
