import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { AnswerEvent, type RecordResult, recordAnswer } from '$lib/server/drills';
import { inSchoolOf, signedIn } from '$lib/server/guard';
import type { Viewer } from '$lib/server/accounts';
import { SightingEvent, type SightingResult, recordSighting } from '$lib/server/sightings';
import { report } from '$lib/server/trouble';
import type { RequestHandler } from './$types';

/** Events are looked at one by one: an event that is not understood takes none of its neighbours along. */
const Batch = z.object({
  /** Whose events these are: a device may be handed on while some still wait on it. */
  by: z.uuid().optional(),
  events: z.array(z.unknown()).min(1).max(200)
});
const Event = z.discriminatedUnion('kind', [AnswerEvent, SightingEvent]);
type Event = z.infer<typeof Event>;

type Result = RecordResult | SightingResult | { readonly status: 400 | 500 | 503; readonly problem: string };

/** What is wrong, in a few words: an event may have a million unknown keys. */
const notUnderstood = ({ issues }: z.ZodError): string =>
  `Not understood: ${issues
    .slice(0, 3)
    .map(({ path, message }) => `${path.join('.')}: ${message}`)
    .join('; ')
    .slice(0, 300)}`;

const idOf = (event: unknown): string =>
  typeof event === 'object' && event !== null && 'id' in event ? String(event.id).slice(0, 64) : '';

const record = (viewer: Viewer, event: Event): Promise<RecordResult | SightingResult> =>
  event.kind === 'answer'
    ? recordAnswer(viewer, event)
    : inSchoolOf(viewer, (db) => recordSighting(db, viewer, event));

/**
 * Takes events in batches, each stored once. Each event gets its own result; the response has the status of the first
 * one refused, and those before and after it are stored all the same. What has no result was not looked at.
 */
export const POST: RequestHandler = async (request) => {
  const viewer = signedIn(request.locals);
  const body: unknown = await request.request.json().catch(() => undefined);
  const batch = Batch.safeParse(body);
  if (!batch.success) return json({ problem: notUnderstood(batch.error) }, { status: 400 });
  if (batch.data.by && batch.data.by !== viewer.personId)
    return json(
      { problem: 'These were noted by somebody else: they wait until that person signs in.' },
      { status: 403 }
    );
  const results: (Result & { id: string })[] = [];
  for (const raw of batch.data.events) {
    const event = Event.safeParse(raw);
    const id = idOf(raw);
    if (!event.success) {
      results.push({ id, status: 400, problem: notUnderstood(event.error) });
      continue;
    }
    try {
      results.push({ id, ...(await record(viewer, event.data)) });
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
