import { drawingVersion } from '$core/figure';
import { bbchOf, cellInWords, englishName, lacksOrgan, useClaims, worstSeverity } from '$core/knowledge';
import { stagesUp } from '$core/season';
import { citations } from '$lib/server/bookshelf';
import { found, inSchoolOf, signedIn } from '$lib/server/guard';
import { libraryOf } from '$lib/server/library';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = signedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db);
    const taxon = found(library.taxa.get(params.taxon), 'taxon');
    const sources = await citations(db);
    const up = stagesUp(taxon, viewer.today);
    const stages = [...taxon.stages.values()];
    const chosen =
      stages.find(({ stage }) => stage === url.searchParams.get('stage')) ??
      taxon.stages.get(up[0]?.stage ?? stages[0]!.stage)!;
    return {
      name: englishName(taxon),
      scientific: taxon.name,
      family: library.families.get(taxon.family),
      lifeForm: taxon.lifeForm,
      names: taxon.names,
      severity: worstSeverity(taxon),
      hazards: taxon.hazards,
      harvest: taxon.harvest,
      legal: taxon.legal,
      basis: taxon.basis,
      uses: useClaims(taxon).map(({ use, hash }) => ({ ...use, citations: sources.get(hash) ?? [] })),
      stages: stages.map(({ stage }) => ({
        stage,
        bbch: bbchOf[stage],
        chance: up.find((one) => one.stage === stage)?.probability ?? 0
      })),
      stage: chosen.stage,
      plate: `/plates/${library.hash.slice(0, 16)}-${drawingVersion}/${taxon.slug}/${encodeURIComponent(chosen.stage)}/7`,
      characters: library.characters.flatMap((character) => {
        const weights = chosen.cells.get(character.slug);
        return weights && !lacksOrgan(character, weights)
          ? [{ name: character.name, organ: character.organ, text: cellInWords(character, weights) }]
          : [];
      }),
      pairs: library.pairs
        .filter(({ target, lookalike }) => target === taxon.slug || lookalike === taxon.slug)
        .map((pair) => {
          const other = library.taxa.get(pair.target === taxon.slug ? pair.lookalike : pair.target)!;
          return {
            slug: other.slug,
            name: englishName(other),
            scientific: other.name,
            why: pair.why,
            hardestAt: pair.hardestAt
          };
        })
    };
  });
};
