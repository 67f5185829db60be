import { bandStep, surveyTaxon, yearBand } from '$core/walk';
import { englishName, isDangerous, nameWithin, pieceAt, worstSeverity } from '$core/knowledge';
import { addDays, stageIsUp } from '$core/season';
import { orNotFound, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { placeAndDate } from '$lib/server/library/place-and-date';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
    const { where, circumstances } = await placeAndDate(db, viewer, url);
    const survey = surveyTaxon(library, taxon, 'show', circumstances);
    const { separation, trust } = survey;
    const newYear = `${where.isoDate.slice(0, 4)}-01-01`;
    const openBy = new Map(separation.found ? [] : separation.open.map((one) => [one.taxon, one.best]));
    return {
      where,
      slug: taxon.slug,
      group: taxon.group,
      name: englishName(taxon),
      scientific: taxon.name,
      isDangerous: isDangerous(taxon),
      stage: survey.stage?.stage,
      stageProbability: survey.stageProbability,
      found: separation.found,
      part: survey.stage && pieceAt(taxon, survey.stage.stage)?.part,
      scentCounts: circumstances.policy.scentCounts,
      set: separation.set.characters.map(({ slug, name, look, sense, effort }) => ({
        slug,
        name,
        look,
        sense,
        effort
      })),
      effortSeconds: separation.set.effortSeconds,
      onTarget: trust.onTarget,
      lookalikes: survey.pairs
        .map(({ lookalike, separable }) => {
          const best = openBy.get(lookalike.taxon.slug);
          return {
            slug: lookalike.taxon.slug,
            name: englishName(lookalike.taxon),
            severity: worstSeverity(lookalike.taxon),
            stages: lookalike.stages.map(({ description }) => description.stage),
            isCurated: lookalike.curated !== undefined,
            similarity: lookalike.similarity,
            separable,
            growsAmong: lookalike.curated?.kind === 'grows among',
            best: best && { name: best.character.name, separability: best.separability },
            wrongly: trust.onRival.get(lookalike.taxon.slug) ?? 0
          };
        })
        .sort(
          (a, b) =>
            Number(a.separable) - Number(b.separable) || b.severity - a.severity || b.wrongly - a.wrongly
        ),
      coming: survey.coming.map((one) => ({
        slug: one.taxon.slug,
        name: nameWithin(englishName(one.taxon)),
        from: one.from
      })),
      firstDate: survey.firstDate,
      band: yearBand(library, taxon, 'show', circumstances).map((day, i) => ({
        isoDate: addDays(newYear, i * bandStep),
        stage: day && day.probability >= stageIsUp ? day.stage.stage : undefined,
        separable: day?.separable ?? false
      }))
    };
  });
};
