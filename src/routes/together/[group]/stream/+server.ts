import { error } from '@sveltejs/kit';
import { eventStream, wantsStream } from '$lib/server/request/event-stream';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import { readGroupRound, watchRound } from '$lib/server/learning/group';
import type { RequestHandler } from './$types';

/** What stands on the screen of a round, as it changes. */
export const GET: RequestHandler = async ({ locals, params, request }) => {
  const viewer = requireLeader(locals);
  const roundId = idFrom(params.group, 'round');
  orNotFound(await inSchoolOf(viewer, (db) => readGroupRound(db, roundId)), 'round');
  if (!wantsStream(request)) error(406, 'This address is a stream of events.');
  const last = request.headers.get('last-event-id') ?? undefined;
  return eventStream((send) => watchRound({ schoolId: viewer.schoolId, roundId }, 'screen', last, send));
};
