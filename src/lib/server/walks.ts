import { v7 as uuid } from 'uuid';
import type { Role as TaxonRole } from '$core/walk';
import type { SchoolDb } from './school';
import type { Viewer } from './sign-in';
import { leads } from './sign-in';

export interface Walk {
  readonly id: string;
  readonly name: string;
  readonly siteId: string;
  readonly siteName: string;
  readonly cohortId: string | undefined;
  readonly cohortName: string | undefined;
  readonly heldOn: string;
  readonly startsAt: string;
  readonly leaderId: string;
  readonly leaderName: string;
  readonly paceFactor: number;
  readonly groupSize: number;
  readonly briefVersion: number | undefined;
}

export interface StopTaxon {
  readonly taxon: string;
  readonly role: TaxonRole;
  readonly part: string;
  readonly portion: string;
  /** Reserved of the patch for each person; null where no number was set. */
  readonly piecesEach?: number | null;
  readonly reason: string;
}

export interface Stop {
  readonly id: string;
  readonly position: number;
  readonly name: string;
  readonly patchId: string | undefined;
  readonly longitude: number;
  readonly latitude: number;
  readonly minutes: number;
  readonly talkingPoints: string;
  readonly taxa: readonly StopTaxon[];
}

const select = `
  select walk.id, walk.name, site_id as "siteId", site.name as "siteName", cohort_id as "cohortId",
         cohort.name as "cohortName", held_on as "heldOn", starts_at as "startsAt", leader_id as "leaderId",
         leader.name as "leaderName", pace_factor as "paceFactor",
         (select count(*)::int from cohort_member m where m.school_id = walk.school_id and m.cohort_id = walk.cohort_id) as "groupSize",
         (select max(version) from brief where brief.school_id = walk.school_id and brief.walk_id = walk.id) as "briefVersion"
    from walk
    join site on site.school_id = walk.school_id and site.id = walk.site_id
    join person leader on leader.school_id = walk.school_id and leader.id = walk.leader_id
    left join cohort on cohort.school_id = walk.school_id and cohort.id = walk.cohort_id`;

/** Leaders see every walk of the school; learners those of their cohorts. */
const visible = `($1 or exists (
  select 1 from cohort_member m where m.school_id = walk.school_id and m.cohort_id = walk.cohort_id and m.person_id = $2))`;

const seesAll = (viewer: Viewer) => leads(viewer) || viewer.role === 'assistant';

type WalkRow = {
  [K in keyof Walk]: undefined extends Walk[K] ? Exclude<Walk[K], undefined> | null : Walk[K];
};

const walkOf = (row: WalkRow): Walk => ({
  ...row,
  cohortId: row.cohortId ?? undefined,
  cohortName: row.cohortName ?? undefined,
  briefVersion: row.briefVersion ?? undefined
});

export async function listWalks(db: SchoolDb, viewer: Viewer): Promise<Walk[]> {
  const { rows } = await db.query<WalkRow>(`${select} where ${visible} order by held_on, starts_at`, [
    seesAll(viewer),
    viewer.personId
  ]);
  return rows.map(walkOf);
}

export async function readWalk(db: SchoolDb, viewer: Viewer, id: string): Promise<Walk | undefined> {
  const { rows } = await db.query<WalkRow>(`${select} where ${visible} and walk.id = $3`, [
    seesAll(viewer),
    viewer.personId,
    id
  ]);
  return rows[0] && walkOf(rows[0]);
}

export type WalkHead = Pick<Walk, 'name' | 'siteId' | 'cohortId' | 'heldOn' | 'startsAt' | 'leaderId'>;

