import { canLie, piecePlaces } from '$core/figure';
import { englishName, isDangerous } from '$core/knowledge';
import { mostPieces, mostWrong } from '$core/learning';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { HandfulQuery, askedHandful, drawHandful, handfulSize } from '$lib/server/learning/handful';
import { libraryOf } from '$lib/server/library/library';
import { plantChoices } from '$lib/server/library/plant-at-stage';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  const query = HandfulQuery.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const asked = askedHandful(library, query);
    const handful = asked && drawHandful(library, query, asked);
    const key = (wanted: typeof query.plant) => wanted?.join('~') ?? '';
    return {
      query: {
        plant: key(query.plant),
        other: key(query.other),
        pieces: query.pieces,
        wrong: query.wrong,
        specimen: query.specimen
      },
      isAsked: Boolean(query.plant ?? query.other),
      size: handfulSize,
      mostPieces,
      mostWrong,
      choices: plantChoices(library, (taxon, stage) => canLie({ taxon, stage })),
      handful: handful && {
        plant: englishName(asked.plant.taxon),
        other: englishName(asked.other.taxon),
        isOtherDangerous: isDangerous(asked.other.taxon),
        wrong: asked.wrong,
        pieces: piecePlaces(handful).map((at, i) => ({ at, isWrong: handful.kinds[i] === 1 }))
      }
    };
  });
};
