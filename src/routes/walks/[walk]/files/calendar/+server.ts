import { readBrief } from '$lib/server/walk/briefs';
import { attachment } from '$lib/server/request/attachment';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { calendarOf } from '$lib/server/walk/walk-files';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

/** The walk as its newest brief has it, for a calendar. */
export const GET: RequestHandler = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const walk = orNotFound(await readWalk(db, viewer, id), 'walk');
    const brief = orNotFound(await readBrief(db, id), 'brief');
    const text = calendarOf(walk, brief, `${url.origin}/walks/${id}/brief`, db.now);
    return attachment(text, 'text/calendar; charset=utf-8', `${walk.name}.ics`);
  });
};
