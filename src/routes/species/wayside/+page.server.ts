import { standingPlants } from '$core/figure';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { worstPairUp } from '$lib/server/learning/drills';
import { schoolLibrary } from '$lib/server/library/library';
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
  const wanted = WaysideQuery.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const own = await schoolLibrary(db, viewer.region);
    const { library } = own;
    // Before anything is chosen: the dangerous one of the worst pair that is up today.
    const [, worst] = url.searchParams.has('plant')
      ? []
      : (worstPairUp(own, viewer.today, ({ taxon, stage }) => canStand(taxon, stage)) ?? []);
    const query = worst
      ? { ...wanted, plant: [worst.taxon.slug, worst.stage.stage] as typeof wanted.plant }
      : wanted;
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
