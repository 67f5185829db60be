import { readBrief } from '$lib/server/walk/briefs';
import { attachment } from '$lib/server/request/attachment';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { readSettings } from '$lib/server/school/schools';
import { readSite } from '$lib/server/ground/sites';
import { routeForLearners, routeOf } from '$lib/server/walk/walk-files';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

/** The walk as its newest brief has it, for a device that leads along a route. */
export const GET: RequestHandler = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const walk = orNotFound(await readWalk(db, viewer, id), 'walk');
    const brief = orNotFound(await readBrief(db, id), 'brief');
    const site = orNotFound(await readSite(db, walk.siteId), 'site');
    const { learnersSeePlaces } = await readSettings(db);
    const route =
      viewer.role === 'learner' ? routeForLearners(brief, site, learnersSeePlaces) : routeOf(brief, site);
    return attachment(route, 'application/gpx+xml; charset=utf-8', `${walk.name}.gpx`);
  });
};
