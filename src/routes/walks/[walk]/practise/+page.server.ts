import { fail, redirect } from '@sveltejs/kit';
import { leads } from '$lib/server/accounts';
import { englishName } from '$core/knowledge';
import { pairKey } from '$core/learning';
import { pairsToPractise, startRound } from '$lib/server/learning/drills';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { schoolLibrary } from '$lib/server/library/library';
import { listCohorts, listPeople } from '$lib/server/school/people';
import { pairTallies, readinessOf } from '$lib/server/learning/progress';
import { overQuota } from '$lib/server/request/limits';
import { readWalk } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const walk = orNotFound(await readWalk(db, viewer, id), 'walk');
    const own = await schoolLibrary(db, walk.region);
    const { library } = own;
    const drilled = await pairsToPractise(db, viewer, walk, own);
    const pairs = drilled.map((pair) => ({
      key: pairKey(pair),
      target: englishName(library.taxa.get(pair.target)!),
      lookalike: englishName(library.taxa.get(pair.lookalike)!)
    }));
    const isLearner = viewer.role === 'learner';
    const cohort = (await listCohorts(db)).find((one) => one.id === walk.cohortId);
    const members = isLearner
      ? [{ id: viewer.personId, name: 'You', role: 'learner' as const }]
      : (await listPeople(db)).filter((person) => cohort?.members.includes(person.id));
    const practising = members.flatMap((person) => (person.role === 'guest' ? [] : [person.id]));
    const readiness = await readinessOf(db, drilled, practising, viewer.today);
    return {
      pairs,
      leads: leads(viewer),
      isOfPlan: !walk.briefVersion,
      members: members.map(({ id: key, name }) => ({ id: key, name })),
      tallies: await pairTallies(db, practising),
      ready: [...readiness.values()].filter(({ isReady }) => isReady).length,
      practising: readiness.size
    };
  });
};

export const actions: Actions = {
  default: async ({ locals, params }) => {
    const viewer = requireSignedIn(locals);
    const id = idFrom(params.walk, 'walk');
    const tooMany = await overQuota('rounds', viewer.personId);
    if (tooMany) return fail(429, { problem: tooMany });
    const round = await inSchoolOf(viewer, async (db) => {
      const walk = orNotFound(await readWalk(db, viewer, id), 'walk');
      return startRound(db, viewer, walk);
    });
    if (!round)
      return fail(409, {
        problem: 'Nothing dangerous is mistaken for what is planned here, so there is no pair to practise.'
      });
    redirect(303, `/practice/${round}`);
  }
};
