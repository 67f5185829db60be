import { canLie, piecePlaces } from '$core/figure';
import { englishName, isDangerous } from '$core/knowledge';
import { mostPieces, mostWrong } from '$core/learning';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { HandfulQuery, askedHandful, drawHandful, handfulSize } from '$lib/server/learning/handful';
import { type SchoolLibrary, schoolLibrary } from '$lib/server/library/library';
import { worstPairUp } from '$lib/server/learning/drills';
import { plantChoices } from '$lib/server/library/plant-at-stage';
import type { PageServerLoad } from './$types';

/** Before anything is chosen: the worst pair that is up today. */
function openingPair(own: SchoolLibrary, today: string): Pick<HandfulQuery, 'plant' | 'other'> {
  const [plant, other] = worstPairUp(own, today, canLie) ?? [];
  return {
    plant: plant && [plant.taxon.slug, plant.stage.stage],
    other: other && [other.taxon.slug, other.stage.stage]
  };
}

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  const wanted = HandfulQuery.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const own = await schoolLibrary(db, viewer.region);
    const { library } = own;
    const query = url.searchParams.has('plant') ? wanted : { ...wanted, ...openingPair(own, viewer.today) };
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
