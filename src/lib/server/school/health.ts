import { v7 as uuid } from 'uuid';
import { z } from 'zod';

import { type HealthNote, concernKeys } from '$core/walk';
import type { SchoolDb } from '../database/school';
import { readSettings } from './schools';
import type { Viewer } from '../accounts';
import { leads } from '../accounts';
import type { Walk } from '../walk/walks';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';

/**
 * What learners have told of their health. Leaders of a walk alone read it, each reading is logged, and it is
 * deleted when its time is over: hidden by the school's clock, deleted by the wall clock.
 */

export interface KeptNote extends HealthNote {
  readonly id: string;
  readonly personId: string;
  readonly keepUntil: string;
}

const Kept = z.object({
  id: z.string(),
  personId: z.string(),
  person: z.string(),
  concern: z.enum(concernKeys).or(z.string().transform(() => undefined)),
  words: z.string(),
  keepUntil: z.string()
});

/** Whether somebody leads a walk, alone or along. */
export const isLeaderOf = (viewer: Viewer, walk: Pick<Walk, 'leaderId' | 'otherLeaders'>): boolean =>
  [walk.leaderId, ...walk.otherLeaders.map(({ id }) => id)].includes(viewer.personId);

/** Owners and instructors; an assistant only of a walk that they lead along. */
export const mayReadHealth = (viewer: Viewer, walk: Pick<Walk, 'leaderId' | 'otherLeaders'>): boolean =>
  leads(viewer) || (viewer.role === 'assistant' && isLeaderOf(viewer, walk));

/** Whether somebody may keep the notes of a walk on their phone, locked: where the school lets its leaders do so. */
export const mayTakeHealthAlong = async (
  db: SchoolDb,
  viewer: Viewer,
  walk: Pick<Walk, 'leaderId' | 'otherLeaders'>
): Promise<boolean> =>
  isLeaderOf(viewer, walk) && mayReadHealth(viewer, walk) && (await readSettings(db)).policy.healthOnPhones;

/** The notes of people whose time is not over. For counting; who shows them says so with {@link logHealthAccess}. */
export async function healthNotes(db: SchoolDb, personIds: readonly string[]): Promise<KeptNote[]> {
  const notes = await rowsOf(
    db,
    Kept,
    `select health_note.id, person_id as "personId", person.name as person, concern, words,
            to_char(keep_until, 'YYYY-MM-DD') as "keepUntil"
       from health_note join person on person.school_id = health_note.school_id and person.id = person_id
      where person_id = any ($1) and keep_until >= domain_now()::date
      order by person.name, health_note.id`,
    [personIds]
  );
  return notes.flatMap(({ concern, ...note }) => (concern ? [{ ...note, concern }] : []));
}

/** Deletes for good what should not be kept any longer by the wall clock. @returns how many */
export async function deleteExpired(db: SchoolDb): Promise<number> {
  const { rowCount } = await db.query(
    'delete from health_note where keep_until < least(now()::date, domain_now()::date)'
  );
  return rowCount ?? 0;
}

export async function addHealthNote(
  db: SchoolDb,
  viewer: Viewer,
  note: Pick<KeptNote, 'personId' | 'concern' | 'words' | 'keepUntil'>
): Promise<void> {
  await insert(db, 'health_note', {
    id: uuid(),
    personId: note.personId,
    concern: note.concern,
    words: note.words,
    keepUntil: note.keepUntil,
    enteredBy: viewer.personId
  });
}

export async function removeHealthNote(
  db: SchoolDb,
  personIds: readonly string[],
  id: string
): Promise<boolean> {
  const { rowCount } = await db.query('delete from health_note where id = $1 and person_id = any ($2)', [
    id,
    personIds
  ]);
  return rowCount === 1;
}

export async function logHealthAccess(db: SchoolDb, viewer: Viewer, walkId: string): Promise<void> {
  await insert(db, 'health_access', { id: uuid(), walkId, personId: viewer.personId });
}

/** Who looked, here or on a phone, by day of the wall clock, the latest first. */
export async function listHealthAccess(
  db: SchoolDb,
  walkId: string
): Promise<{ name: string; on: string; times: number }[]> {
  return rowsOf(
    db,
    z.object({ name: z.string(), on: z.string(), times: z.number() }),
    `select person.name, to_char(looked.recorded_at, 'YYYY-MM-DD') as on, count(*)::int as times
       from (select school_id, person_id, recorded_at from health_access where walk_id = $1
             union all
             select school_id, (body ->> 'by')::uuid, recorded_at from walk_event
              where walk_id = $1 and kind = 'health opened') looked
       join person on person.school_id = looked.school_id and person.id = looked.person_id
      group by person.name, 2 order by 2 desc, 1 limit 30`,
    [walkId]
  );
}
