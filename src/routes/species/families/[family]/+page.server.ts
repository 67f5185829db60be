import { plateAddress } from '$core/figure';
import { englishName, isDangerous, worstSeverity } from '$core/knowledge';
import { stagesOn } from '$core/season';
import { libraryOf } from '$lib/server/library/library';
import { inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const family = orNotFound(library.families.get(params.family), 'family');
    return {
      family,
      // Each at the stage that is up, or comes next to it: in flower where it flowers then.
      members: [...library.taxa.values()]
        .filter((taxon) => taxon.family === family.name)
        .flatMap((taxon) => {
          const [up] = stagesOn(taxon, viewer.today);
          const stage = up?.stage ?? [...taxon.stages.keys()][0];
          return stage
            ? [
                {
                  slug: taxon.slug,
                  name: englishName(taxon),
                  scientific: taxon.name,
                  group: taxon.group,
                  stage,
                  isDangerous: isDangerous(taxon),
                  severity: worstSeverity(taxon),
                  plate: plateAddress(library, taxon, stage)
                }
              ]
            : [];
        })
        .sort((a, b) => b.severity - a.severity || a.name.localeCompare(b.name, 'en'))
    };
  });
};
