import { z } from 'zod';
import { picturedKinds } from '$core/field';
import { insert } from '../database/insert';
import { rowOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Picture } from '../library/photographs';

/** Pictures of what was found on a walk. Each belongs to the act by which it was kept, and goes with it. */

/** Whether an act stands there, and was not taken back, that a picture can belong to. */
export const takesPicture = async (db: SchoolDb, walkId: string, eventId: string): Promise<boolean> =>
  (await rowOf(
    db,
    z.object({ id: z.string() }),
    `select id from walk_event where walk_id = $1 and id = $2 and kind = any ($3) and not exists
       (select from walk_event back where back.walk_id = $1 and back.kind = 'taken back' and back.body ->> 'event' = $2::text)`,
    [walkId, eventId, picturedKinds]
  )) !== undefined;

/** Keeps a picture once: what is there already stays. */
export const keepPicture = (db: SchoolDb, eventId: string, { jpeg, width, height }: Picture) =>
  insert(db, 'walk_picture', { eventId, jpeg, width, height }, 'nothing');

export async function readWalkPicture(
  db: SchoolDb,
  walkId: string,
  eventId: string
): Promise<Buffer | undefined> {
  const row = await rowOf(
    db,
    z.object({ jpeg: z.instanceof(Buffer) }),
    `select jpeg from walk_picture join walk_event event on event.school_id = walk_picture.school_id and event.id = event_id
      where walk_id = $1 and event_id = $2`,
    [walkId, eventId]
  );
  return row?.jpeg;
}

/** The address of the picture that was kept with a find, a sighting or a patch; they have the id of their act. */
export async function pictureAddress(db: SchoolDb, eventId: string): Promise<string | undefined> {
  const row = await rowOf(
    db,
    z.object({ walkId: z.string() }),
    `select walk_id as "walkId" from walk_picture
       join walk_event event on event.school_id = walk_picture.school_id and event.id = event_id where event_id = $1`,
    [eventId]
  );
  return row && `/api/walks/${row.walkId}/pictures/${eventId}`;
}
