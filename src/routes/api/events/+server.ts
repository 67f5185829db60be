import { json } from '@sveltejs/kit';
import { EventBatch, clockOffsetMs } from '$core/field';
import { type EventResult, notUnderstood, recordEvent } from '$lib/server/events';
import { requireSignedIn } from '$lib/server/request/guard';
import { report } from '$lib/server/request/trouble';
import type { RequestHandler } from './$types';

const idOf = (event: unknown): string =>
  typeof event === 'object' && event !== null && 'id' in event ? String(event.id).slice(0, 64) : '';

/**
 * Takes events in batches, each stored once. Each event gets its own result; the response has the status of the first
 * one refused, and those before and after it are stored all the same. What has no result was not looked at.
 */
export const POST: RequestHandler = async (request) => {
  const viewer = requireSignedIn(request.locals);
  const batch = EventBatch.safeParse(await request.request.json().catch(() => undefined));
  if (!batch.success) return json({ problem: notUnderstood(batch.error) }, { status: 400 });
  const { by, sentAt, events } = batch.data;
  if (by !== viewer.personId)
    return json(
      { problem: 'These were noted by somebody else: they wait until that person signs in.' },
      { status: 403 }
    );
  const arrival = sentAt === undefined ? {} : { clockOffsetMs: clockOffsetMs(sentAt, new Date()) };
  const results: (EventResult & { id: string })[] = [];
  for (const event of events) {
    const id = idOf(event);
    try {
      results.push({ id, ...(await recordEvent(viewer, event, arrival)) });
    } catch (problem) {
      const { status, message } = report(problem, request);
      // Where the database is away, the rest is not tried: it stays with who sent it.
      if (status === 503) return json({ results, problem: message }, { status });
      results.push({ id, status, problem: message });
    }
  }
  const refused = results.find((result) => 'status' in result);
  return json({ results }, { status: refused && 'status' in refused ? refused.status : 200 });
};
