import { standingPlants } from '$core/figure';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { plantChoices } from '$lib/server/library/plant-at-stage';
import {
  WaysideQuery,
  askedWayside,
  canStand,
  describeKind,
  drawWayside,
  mostKinds,
  waysideSize
} from '$lib/server/library/wayside';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  const query = WaysideQuery.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const asked = askedWayside(library, query);
    const plants = asked && standingPlants(drawWayside(library, query, asked));
    return {
      query: { ...query, plant: query.plant?.join('~') ?? '' },
      isAsked: query.plant !== undefined,
      size: waysideSize,
      mostOthers: mostKinds - 1,
      choices: plantChoices(library, canStand),
      wayside: asked && {
        kinds: asked.kinds
          .map((kind, i) => ({
            ...describeKind(kind),
            count: plants!.filter((plant) => plant.kind === i).length
          }))
          .filter(({ count }, i) => i === 0 || count > 0),
        wanted: plants!.filter(({ kind }) => kind === 0)
      }
    };
  });
};
