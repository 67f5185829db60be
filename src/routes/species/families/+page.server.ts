import { englishName, isDangerous, worstSeverity } from '$core/knowledge';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { readSettings } from '$lib/server/school/schools';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const taxa = [...library.taxa.values()];
    const { policy } = await readSettings(db);
    return {
      gatheredFrom: policy.cautiousFamiliesFrom,
      families: [...library.families.values()]
        .map((family) => ({
          ...family,
          members: taxa
            .filter((taxon) => taxon.family === family.name)
            .map((taxon) => ({
              slug: taxon.slug,
              name: englishName(taxon),
              isDangerous: isDangerous(taxon),
              severity: worstSeverity(taxon)
            }))
            .sort((a, b) => b.severity - a.severity || a.name.localeCompare(b.name, 'en'))
        }))
        .sort((a, b) => b.members.length - a.members.length || a.english.localeCompare(b.english, 'en'))
    };
  });
};