export async function addWalk(db: SchoolDb, head: WalkHead): Promise<string> {
  const id = uuid();
  await db.query(
    `insert into walk (school_id, id, site_id, cohort_id, name, held_on, starts_at, leader_id)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      db.schoolId,
      id,
      head.siteId,
      head.cohortId ?? null,
      head.name,
      head.heldOn,
      head.startsAt,
      head.leaderId
    ]
  );
  return id;
}

export async function saveWalkDay(
  db: SchoolDb,
  id: string,
  day: Pick<Walk, 'name' | 'heldOn' | 'startsAt' | 'cohortId'>
): Promise<void> {
  await db.query('update walk set name = $2, held_on = $3, starts_at = $4, cohort_id = $5 where id = $1', [
    id,
    day.name,
    day.heldOn,
    day.startsAt,
    day.cohortId ?? null
  ]);
}

/** @returns false where people have its brief or have practised for it: such a walk stays */
export async function removeWalk(db: SchoolDb, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `delete from walk where id = $1
        and not exists (select 1 from brief where walk_id = $1)
        and not exists (select 1 from round where walk_id = $1)`,
    [id]
  );
  return Boolean(rowCount);
}

export async function listStops(db: SchoolDb, walkId: string): Promise<Stop[]> {
  const { rows } = await db.query<
    Omit<Stop, 'patchId' | 'taxa'> & { patchId: string | null; taxa: StopTaxon[] | null }
  >(
    `select stop.id, position, name, patch_id as "patchId", longitude, latitude, minutes, talking_points as "talkingPoints",
            (select json_agg(json_build_object('taxon', taxon, 'role', role, 'part', part, 'portion', portion, 'piecesEach', pieces_each, 'reason', reason) order by role, taxon)
               from walk_taxon t where t.school_id = stop.school_id and t.stop_id = stop.id) as taxa
       from stop where walk_id = $1 order by position`,
    [walkId]
  );
  return rows.map((row) => ({ ...row, patchId: row.patchId ?? undefined, taxa: row.taxa ?? [] }));
}

export type NewStop = Pick<Stop, 'name' | 'patchId' | 'longitude' | 'latitude' | 'minutes' | 'talkingPoints'>;

export async function addStop(db: SchoolDb, walkId: string, stop: NewStop): Promise<string> {
  const id = uuid();
  await db.query(
    `insert into stop (school_id, id, walk_id, position, name, patch_id, longitude, latitude, minutes, talking_points)
     select $1, $2, $3, coalesce(max(position), 0) + 1, $4, $5, $6, $7, $8, $9 from stop where walk_id = $3`,
    [
      db.schoolId,
      id,
      walkId,
      stop.name,
      stop.patchId ?? null,
      stop.longitude,
      stop.latitude,
      stop.minutes,
      stop.talkingPoints
    ]
  );
  return id;
}

export async function changeStop(
  db: SchoolDb,
  walkId: string,
  stopId: string,
  { name, minutes, talkingPoints }: Pick<Stop, 'name' | 'minutes' | 'talkingPoints'>
): Promise<void> {
  await db.query(
    'update stop set name = $3, minutes = $4, talking_points = $5 where walk_id = $1 and id = $2',
    [walkId, stopId, name, minutes, talkingPoints]
  );
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

/** Swaps a stop with its neighbour. @param step −1 earlier, 1 later */
export async function moveStop(db: SchoolDb, walkId: string, stopId: string, step: -1 | 1): Promise<void> {
  await db.query(
    `with one as (select position from stop where walk_id = $1 and id = $2),
          other as (select stop.id, stop.position from stop, one where walk_id = $1 and stop.position = one.position + $3)
     update stop set position = case when stop.id = $2 then other.position else one.position end
       from one, other where stop.walk_id = $1 and stop.id in ($2, other.id)`,
    [walkId, stopId, step]
  );
}

/** @returns false where the walk has this taxon already */
export async function addTaxon(
  db: SchoolDb,
  walkId: string,
  stopId: string,
  taxon: StopTaxon
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into walk_taxon (school_id, walk_id, stop_id, taxon, role, part, portion, reason, pieces_each)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict do nothing`,
    [
      db.schoolId,
      walkId,
      stopId,
      taxon.taxon,
      taxon.role,
      taxon.part,
      taxon.portion,
      taxon.reason,
      taxon.piecesEach ?? null
    ]
  );
  return Boolean(rowCount);
}

export async function changeRole(
  db: SchoolDb,
  walkId: string,
  taxon: string,
  { role, part, reason }: Pick<StopTaxon, 'role' | 'part' | 'reason'>
): Promise<void> {
  await db.query(
    'update walk_taxon set role = $3, part = $4, reason = $5 where walk_id = $1 and taxon = $2',
    [walkId, taxon, role, part, reason]
  );
}

export async function removeTaxon(db: SchoolDb, walkId: string, taxon: string): Promise<void> {
  await db.query('delete from walk_taxon where walk_id = $1 and taxon = $2', [walkId, taxon]);
}
