import { z } from 'zod';
import { englishName, findTaxa, harms, isDangerous, worstSeverity } from '$core/knowledge';
import { dayOfYear, stagesUp } from '$core/season';
import { confirmedClaims, sourcesFor } from '$lib/server/library/bookshelf';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import type { PageServerLoad } from './$types';

const Query = z.object({
  words: z.string().max(120).catch(''),
  family: z.string().catch(''),
  habitat: z.string().catch(''),
  month: z.coerce.number().int().min(1).max(12).catch(0),
  harm: z.enum(harms).or(z.literal('')).catch('')
});

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  const query = Query.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const confirmed = await confirmedClaims(db);
    const middleOfMonth = `2027-${String(query.month).padStart(2, '0')}-15`;
    const found = findTaxa(library, {
      words: query.words,
      ...(query.family && { family: query.family }),
      ...(query.habitat && { habitat: query.habitat }),
      ...(query.harm && { harm: query.harm })
    }).filter((taxon) => query.month === 0 || stagesUp(taxon, middleOfMonth).length > 0);
    const place = library.character.get('place');
    return {
      query,
      day: dayOfYear(viewer.today),
      total: library.taxa.size,
      families: [...library.families.values()].map(({ name, english }) => ({ name, english })),
      habitats: place?.kind === 'states' ? place.states.map(({ slug, label }) => ({ slug, label })) : [],
      harms,
      taxa: found.map((taxon) => ({
        slug: taxon.slug,
        name: englishName(taxon),
        scientific: taxon.name,
        otherNames: taxon.names.slice(1).map(({ name }) => name),
        family: taxon.family,
        isDangerous: isDangerous(taxon),
        severity: worstSeverity(taxon),
        hasUse: taxon.uses.some(({ kind }) => kind !== 'history'),
        sources: sourcesFor(taxon, confirmed),
        stages: [...taxon.stages.values()].map(({ stage, windows }) => ({ stage, windows })),
        now: stagesUp(taxon, viewer.today).map(({ stage }) => stage)
      }))
    };
  });
};
