import { json } from '@sveltejs/kit';
import { homeTasks } from '$lib/server/field/home-tasks';
import { learnerPackOf } from '$lib/server/field/learner-pack';
import { idFrom, inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import { readBrief } from '$lib/server/walk/briefs';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

/** What a learner's phone takes along; with `?news` only what may have changed since. */
export const GET: RequestHandler = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const walkId = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const walk = orNotFound(await readWalk(db, viewer, walkId), 'walk');
    if (!url.searchParams.has('news'))
      return json(await learnerPackOf(db, viewer, walk), { headers: { 'cache-control': 'no-store' } });
    return json({
      briefVersion: (await readBrief(db, walkId))?.version ?? null,
      heldOn: walk.heldOn,
      calledOff: walk.calledOff?.why ?? null,
      tasks: await homeTasks(db, viewer)
    });
  });
};
