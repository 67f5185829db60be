import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { paceRules } from '$core/route';
import { WeatherLimit, levels, walkKinds } from '$core/walk';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { leads } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';

/** A walk or class: when, where, for whom, and what takes time. Its stops are in stops.ts. */

const Walk = z.object({
  id: z.string(),
  kind: z.enum(walkKinds),
  name: z.string(),
  siteId: z.string(),
  siteName: z.string(),
  /** Of its site. */
  region: z.string(),
  venue: z.string(),
  cohortId: maybe(z.string()),
  cohortName: maybe(z.string()),
  level: maybe(z.enum(levels)),
  heldOn: z.string(),
  startsAt: z.string(),
  dueAt: maybe(z.string()),
  leaderId: z.string(),
  leaderName: z.string(),
  otherLeaders: z.array(z.object({ id: z.string(), name: z.string() })).readonly(),
  paceRule: z.enum(paceRules),
  /** Undefined goes by who comes along. Kept as a real number: the third place is of its own making. */
  paceFactor: maybe(z.number().transform((factor) => Math.round(factor * 100) / 100)),
  briefingMinutes: z.number(),
  headCountMinutes: z.number(),
  basketMinutes: z.number(),
  reserveMinutes: z.number(),
  weather: z.array(WeatherLimit).readonly(),
  copiedFrom: maybe(z.string()),
  /** It does not take place. */
  calledOff: maybe(z.object({ on: z.string(), by: z.string(), why: z.string() })),
  /** Somebody has closed it on a phone. */
  isWalked: z.boolean(),
  /** The owner of the ground was told what was taken. */
  isOwnerTold: z.boolean(),
  isDebriefed: z.boolean(),
  revision: z.number(),
  groupSize: z.number(),
  briefVersion: maybe(z.number())
});
export type Walk = Readonly<z.infer<typeof Walk>>;

