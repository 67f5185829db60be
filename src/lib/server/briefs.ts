import { v7 as uuid } from 'uuid';
import { contentHash, englishName } from '$core/knowledge';
import { clockTime } from '$core/route';
import { BriefDocument, type BriefInput, composeBrief, holdsBack } from '$core/walk';
import { type Plan, meetingPlace } from './plan';
import type { SchoolDb } from './school';
import type { Viewer } from './sign-in';

export interface Brief {
  readonly id: string;
  readonly version: number;
  readonly publishedBy: string;
  readonly effectiveAt: Date;
  readonly document: BriefDocument;
}

/** The plan as the brief needs it. */
function briefInput(plan: Plan): BriefInput {
  const { walk, site, stops, clock, settings } = plan;
  const last = clock.at(-1);
  const permission = site.mayPick
    ? `Leave to pick${site.mayDig ? ' and dig' : ', not to dig'}${site.permissionFrom ? `, given by ${site.permissionFrom}` : ''}${site.permissionUntil ? `, until ${site.permissionUntil}` : ''}.`
    : 'No leave to pick is recorded: nothing is gathered.';
  return {
    walk: {
      name: walk.name,
      isoDate: walk.heldOn,
      start: walk.startsAt,
      end: last ? clockTime(last.leave) : walk.startsAt,
      timeZone: site.timeZone
    },
    front: {
      site: site.name,
      accessPoint: site.accessPoint ?? '',
      permission,
      leader: walk.leaderName,
      cohort: walk.cohortName ?? 'no group yet',
      emergencyNumbers: settings.emergencyNumbers,
      meeting: meetingPlace(plan)
    },
    stops: stops.map((stop, i) => ({
      number: stop.position,
      name: stop.name,
      arrive: clockTime(clock[i]!.arrive),
      leave: clockTime(clock[i]!.leave),
      minutes: stop.minutes,
      legMetres: Math.round(clock[i]!.legMetres),
      legMinutes: clock[i]!.legMinutes,
      talkingPoints: stop.talkingPoints,
      longitude: stop.longitude,
      latitude: stop.latitude,
      taxa: plan.taxa
        .filter((planned) => planned.stop.id === stop.id)
        .map(({ entry, role, part, portion, reason }) => ({
          name: englishName(entry),
          scientific: entry.name,
          role,
          part,
          portion,
          reason
        }))
    })),
    planned: plan.taxa.map(({ survey, role, part, portion, stop }) => ({
      survey,
      role,
      part,
      portion,
      stopName: stop.name
    }))
  };
}

export type PublishResult = { readonly version: number } | { readonly problem: string };

/** Stores a snapshot of the plan as the next version of the brief. A ledger with a stop holds it back. */
export async function publishBrief(db: SchoolDb, viewer: Viewer, plan: Plan): Promise<PublishResult> {
  if (holdsBack(plan.checks)) {
    const stops = plan.checks
      .filter(({ state }) => state === 'stop')
      .map(({ title }) => title.replace(/^Stop: /, ''));
    return { problem: `Not published. Mend first: ${stops.join('; ')}.` };
  }
  const { document, drawings } = composeBrief(plan.library, briefInput(plan), plan.circumstances);
  const id = uuid();
  // Two people who publish at once get two versions, not an error.
  await db.query('select pg_advisory_xact_lock(hashtext($1))', [plan.walk.id]);
  const { rows } = await db.query<{ version: number }>(
    `insert into brief (school_id, id, walk_id, version, published_by, effective_at, library_hash, document)
     select $1, $2, $3, coalesce(max(version), 0) + 1, $4, $5, $6, $7 from brief where walk_id = $3
     returning version`,
    [db.schoolId, id, plan.walk.id, viewer.personId, db.now, plan.library.hash, document]
  );
  for (const [plateId, svg] of drawings)
    await db.query('insert into brief_plate (school_id, brief_id, id, svg) values ($1, $2, $3, $4)', [
      db.schoolId,
      id,
      plateId,
      svg
    ]);
  return { version: rows[0]!.version };
}

/** The newest brief of a walk, or the one with a version. */
export async function readBrief(db: SchoolDb, walkId: string, version?: number): Promise<Brief | undefined> {
  const { rows } = await db.query<{
    id: string;
    version: number;
    published_by: string;
    effective_at: Date;
    document: unknown;
  }>(
    `select brief.id, version, person.name as published_by, effective_at, document
       from brief join person on person.school_id = brief.school_id and person.id = brief.published_by
      where walk_id = $1 and ($2::int is null or version = $2) order by version desc limit 1`,
    [walkId, version ?? null]
  );
  const [row] = rows;
  return (
    row && {
      id: row.id,
      version: row.version,
      publishedBy: row.published_by,
      effectiveAt: row.effective_at,
      document: BriefDocument.parse(row.document)
    }
  );
}

/** Whether the plan has moved on since the brief was published. */
export function isStale({ document }: Brief, plan: Plan): boolean {
  const { stops, walk, front } = briefInput(plan);
  return contentHash([document.stops, document.walk, document.front]) !== contentHash([stops, walk, front]);
}

export async function readBriefPlate(
  db: SchoolDb,
  walkId: string,
  plateId: string
): Promise<string | undefined> {
  const { rows } = await db.query<{ svg: string }>(
    `select svg from brief_plate join brief on brief.school_id = brief_plate.school_id and brief.id = brief_id
      where walk_id = $1 and brief_plate.id = $2 limit 1`,
    [walkId, plateId]
  );
  return rows[0]?.svg;
}

export async function markRead(db: SchoolDb, briefId: string, personId: string): Promise<void> {
  await db.query(
    'insert into brief_reading (school_id, brief_id, person_id, effective_at) values ($1, $2, $3, $4) on conflict do nothing',
    [db.schoolId, briefId, personId, db.now]
  );
}

/** Names of those who have read a brief. */
export async function readersOf(db: SchoolDb, briefId: string): Promise<string[]> {
  const { rows } = await db.query<{ name: string }>(
    `select name from brief_reading join person on person.school_id = brief_reading.school_id and person.id = person_id
      where brief_id = $1 order by name`,
    [briefId]
  );
  return rows.map(({ name }) => name);
}
