import { englishName } from '$core/knowledge';
import { againstLabel, labelSheetNames, wayInWords } from '$core/making';
import { listBatches } from '$lib/server/making/batches';
import { libraryOfAll } from '$lib/server/library/library';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const asked = url.searchParams.get('batch');
    return {
      sheets: labelSheetNames,
      problem: url.searchParams.get('problem') ?? undefined,
      packs: (await listBatches(db)).flatMap((batch) => {
        if (againstLabel(batch.state)) return [];
        const taxon = library.taxa.get(batch.taxon);
        return batch.state.packs.map(({ id, vessels, vessel, on, place }) => ({
          id,
          isAsked: batch.id === asked,
          code: batch.code,
          name: `${taxon ? englishName(taxon) : batch.taxon} ${batch.part}, ${wayInWords(batch.way)}`,
          vessels,
          vessel,
          place,
          on
        }));
      })
    };
  });
};
