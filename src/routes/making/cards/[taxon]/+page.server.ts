import { longDate } from '$core/words';
import { cardOf, chosenPreparation } from '$lib/server/making/card';
import { listBatches, readBatch } from '$lib/server/making/batches';
import { libraryOfAll } from '$lib/server/library/library';
import { inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import { z } from 'zod';
import type { PageServerLoad } from './$types';

const Amounts = z.object({
  pieces: z.coerce.number().int().min(1).max(100_000).optional().catch(undefined),
  grams: z.coerce.number().positive().max(100_000).optional().catch(undefined),
  people: z.coerce.number().int().min(1).max(500).optional().catch(undefined)
});

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const asked = url.searchParams;
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
    const preparation = orNotFound(
      await chosenPreparation(db, taxon, asked.get('part'), asked.get('way')),
      'card'
    );
    const teaches = viewer.role !== 'learner';
    const card = await cardOf(db, library, taxon, preparation, await listBatches(db));
    const from = teaches ? z.uuid().safeParse(asked.get('batch')).data : undefined;
    const batch = from ? await readBatch(db, from) : undefined;
    return {
      teaches,
      card: teaches ? card : { ...card, results: [] },
      batch: batch && { id: batch.id, code: batch.code, begun: longDate(batch.begunOn) },
      amounts: Amounts.parse(Object.fromEntries(asked))
    };
  });
};
