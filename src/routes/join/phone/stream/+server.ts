import { error } from '@sveltejs/kit';
import { atPhone, watchRound } from '$lib/server/learning/group';
import { eventStream, wantsStream } from '$lib/server/request/event-stream';
import type { RequestHandler } from './$types';

/** The steps of a round, for a phone in it. */
export const GET: RequestHandler = async ({ cookies, url, request }) => {
  const seat = await atPhone({ cookies, url });
  if (!wantsStream(request)) error(406, 'This address is a stream of events.');
  const last = request.headers.get('last-event-id') ?? undefined;
  return eventStream((send) => watchRound(seat, 'phone', last, send));
};
