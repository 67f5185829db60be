import { englishName } from '$core/knowledge';
import { inSchoolOf, signedIn } from '$lib/server/guard';
import { libraryOf } from '$lib/server/library';
import { memoryOf, pairTallies } from '$lib/server/progress';
import { dateIn } from '$lib/server/school-date';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = signedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db);
    const memory = await memoryOf(db, viewer.personId);
    const name = (slug: string) => {
      const taxon = library.taxa.get(slug);
      return taxon ? englishName(taxon) : slug;
    };
    return {
      pairs: (await pairTallies(db, viewer.personId)).map((tally) => {
        const [target, lookalike] = tally.pair.split('~');
        const units = [...memory].filter(([unit]) => unit.startsWith(`${tally.pair}@`));
        return {
          ...tally,
          target: name(target!),
          lookalike: name(lookalike!),
          units: units.map(([unit, state]) => ({
            stage: unit.split('@')[1]!,
            firmness: state.firmness,
            due: dateIn(viewer.school.timeZone, state.due)
          }))
        };
      })
    };
  });
};
