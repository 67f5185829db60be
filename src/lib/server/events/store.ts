import { z } from 'zod';
import { contentHash } from '$core/knowledge';
import type { FieldEvent } from '$core/field';
import { rowOf } from '../database/rows';
import { type SchoolDb, onceIn, withSchool } from '../database/school';

/** How an event came in, beside what it says. */
export interface Arrival {
  /** What must be added to the device's times to get the server's; undefined where the device did not say its time. */
  readonly clockOffsetMs?: number;
}

type Table = 'answer_event' | 'sighting' | 'walk_event';
/** What became of an event: it is stored now, it stood there word for word, or another one has its id. */
export type Stored = 'new' | 'same' | 'other';

/** How an event of this id stands in its table; undefined where there is none. */
export const standing = (
  schoolId: string,
  table: Table,
  event: FieldEvent
): Promise<Exclude<Stored, 'new'> | undefined> => withSchool(schoolId, (db) => standingIn(db, table, event));

export async function standingIn(
  db: SchoolDb,
  table: Table,
  event: FieldEvent
): Promise<Exclude<Stored, 'new'> | undefined> {
  const before = await rowOf(db, z.object({ body: z.unknown() }), `select body from ${table} where id = $1`, [
    event.id
  ]);
  if (!before) return undefined;
  // Of an earlier release, which kept no body of sightings: its id tells.
  if (before.body === null) return 'same';
  return contentHash(before.body) === contentHash(event) ? 'same' : 'other';
}

/**
 * Stores an event once, in one trip: the same again is taken silently, another one under its id is not.
 * @param columns what its table holds beside the school, the id, the body and the times
 */
export async function storeOnce(
  schoolId: string,
  table: Table,
  event: FieldEvent,
  { clockOffsetMs }: Arrival,
  columns: Readonly<Record<string, unknown>>
): Promise<Stored> {
  const row = {
    id: event.id,
    body: event,
    device_at: event.at,
    clock_offset_ms: clockOffsetMs,
    ...columns
  };
  const names = Object.keys(row);
  const stored = await onceIn(schoolId).query(
    `insert into ${table} (school_id, effective_at, ${names.join(', ')})
     values ($1, enter_school($1, $2), ${names.map((_, i) => `$${i + 3}`).join(', ')})
     on conflict do nothing returning id`,
    Object.values(row).map((value) => value ?? null)
  );
  return stored.rowCount === 1 ? 'new' : ((await standing(schoolId, table, event)) ?? 'other');
}
