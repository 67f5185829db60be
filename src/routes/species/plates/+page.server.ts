import { z } from 'zod';
import { isDrawnAt, plateAddress, qualityOf, typicalSeed } from '$core/figure';
import { englishName, findTaxa, isDangerous, stageNames } from '$core/knowledge';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import type { PageServerLoad } from './$types';

const Query = z.object({
  words: z.string().max(120).catch(''),
  family: z.string().catch(''),
  stage: z.enum(stageNames).or(z.literal('')).catch(''),
  /** Which specimen: 0 is the usual one, others are drawn within the plant's variation. */
  specimen: z.coerce.number().int().min(0).max(999).catch(typicalSeed),
  page: z.coerce.number().int().min(1).catch(1)
});

/** As many plates as a sheet of contact prints has. */
const perPage = 60;

/** A contact sheet: every plate of the library, to be looked at side by side and printed. */
export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  const query = Query.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const taxa = findTaxa(library, { words: query.words, ...(query.family && { family: query.family }) });
    const plates = taxa.flatMap((taxon) =>
      [...taxon.stages.values()]
        .filter((stage) => isDrawnAt(stage) && (!query.stage || stage.stage === query.stage))
        .map((stage) => ({
          slug: taxon.slug,
          name: englishName(taxon),
          scientific: taxon.name,
          stage: stage.stage,
          isDangerous: isDangerous(taxon),
          quality: qualityOf(taxon, stage.stage),
          source: plateAddress(library, taxon, stage.stage, { seed: query.specimen })!
        }))
    );
    const pages = Math.max(1, Math.ceil(plates.length / perPage));
    const page = Math.min(query.page, pages);
    return {
      query: { ...query, page },
      pages,
      total: plates.length,
      families: [...library.families.values()].map(({ name, english }) => ({ name, english })),
      stages: stageNames.filter((name) => taxa.some((taxon) => taxon.stages.has(name))),
      plates: plates.slice((page - 1) * perPage, page * perPage)
    };
  });
};
