import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What became of the incidents of a walk: entries that nobody changes; the last says whether it is done. */

export const NewIncidentEntry = z.object({
  event: z.uuid(),
  words: z.string().trim().min(1, 'Say what was done, or what is to be done.').max(1000),
  told: z.string().trim().max(300).default(''),
  isDone: z.coerce.boolean().default(false)
});

const IncidentEntry = z.object({
  eventId: z.string(),
  words: z.string(),
  told: z.string(),
  isDone: z.boolean(),
  by: z.string(),
  on: z.date()
});
export type IncidentEntry = Readonly<z.infer<typeof IncidentEntry>>;

/** In the order in which they were written. */
export const listIncidentEntries = (db: SchoolDb, walkId: string): Promise<IncidentEntry[]> =>
  rowsOf(
    db,
    IncidentEntry,
    `select event_id as "eventId", words, told, is_done as "isDone", person.name as by, effective_at as "on"
       from incident_entry join person on person.school_id = incident_entry.school_id and person.id = written_by
      where walk_id = $1 and effective_at <= domain_now() order by effective_at, incident_entry.id`,
    [walkId]
  );

/** @returns false where the walk has no such incident */
export async function addIncidentEntry(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  { event, words, told, isDone }: z.output<typeof NewIncidentEntry>
): Promise<boolean> {
  const known = await rowsOf(
    db,
    z.object({ id: z.string() }),
    "select id from walk_event where walk_id = $1 and id = $2 and kind = 'incident'",
    [walkId, event]
  );
  if (known.length === 0) return false;
  await insert(db, 'incident_entry', {
    id: uuid(),
    walkId,
    eventId: event,
    words,
    told,
    isDone,
    writtenBy: viewer.personId,
    effectiveAt: db.now
  });
  return true;
}
