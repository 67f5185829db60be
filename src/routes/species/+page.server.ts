import { englishName, isDangerous, worstSeverity } from '$core/knowledge';
import { stagesUp } from '$core/season';
import { confirmedClaims, sourcesFor } from '$lib/server/bookshelf';
import { inSchoolOf, signedIn } from '$lib/server/guard';
import { libraryOf } from '$lib/server/library';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = signedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db);
    const confirmed = await confirmedClaims(db);
    return {
      today: viewer.today,
      taxa: [...library.taxa.values()]
        .map((taxon) => ({
          slug: taxon.slug,
          name: englishName(taxon),
          scientific: taxon.name,
          names: taxon.names.map(({ name }) => name),
          family: taxon.family,
          isDangerous: isDangerous(taxon),
          severity: worstSeverity(taxon),
          hasUse: taxon.uses.some(({ kind }) => kind !== 'history'),
          sources: sourcesFor(taxon, confirmed),
          stages: stagesUp(taxon, viewer.today).map(
            ({ stage, probability }) => `${stage} ${Math.round(probability * 100)} %`
          )
        }))
        .sort((a, b) => a.name.localeCompare(b.name))
    };
  });
};
