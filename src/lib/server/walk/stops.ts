import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { Activity, RichText, handlings, roles } from '$core/walk';
import { insert } from '../database/insert';
import { Identified, maybe, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** The stops of a walk, and the taxa that are met at each. */

const StopTaxon = z.object({
  /** Of this plant at this stop in this part. */
  id: z.string(),
  taxon: z.string(),
  role: z.enum(roles),
  part: z.string(),
  portion: z.string(),
  /** Reserved of the patch for each person; null where no number was set. */
  piecesEach: z.number().nullable(),
  /** Brought along to a class. */
  specimens: z.number().nullable(),
  handling: z.enum(handlings),
  reason: z.string()
});
export type StopTaxon = Readonly<z.infer<typeof StopTaxon>>;

const Stop = z.object({
  id: z.string(),
  position: z.number(),
  name: z.string(),
  patchId: maybe(z.string()),
  longitude: z.number(),
  latitude: z.number(),
  minutes: z.number(),
  talkingPoints: RichText,
  activity: maybe(Activity),
  isOnShore: z.boolean(),
  taxa: z.array(StopTaxon).readonly()
});
export type Stop = Readonly<z.infer<typeof Stop>>;

export function listStops(db: SchoolDb, walkId: string): Promise<Stop[]> {
  return rowsOf(
    db,
    Stop,
    `select stop.id, position, name, patch_id as "patchId", longitude, latitude, minutes,
            talking_points as "talkingPoints", activity, is_on_shore as "isOnShore",
            (select coalesce(json_agg(json_build_object('id', id, 'taxon', taxon, 'role', role, 'part', part, 'portion', portion,
                      'piecesEach', pieces_each, 'specimens', specimens, 'handling', handling, 'reason', reason)
                    order by role, taxon, part), '[]')
               from walk_taxon t where t.school_id = stop.school_id and t.stop_id = stop.id) as taxa
       from stop where walk_id = $1 order by position`,
    [walkId]
  );
}

export type NewStop = Pick<
  Stop,
  'name' | 'patchId' | 'longitude' | 'latitude' | 'minutes' | 'talkingPoints' | 'activity' | 'isOnShore'
>;

export async function addStop(db: SchoolDb, walkId: string, stop: NewStop): Promise<string> {
  const id = uuid();
  await db.query(
    `insert into stop (school_id, id, walk_id, position, name, patch_id, longitude, latitude, minutes, talking_points,
                       activity, is_on_shore)
     select $1, $2, $3, coalesce(max(position), 0) + 1, $4, $5, $6, $7, $8, $9, $10, $11 from stop where walk_id = $3`,
    [
      db.schoolId,
      id,
      walkId,
      stop.name,
      stop.patchId ?? null,
      stop.longitude,
      stop.latitude,
      stop.minutes,
      stop.talkingPoints,
      stop.activity ?? null,
      stop.isOnShore
    ]
  );
  return id;
}

export type StopChange = Pick<Stop, 'name' | 'minutes' | 'talkingPoints' | 'activity' | 'isOnShore'>;

export async function changeStop(
  db: SchoolDb,
  walkId: string,
  stopId: string,
  { name, minutes, talkingPoints, activity, isOnShore }: StopChange
): Promise<void> {
  await db.query(
    `update stop set name = $3, minutes = $4, talking_points = $5, activity = $6, is_on_shore = $7
      where walk_id = $1 and id = $2`,
    [walkId, stopId, name, minutes, talkingPoints, activity ?? null, isOnShore]
  );
}

export async function setMinutes(
  db: SchoolDb,
  walkId: string,
  stopId: string,
  minutes: number
): Promise<void> {
  await db.query('update stop set minutes = $3 where walk_id = $1 and id = $2', [walkId, stopId, minutes]);
}

export async function removeStop(db: SchoolDb, walkId: string, stopId: string): Promise<void> {
  await db.query('delete from stop where walk_id = $1 and id = $2', [walkId, stopId]);
  await db.query(
    `update stop set position = ranked.rank
       from (select id, row_number() over (order by position) as rank from stop where walk_id = $1) ranked
      where stop.id = ranked.id and stop.walk_id = $1`,
    [walkId]
  );
}

/** Puts the stops of a walk in a new order. @returns false where the list does not name each of them once */
export async function orderStops(db: SchoolDb, walkId: string, ids: readonly string[]): Promise<boolean> {
  const rows = await rowsOf(db, Identified, 'select id from stop where walk_id = $1', [walkId]);
  const known = new Set(rows.map(({ id }) => id));
  if (ids.length !== known.size || new Set(ids).size !== known.size || !ids.every((id) => known.has(id)))
    return false;
  await db.query(
    `update stop set position = ranked.position
       from unnest($2::uuid[]) with ordinality as ranked (id, position)
      where stop.walk_id = $1 and stop.id = ranked.id`,
    [walkId, ids]
  );
  return true;
}

export type NewStopTaxon = Omit<StopTaxon, 'id'>;

/** @returns false where the stop has this part of the taxon already */
export async function addTaxon(
  db: SchoolDb,
  walkId: string,
  stopId: string,
  { taxon, role, part, portion, reason, piecesEach, specimens, handling }: NewStopTaxon
): Promise<boolean> {
  const planned = { id: uuid(), taxon, role, part, portion, reason, piecesEach, specimens, handling };
  return insert(db, 'walk_taxon', { walkId, stopId, ...planned }, 'nothing');
}

/** @returns false where its stop has this part of the taxon already, in another row */
export async function changeTaxon(
  db: SchoolDb,
  walkId: string,
  { id, role, part, portion, piecesEach, specimens, handling, reason }: Omit<StopTaxon, 'taxon'>
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update walk_taxon mine
        set role = $3, part = $4, portion = $5, pieces_each = $6, specimens = $7, handling = $8, reason = $9
      where walk_id = $1 and id = $2
        and not exists (select 1 from walk_taxon other
                         where other.stop_id = mine.stop_id and other.taxon = mine.taxon and other.part = $4
                           and other.id <> mine.id)`,
    [walkId, id, role, part, portion, piecesEach, specimens, handling, reason]
  );
  return rowCount === 1;
}

export async function removeTaxon(db: SchoolDb, walkId: string, id: string): Promise<void> {
  await db.query('delete from walk_taxon where walk_id = $1 and id = $2', [walkId, id]);
}
