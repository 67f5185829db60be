import { json } from '@sveltejs/kit';
import { readWalkEvents } from '$lib/server/field/walk-events';
import { idFrom, inSchoolOf, orNotFound, requireTeacher } from '$lib/server/request/guard';
import { mayTakeHealthAlong } from '$lib/server/school/health';
import { readBrief } from '$lib/server/walk/briefs';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

/** What all phones of a walk have sent, and what has changed since a phone took it along. */
export const GET: RequestHandler = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const walkId = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const walk = orNotFound(await readWalk(db, viewer, walkId), 'walk');
    const brief = await readBrief(db, walkId);
    return json({
      events: await readWalkEvents(db, walkId),
      briefVersion: brief?.version ?? null,
      heldOn: walk.heldOn,
      calledOff: walk.calledOff?.why ?? null,
      mayKeepHealth: await mayTakeHealthAlong(db, viewer, walk),
      now: db.now.toISOString(),
      clock: new Date().toISOString()
    });
  });
};
