import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { Brief } from '../walk/briefs';
import { readBriefPlates } from '../walk/briefs';
import { faultOf, log } from '../request/log';
import { rowOf } from '../database/rows';
import { type SchoolDb, withSchool } from '../database/school';
import type { Viewer } from '../accounts';
import { forLearners } from '$core/walk';
import { readSettings } from '../school/schools';
import { print } from './index';
import type { PrintKind } from './kinds';

/**
 * PDFs of briefs, made once a version and kept. The work is a row in the database: any process may take it
 * up, and takes it over where the one that began it gives no sign of life.
 */

const PrintState = z.object({
  state: z.enum(['waiting', 'running', 'done', 'failed']),
  /** 0–1. */
  share: z.number(),
  problem: z.string().nullable()
});
export type PrintState = Readonly<z.infer<typeof PrintState>>;

/** Without a sign of life for so long, another process takes over. */
const staleSeconds = 30;
const beatSeconds = 10;
/** Of one school: what is asked for beyond waits, so that other schools have their turn. */
const mostAtOnce = 2;

/** Asks for a PDF of a brief; one that is there already stays. */
export async function requestPrint(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  briefId: string,
  kind: PrintKind
): Promise<void> {
  await db.query(
    `insert into print_job (school_id, id, walk_id, brief_id, kind, requested_by) values ($1, $2, $3, $4, $5, $6)
     on conflict (school_id, brief_id, kind) do update set state = 'waiting', problem = null
       where print_job.state = 'failed'`,
    [db.schoolId, uuid(), walkId, briefId, kind, viewer.personId]
  );
}

export const printState = (db: SchoolDb, briefId: string, kind: PrintKind): Promise<PrintState | undefined> =>
  rowOf(
    db,
    PrintState,
    'select state, done_share as share, problem from print_job where brief_id = $1 and kind = $2',
    [briefId, kind]
  );

export async function readPrint(db: SchoolDb, briefId: string, kind: PrintKind): Promise<Buffer | undefined> {
  const printed = await rowOf(
    db,
    z.object({ pdf: z.instanceof(Buffer).nullable() }),
    "select pdf from print_job where brief_id = $1 and kind = $2 and state = 'done'",
    [briefId, kind]
  );
  return printed?.pdf ?? undefined;
}

/** Takes the job where nobody is at it and the school has room. @returns whether this process has it now */
async function takeUp(schoolId: string, briefId: string, kind: PrintKind): Promise<boolean> {
  return withSchool(schoolId, async (db) => {
    const { rowCount } = await db.query(
      `update print_job set state = 'running', beat_at = now(), done_share = 0
        where brief_id = $1 and kind = $2
          and (state = 'waiting' or (state = 'running' and beat_at < now() - make_interval(secs => $3)))
          and (select count(*) from print_job other
                where other.state = 'running' and other.beat_at >= now() - make_interval(secs => $3)) < $4`,
      [briefId, kind, staleSeconds, mostAtOnce]
    );
    return rowCount === 1;
  });
}

const finish = (
  schoolId: string,
  briefId: string,
  kind: PrintKind,
  pdf: Uint8Array | null,
  problem: string | null
) =>
  withSchool(schoolId, (db) =>
    db.query(
      `update print_job set state = $3, pdf = $4, problem = $5, done_share = 1, beat_at = now()
        where brief_id = $1 and kind = $2`,
      [briefId, kind, pdf ? 'done' : 'failed', pdf, problem]
    )
  );

const beat = (schoolId: string, briefId: string, kind: PrintKind) =>
  withSchool(schoolId, (db) =>
    db.query('update print_job set done_share = 0.2, beat_at = now() where brief_id = $1 and kind = $2', [
      briefId,
      kind
    ])
  );

/** Makes a PDF if nobody else is making it. Never throws: what goes wrong stands in the job. */
export async function workOn(
  schoolId: string,
  schoolName: string,
  brief: Brief,
  kind: PrintKind
): Promise<void> {
  try {
    if (!(await takeUp(schoolId, brief.id, kind))) return;
    const drawings = await withSchool(schoolId, (db) => readBriefPlates(db, brief.id));
    await beat(schoolId, brief.id, kind);
    const { learnersSeePlaces } = await withSchool(schoolId, readSettings);
    const document = kind === 'brief' ? brief.document : forLearners(brief.document, learnersSeePlaces);
    const printed = { document, version: brief.version, school: schoolName, drawings };
    const title = `${brief.document.walk.name}, version ${brief.version}`;
    const beats = setInterval(() => {
      beat(schoolId, brief.id, kind).catch((error: unknown) => {
        log.warn({ what: 'print gives no sign of life', brief: brief.id, ...faultOf(error) });
      });
    }, beatSeconds * 1000);
    const pdf = await print('brief', { kind, brief: printed, title, date: brief.effectiveAt }).finally(() =>
      clearInterval(beats)
    );
    await finish(schoolId, brief.id, kind, pdf, null);
  } catch (error) {
    log.error({ what: 'print failed', brief: brief.id, ...faultOf(error) });
    await finish(schoolId, brief.id, kind, null, 'The pages could not be laid out.').catch(() => undefined);
  }
}
