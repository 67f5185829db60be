import { englishName } from '$core/knowledge';
import { wayInWords } from '$core/making';
import { libraryOfAll } from '$lib/server/library/library';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    return {
      teaches: viewer.role !== 'learner',
      plants: [...library.taxa.values()]
        .filter(({ preparations }) => preparations.length > 0)
        .map((taxon) => ({
          slug: taxon.slug,
          name: englishName(taxon),
          scientific: taxon.name,
          ways: taxon.preparations.map(({ part, way, refused }) => ({
            part,
            way,
            words: wayInWords(way),
            isRefused: refused !== undefined
          }))
        }))
        .sort((a, b) => a.name.localeCompare(b.name))
    };
  });
};
