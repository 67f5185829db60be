import { fail, redirect } from '@sveltejs/kit';
import {
  comingPairs,
  learnerState,
  openRounds,
  planToday,
  startRoundOfToday
} from '$lib/server/learning/drills';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { unitsOf } from '$core/learning';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const walks = await comingPairs(db, viewer);
    const learner = await learnerState(db, viewer.personId, viewer.today);
    const { next, questions, minutes, due, pairs: ofToday } = planToday(walks, learner, db.now);
    return {
      today: { walkName: next?.name, questions, minutes, due, pairs: ofToday.length },
      open: await openRounds(db, viewer),
      walks: walks.map(({ id, name, heldOn, pairs }) => ({
        id,
        name,
        heldOn,
        pairs: pairs.length,
        due: pairs.filter((pair) =>
          unitsOf(pair).some((unit) => {
            const known = learner.memory.get(unit);
            return !known || known.due <= db.now;
          })
        ).length
      }))
    };
  });
};

export const actions: Actions = {
  today: async ({ locals }) => {
    const viewer = requireSignedIn(locals);
    const tooMany = await overQuota('rounds', viewer.personId);
    if (tooMany) return fail(429, { problem: tooMany });
    const round = await inSchoolOf(viewer, (db) => startRoundOfToday(db, viewer));
    if (!round)
      return fail(409, {
        problem: 'Nothing is due any more today. A round on one walk can still be started below.'
      });
    redirect(303, `/practice/${round}`);
  }
};
