import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { AnswerEvent, type RecordResult, recordAnswer } from '$lib/server/drills';
import { inSchoolOf, signedIn } from '$lib/server/guard';
import { SightingEvent, type SightingResult, recordSighting } from '$lib/server/sightings';
import type { RequestHandler } from './$types';

const Batch = z.strictObject({
  events: z
    .array(z.discriminatedUnion('kind', [AnswerEvent, SightingEvent]))
    .min(1)
    .max(200)
});

/**
 * Takes events in batches, each stored once. Each event gets its own result; the response has the status of
 * the first one refused, and those before and after it are stored all the same.
 */
export const POST: RequestHandler = async ({ request, locals }) => {
  const viewer = signedIn(locals);
  const body: unknown = await request.json().catch(() => undefined);
  const batch = Batch.safeParse(body);
  if (!batch.success)
    return json(
      {
        problem: `Not understood: ${batch.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; ')}`
      },
      { status: 400 }
    );
  const results: ((RecordResult | SightingResult) & { id: string })[] = [];
  for (const event of batch.data.events)
    results.push({
      id: event.id,
      ...(await inSchoolOf(viewer, (db): Promise<RecordResult | SightingResult> =>
        event.kind === 'answer' ? recordAnswer(db, viewer, event) : recordSighting(db, viewer, event)
      ))
    });
  const refused = results.find((result) => 'status' in result);
  return json({ results }, { status: refused && 'status' in refused ? refused.status : 200 });
};
