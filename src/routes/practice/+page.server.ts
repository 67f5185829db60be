import { pairsOfWalk } from '$lib/server/drills';
import { inSchoolOf, signedIn } from '$lib/server/guard';
import { memoryOf } from '$lib/server/progress';
import { listWalks } from '$lib/server/walks';
import { pairKey, unitKey } from '$core/learning';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = signedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const memory = await memoryOf(db, viewer.personId);
    const walks = [];
    for (const walk of await listWalks(db, viewer)) {
      if (walk.heldOn < viewer.today || !walk.briefVersion) continue;
      const pairs = await pairsOfWalk(db, walk.id);
      const due = pairs.filter((pair) =>
        [pair.targetStage, pair.lookalikeStage].some((stage) => {
          const unit = memory.get(unitKey(pairKey(pair), stage));
          return !unit || unit.due <= db.now;
        })
      );
      walks.push({ id: walk.id, name: walk.name, heldOn: walk.heldOn, pairs: pairs.length, due: due.length });
    }
    return { walks };
  });
};
