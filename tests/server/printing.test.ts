import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Viewer } from '../../src/lib/server/accounts';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { printState, readPrint, requestPrint, workOn } from '../../src/lib/server/print/jobs';
import { type Brief, readBrief } from '../../src/lib/server/walk/briefs';
import { listWalks } from '../../src/lib/server/walk/walks';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';

/** Pages are made by whoever asks for them, once, and by another where that one is gone. */

let database: TestDatabase;
let viewer: Viewer;
let brief: Brief;
let walkId: string;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  viewer = await demoViewer('instructor');
  const walks = await inDemo((db) => listWalks(db, viewer));
  walkId = walks.find(({ briefVersion }) => briefVersion)!.id;
  brief = (await inDemo((db) => readBrief(db, walkId)))!;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const ask = () => inDemo((db) => requestPrint(db, viewer, walkId, brief.id, 'cards'));
const make = (of = brief) => workOn(demo.schoolId, 'Tarn Hollow', of, 'cards');
const state = async () => (await inDemo((db) => printState(db, brief.id, 'cards')))!.state;
/** Leaves the job as a process does that was killed at it. */
const leave = (secondsAgo: number) =>
  inDemo((db) =>
    db.query("update print_job set state = 'running', beat_at = now() - make_interval(secs => $1)", [
      secondsAgo
    ])
  );

describe('pages in print', () => {
  it('are left to who is at it, and taken over from who gave no sign of life for half a minute', async () => {
    await ask();
    await leave(5);
    await make();
    expect(await state()).toBe('running');
    await leave(31);
    await make();
    expect(await state()).toBe('done');
    const pdf = (await inDemo((db) => readPrint(db, brief.id, 'cards')))!;
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('stay when they are asked for again, and are made once by two who ask at the same moment', async () => {
    await ask();
    expect(await state()).toBe('done');
    await inDemo((db) => db.query("update print_job set state = 'waiting', pdf = null"));
    const query = vi.spyOn(pg.Client.prototype, 'query');
    await Promise.all([make(), make()]);
    const finished = query.mock.calls.filter(([text]) => String(text).includes('set state = $3, pdf = $4'));
    query.mockRestore();
    expect(finished).toHaveLength(1);
    expect(await state()).toBe('done');
  });

  it('that could not be laid out say so, and are tried again when they are asked for again', async () => {
    await inDemo((db) => db.query("update print_job set state = 'waiting', pdf = null"));
    await make({ ...brief, document: {} as Brief['document'] });
    expect(await inDemo((db) => printState(db, brief.id, 'cards'))).toMatchObject({
      state: 'failed',
      problem: 'The pages could not be laid out.'
    });
    await ask();
    await make();
    expect(await state()).toBe('done');
  });

  it('of one school are made two at a time: a third waits for its turn', async () => {
    await inDemo((db) =>
      db.query(
        `insert into print_job (school_id, id, walk_id, brief_id, kind, requested_by, state, beat_at)
         select $1, gen_random_uuid(), $2, $3, kind, $4, 'running', now() from unnest('{brief,learners}'::text[]) kind`,
        [demo.schoolId, walkId, brief.id, viewer.personId]
      )
    );
    await inDemo((db) => db.query("update print_job set state = 'waiting', pdf = null where kind = 'cards'"));
    await make();
    expect(await state()).toBe('waiting');
    await inDemo((db) => db.query("delete from print_job where kind = 'brief'"));
    await make();
    expect(await state()).toBe('done');
  });
});
