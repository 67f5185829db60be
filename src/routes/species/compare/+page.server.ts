import {
  type ComparedCharacter,
  compareStages,
  contrastsOf,
  rivalOf,
  separates,
  separatingSet,
  tellsByAbsence
} from '$core/evidence';
import {
  type LibraryTaxon,
  type StageDescription,
  cellInWords,
  englishName,
  isDangerous,
  pieceAt,
  worstSeverity
} from '$core/knowledge';
import { stagesOn } from '$core/season';
import { plateAddress, viewsFor } from '$core/figure';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { photographAt, photographsOf } from '$lib/server/library/photographs';
import { readSettings } from '$lib/server/school/schools';
import type { PageServerLoad } from './$types';

const mostPlants = 4;

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const { policy } = await readSettings(db);
    const plants = url.searchParams
      .getAll('plant')
      .slice(0, mostPlants)
      .flatMap((wanted): { taxon: LibraryTaxon; stage: StageDescription }[] => {
        const [slug, stageName] = wanted.split('~');
        const taxon = library.taxa.get(slug!);
        if (!taxon) return [];
        const stage =
          [...taxon.stages.values()].find(({ stage: name }) => name === stageName) ??
          taxon.stages.get(stagesOn(taxon, viewer.today)[0]!.stage)!;
        return [{ taxon, stage }];
      });
    const stages = plants.map(({ stage }) => stage);
    const photographs = await photographsOf(
      db,
      plants.map(({ taxon }) => taxon.slug)
    );
    const shortName = (i: number) => englishName(plants[i]!.taxon);

    /** Pairs of the compared that a character does not tell apart, in words. */
    const notTold = (index: number) =>
      stages.flatMap((a, i) =>
        stages.slice(i + 1).flatMap((b, k) => {
          const s = contrastsOf(library.characters, a, b).separability[index]!;
          return s < separates ? [`${shortName(i)} and ${shortName(i + 1 + k)}`] : [];
        })
      );
    const [target, ...others] = plants;
    const set =
      target && others.length > 0
        ? separatingSet(
            library.characters,
            target.stage,
            others.map((other) => ({
              ...rivalOf(library, target, other),
              contactSeverity: Math.max(other.taxon.contactSeverity, target.taxon.contactSeverity)
            })),
            {
              mayDig: false,
              scentCounts: policy.scentCounts,
              piece: pieceAt(target.taxon, target.stage.stage)
            }
          )
        : undefined;
    const row = (one: ComparedCharacter) => ({
      slug: one.character.slug,
      name: one.character.name,
      look: one.character.look,
      sense: one.character.sense,
      cells: one.cells.map((cell) => (cell ? cellInWords(one.character, cell) : undefined)),
      greatest: one.greatest,
      decides: set?.set.characters.includes(one.character) ?? false,
      byAbsence: tellsByAbsence(one.character, stages),
      notTold:
        plants.length > 2 && one.greatest >= separates
          ? notTold(library.characters.indexOf(one.character))
          : []
    });
    const groups = plants.length >= 2 ? compareStages(library.characters, stages) : undefined;
    // The same close views of all: those in which they differ.
    const views = viewsFor(
      (groups?.separating ?? [])
        .filter(({ character: { sense } }) => !['scent', 'dig', 'cut', 'break'].includes(sense))
        .map(({ character }) => character.slug),
      2
    );
    return {
      choices: [...library.taxa.values()]
        .map((taxon) => ({
          slug: taxon.slug,
          group: taxon.group,
          name: englishName(taxon),
          stages: [...taxon.stages.keys()]
        }))
        .sort((a, b) => a.name.localeCompare(b.name, 'en')),
      mostPlants,
      plants: plants.map(({ taxon, stage }) => ({
        slug: taxon.slug,
        group: taxon.group,
        name: englishName(taxon),
        scientific: taxon.name,
        stage: stage.stage,
        severity: worstSeverity(taxon),
        isDangerous: isDangerous(taxon),
        plate: plateAddress(library, taxon, stage.stage, { views }),
        photograph: photographAt(photographs, taxon.slug, stage.stage)
      })),
      found: set?.found ?? false,
      open: set && !set.found ? set.open.map(({ taxon }) => englishName(library.taxa.get(taxon)!)) : [],
      curated: plants.flatMap(({ taxon: a }) =>
        plants.flatMap(({ taxon: b }) =>
          library.pairs.filter(({ target: t, lookalike }) => t === a.slug && lookalike === b.slug)
        )
      ),
      groups: groups && {
        separating: groups.separating.map(row),
        partly: groups.partly.map(row),
        shared: groups.shared.map(row),
        unknown: groups.unknown.map(row)
      }
    };
  });
};
