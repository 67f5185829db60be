import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName } from '$core/knowledge';
import { codeLength } from '$core/making';
import { addDays } from '$core/season';
import { readCode } from '$core/words';
import { batchInShort, batchWithCode, freeTakings, listBatches } from '$lib/server/making/batches';
import { libraryOfAll } from '$lib/server/library/library';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, requireSignedIn, requireTeacher } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

/** Fresh things wait no longer than that to be made into something. */
const freshDays = 21;

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const batches = await listBatches(db);
    return {
      free: (await freeTakings(db, addDays(viewer.today, -freshDays))).flatMap((one) => {
        const taxon = library.taxa.get(one.taxon);
        return taxon ? [{ ...one, name: englishName(taxon) }] : [];
      }),
      batches: batches.map((batch) => batchInShort(library, batch))
    };
  });
};

export const actions: Actions = {
  /** Opens the batch whose code stands on a jar. */
  open: fieldsAction(
    requireSignedIn,
    z.object({ code: z.string().max(40) }),
    async ({ code: typed }, { viewer }) => {
      const code = readCode(typed, codeLength);
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
