import { fail } from '@sveltejs/kit';
import { holdsBack } from '$core/walk';
import { isStale, markRead, publishBrief, readBrief, readersOf } from '$lib/server/briefs';
import { found, idFrom, inSchoolOf, leading, signedIn } from '$lib/server/guard';
import { photographsOfPairs } from '$lib/server/photographs';
import { readPlan } from '$lib/server/plan';
import { readWalk } from '$lib/server/walks';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = signedIn(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    found(await readWalk(db, viewer, id), 'walk');
    const brief = await readBrief(db, id);
    const photographs = await photographsOfPairs(db, brief?.document.sheets ?? []);
    if (viewer.role === 'learner') {
      if (brief) await markRead(db, brief.id, viewer.personId);
      return { brief, photographs, publishing: undefined };
    }
    const plan = found(await readPlan(db, viewer, id), 'walk');
    return {
      brief,
      photographs,
      publishing: {
        stops: plan.checks.filter(({ state }) => state === 'stop'),
        isHeldBack: holdsBack(plan.checks),
        people: plan.members.length,
        isStale: brief !== undefined && isStale(brief, plan),
        readers: brief ? await readersOf(db, brief.id) : []
      }
    };
  });
};

export const actions: Actions = {
  publish: ({ locals, params }) => {
    const viewer = leading(locals);
    const id = idFrom(params.walk, 'walk');
    return inSchoolOf(viewer, async (db) => {
      const result = await publishBrief(db, viewer, found(await readPlan(db, viewer, id), 'walk'));
      return 'problem' in result ? fail(409, { problem: result.problem }) : { published: result.version };
    });
  }
};