const select = `
  select walk.id, kind, walk.name, site_id as "siteId", site.name as "siteName", site.region, venue, cohort_id as "cohortId",
         cohort.name as "cohortName", walk.level, held_on as "heldOn", to_char(starts_at, 'HH24:MI') as "startsAt",
         to_char(due_at, 'HH24:MI') as "dueAt", leader_id as "leaderId",
         leader.name as "leaderName",
         (select coalesce(json_agg(json_build_object('id', p.id, 'name', p.name) order by p.name), '[]')
            from walk_leader l join person p on p.school_id = l.school_id and p.id = l.person_id
           where l.school_id = walk.school_id and l.walk_id = walk.id and p.id <> walk.leader_id) as "otherLeaders",
         pace_rule as "paceRule", pace_factor as "paceFactor", briefing_minutes as "briefingMinutes",
         head_count_minutes as "headCountMinutes", basket_minutes as "basketMinutes",
         reserve_minutes as "reserveMinutes", weather, copied_from as "copiedFrom", walk.revision,
         case when called_off_at is not null then json_build_object('why', called_off_why,
           'on', to_char(called_off_at, 'YYYY-MM-DD'), 'by', (select p.name from person p
             where p.school_id = walk.school_id and p.id = called_off_by)) end as "calledOff",
         exists (select 1 from walk_event closed
                  where closed.school_id = walk.school_id and closed.walk_id = walk.id and closed.kind = 'closed'
                    and closed.effective_at <= domain_now()
                    and not exists (select 1 from walk_event undo
                                     where undo.school_id = walk.school_id and undo.walk_id = walk.id
                                       and undo.kind = 'taken back'
                                       and undo.body ->> 'event' = closed.id::text)) as "isWalked",
         owner_told_at is not null as "isOwnerTold",
         exists (select 1 from debrief d where d.school_id = walk.school_id and d.walk_id = walk.id) as "isDebriefed",
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

export const listWalks = (db: SchoolDb, viewer: Viewer): Promise<Walk[]> =>
  rowsOf(db, Walk, `${select} where ${visible} order by held_on, starts_at`, [
    seesAll(viewer),
    viewer.personId
  ]);

export const readWalk = (db: SchoolDb, viewer: Viewer, id: string): Promise<Walk | undefined> =>
  rowOf(db, Walk, `${select} where ${visible} and walk.id = $3`, [seesAll(viewer), viewer.personId, id]);

/** Whether it is still to take place, today or later. */
export const isComing = ({ heldOn, calledOff }: Pick<Walk, 'heldOn' | 'calledOff'>, today: string): boolean =>
  heldOn >= today && !calledOff;

/** @param why undefined where it takes place after all */
export async function callOff(
  db: SchoolDb,
  walkId: string,
  personId: string,
  why: string | undefined
): Promise<void> {
  await db.query(
    'update walk set called_off_at = $2, called_off_by = $3, called_off_why = $4 where id = $1',
    why === undefined ? [walkId, null, null, null] : [walkId, db.now, personId, why]
  );
}

/** Notes that the owner of the ground was told what was taken, or was not after all. @returns false without such a walk */
export async function tellOwner(db: SchoolDb, walkId: string, isTold: boolean): Promise<boolean> {
  const { rowCount } = await db.query('update walk set owner_told_at = $2 where id = $1', [
    walkId,
    isTold ? db.now : null
  ]);
  return rowCount === 1;
}

export type WalkHead = Pick<
  Walk,
  'kind' | 'name' | 'siteId' | 'venue' | 'cohortId' | 'heldOn' | 'startsAt' | 'leaderId'
>;

export async function addWalk(db: SchoolDb, head: WalkHead): Promise<string> {
  const id = uuid();
  await insert(db, 'walk', {
    id,
    kind: head.kind,
    siteId: head.siteId,
    venue: head.venue,
    cohortId: head.cohortId,
    name: head.name,
    heldOn: head.heldOn,
    startsAt: head.startsAt,
    leaderId: head.leaderId
  });
  return id;
}

export type WalkDay = Pick<Walk, 'name' | 'heldOn' | 'startsAt' | 'cohortId' | 'kind' | 'venue'> &
  Pick<
    Walk,
    | 'dueAt'
    | 'level'
    | 'paceRule'
    | 'paceFactor'
    | 'briefingMinutes'
    | 'headCountMinutes'
    | 'basketMinutes'
    | 'reserveMinutes'
  >;

export async function saveWalkDay(db: SchoolDb, id: string, day: WalkDay): Promise<void> {
  await db.query(
    `update walk set name = $2, held_on = $3, starts_at = $4, cohort_id = $5, kind = $6, venue = $7, due_at = $8,
            level = $9, pace_rule = $10, pace_factor = $11, briefing_minutes = $12, head_count_minutes = $13,
            basket_minutes = $14, reserve_minutes = $15
      where id = $1`,
    [
      id,
      day.name,
      day.heldOn,
      day.startsAt,
      day.cohortId ?? null,
      day.kind,
      day.venue,
      day.dueAt ?? null,
      day.level ?? null,
      day.paceRule,
      day.paceFactor ?? null,
      day.briefingMinutes,
      day.headCountMinutes,
      day.basketMinutes,
      day.reserveMinutes
    ]
  );
}

/** Who leads, and who leads along; unknown people and learners are passed over. */
export async function saveLeaders(
  db: SchoolDb,
  walkId: string,
  leaderId: string,
  others: readonly string[]
): Promise<void> {
  await db.query('update walk set leader_id = $2 where id = $1', [walkId, leaderId]);
  await db.query('delete from walk_leader where walk_id = $1', [walkId]);
  await db.query(
    `insert into walk_leader (school_id, walk_id, person_id)
     select school_id, $1, id from person
      where id = any ($2) and id <> $3 and role in ('owner', 'instructor', 'assistant')`,
    [walkId, others, leaderId]
  );
}

export async function saveWeather(
  db: SchoolDb,
  walkId: string,
  weather: readonly WeatherLimit[]
): Promise<void> {
  await db.query('update walk set weather = $2 where id = $1', [walkId, JSON.stringify(weather)]);
}

/** @returns false where people have its brief, have practised for it, or a stop was lifted on it: such a walk stays */
export async function removeWalk(db: SchoolDb, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `delete from walk where id = $1
        and not exists (select 1 from brief where walk_id = $1)
        and not exists (select 1 from round where walk_id = $1)
        and not exists (select 1 from check_lift where walk_id = $1)`,
    [id]
  );
  return Boolean(rowCount);
}
