import { enoughSources } from '$core/walk';
import {
  allowanceInWords,
  bbchOf,
  claimsOf,
  preparationsOf,
  englishName,
  standingInWords,
  isDangerous,
  useClaims,
  worstSeverity
} from '$core/knowledge';
import { lookalikesOfTheYear } from '$core/evidence';
import { dayOfYear, stagesUp } from '$core/season';
import { citations, confirmedClaims, disagreements } from '$lib/server/library/bookshelf';
import { belowGround, describeStage, plateAddress, plateNotes } from '$core/figure';
import { wayInWords } from '$core/making';
import { redirect } from '@sveltejs/kit';
import type { Viewer } from '$lib/server/accounts';
import type { SchoolDb } from '$lib/server/database/school';
import { inSchoolOf, notFound, requireSignedIn } from '$lib/server/request/guard';
import { readSettings } from '$lib/server/school/schools';
import { libraryOf } from '$lib/server/library/library';
import { photographsOf } from '$lib/server/library/photographs';
import type { PageServerLoad } from './$types';

const muchAlike = 0.75;

/** A plant that the region has not is shown in another of the school's. */
async function lookElsewhere(db: SchoolDb, viewer: Viewer, taxon: string): Promise<never> {
  for (const region of viewer.regions)
    if ((await libraryOf(db, region)).taxa.has(taxon)) redirect(303, `/species/${taxon}?region=${region}`);
  return notFound('taxon');
}

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const { policy } = await readSettings(db);
    const taxon = library.taxa.get(params.taxon) ?? (await lookElsewhere(db, viewer, params.taxon));
    const sources = await citations(db);
    const confirmed = await confirmedClaims(db);
    const said = await disagreements(db);
    const claims = claimsOf(taxon);
    const up = stagesUp(taxon, viewer.today);
    const stages = [...taxon.stages.values()];
    const chosen =
      stages.find(({ stage }) => stage === url.searchParams.get('stage')) ??
      taxon.stages.get(up[0]?.stage ?? stages[0]!.stage)!;
    const named = (slug: string) => {
      const other = library.taxa.get(slug)!;
      return {
        slug,
        name: englishName(other),
        severity: worstSeverity(other),
        isDangerous: isDangerous(other)
      };
    };
    // Of a dangerous taxon only those that are much like it: it is left alone anyway.
    const lookalikes = lookalikesOfTheYear(library, taxon).filter(
      ({ similarity }) => !isDangerous(taxon) || similarity >= muchAlike
    );
    const family = library.families.get(taxon.family);
    const photographs = await photographsOf(db, [taxon.slug]);
    return {
      slug: taxon.slug,
      group: taxon.group,
      name: englishName(taxon),
      scientific: taxon.name,
      synonyms: taxon.synonyms,
      standing: taxon.standing && standingInWords(taxon.standing),
      law: { region: library.region.title, words: library.region.law },
      family: family && { name: family.name, english: family.english, caution: family.caution },
      lifeForm: taxon.lifeForm,
      rank: taxon.rank,
      names: taxon.names,
      severity: worstSeverity(taxon),
      isDangerous: isDangerous(taxon),
      hazards: taxon.hazards,
      harvest: taxon.harvest,
      allowance: taxon.allowance && allowanceInWords(taxon.allowance),
      loads: taxon.loads,
      legal: taxon.legal,
      microhabitat: taxon.microhabitat,
      note: taxon.note,
      basis: taxon.basis,
      // Remedies are history; a school may leave that out.
      uses: useClaims(taxon)
        .filter(({ use }) => use.kind !== 'history' || policy.remedies === 'as history')
        .map(({ use, hash }) => ({
          ...use,
          ways: preparationsOf(taxon, use.part).map(({ way, refused }) => ({
            way,
            made: wayInWords(way),
            isRefused: refused !== undefined
          })),
          citations: sources.get(hash) ?? [],
          isConfirmed: (confirmed.get(hash) ?? 0) >= enoughSources
        })),
      sources: {
        claims: claims.length,
        confirmed: claims.filter(({ hash }) => (confirmed.get(hash) ?? 0) >= enoughSources).length,
        disputes: claims.flatMap((claim) =>
          (said.get(claim.hash) ?? []).map(({ citation, says }) => ({
            about:
              claim.kind === 'hazard'
                ? `harm, ${claim.hazard.route.replaceAll('-', ' ')}`
                : claim.kind === 'use'
                  ? `use of the ${claim.use.part}`
                  : claim.kind === 'preparation'
                    ? `${claim.preparation.part}, ${claim.preparation.way}`
                    : `looks in ${claim.stage}`,
            citation,
            says
          }))
        )
      },
      day: dayOfYear(viewer.today),
      stages: stages.map(({ stage, windows }) => ({
        stage,
        windows,
        bbch: bbchOf[stage],
        chance: up.find((one) => one.stage === stage)?.probability ?? 0
      })),
      stage: chosen.stage,
      plate: plateAddress(library, taxon, chosen.stage),
      plateNotes: plateNotes(library, taxon, chosen),
      belowGround: belowGround(library, taxon, chosen),
      photographs: photographs.filter(({ stage }) => stage === chosen.stage),
      otherPhotographs: photographs.filter(({ stage }) => stage !== chosen.stage).length,
      organs: describeStage(library, chosen),
      lookalikes: lookalikes.map(({ taxon: other, at, curated, similarity }) => ({
        ...named(other.slug),
        at,
        why: curated?.why,
        similarity
      })),
      takenFor: library.pairs
        .filter(({ lookalike }) => lookalike === taxon.slug)
        .map(({ target, why, hardestAt }) => ({ ...named(target), why, at: hardestAt })),
      teaches: library.pairs
        .filter(({ target, lookalike }) => target === taxon.slug && !named(lookalike).isDangerous)
        .map(({ lookalike, why, hardestAt }) => ({ ...named(lookalike), why, at: hardestAt }))
    };
  });
};
