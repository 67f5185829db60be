import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { useClaims } from '../../src/core/knowledge';
import {
  citations,
  confirmedClaims,
  enterOpinions,
  sourcesFor
} from '../../src/lib/server/library/bookshelf';
import { libraryOf } from '../../src/lib/server/library/library';
import { listPeople } from '../../src/lib/server/school/people';
import { readPlan } from '../../src/lib/server/walk/plan';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { readSettings, saveSettings } from '../../src/lib/server/school/schools';
import type { Viewer } from '../../src/lib/server/accounts';
import { addTaxon, changeTaxon, listStops } from '../../src/lib/server/walk/stops';
import { listWalks } from '../../src/lib/server/walk/walks';
import { type TestDatabase, cloneDatabase, demo, demoViewer, planned, plannedId } from '../support/database';
import { homeRegion } from '../support/content';

let database: TestDatabase;
let instructor: Viewer;
let walkId: string;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  instructor = await demoViewer('instructor');
  walkId = (await inDemo((db) => listWalks(db, instructor))).find(({ name }) => name === 'Wood in leaf')!.id;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const cress = async (db: SchoolDb) => (await libraryOf(db, homeRegion)).taxa.get('nasturtium-officinale')!;

/** Adds a source to the shelf and lets it confirm watercress. */
const confirm = (kind: string, citation: string, effectiveAt = '2027-04-01T12:00:00Z') =>
  inDemo(async (db) => {
    const sourceId = uuid();
    await db.query('insert into source (school_id, id, kind, citation) values ($1, $2, $3, $4)', [
      db.schoolId,
      sourceId,
      kind,
      citation
    ]);
    const owner = (await listPeople(db)).find(({ role }) => role === 'owner')!;
    const [claim] = useClaims(await cress(db));
    await enterOpinions(
      db,
      owner.id,
      [{ claim: claim!.hash, source: sourceId, says: 'agrees' }],
      effectiveAt
    );
  });
const sources = (part?: string) =>
  inDemo(async (db) => sourcesFor(await cress(db), await confirmedClaims(db), part));

describe('two independent sources', () => {
  it('are not reached by a web page, by a copy of the same book, or by what is confirmed later', async () => {
    expect(await sources()).toBe(1);
    await confirm('web page', 'A page about cress (invented)');
    expect(await sources()).toBe(1);
    await confirm('handbook', 'The Careful Gatherer (invented)');
    expect(await sources()).toBe(1);
    await confirm('paper', 'Notes on spring herbs (invented)', '2027-06-01T12:00:00Z');
    expect(await sources()).toBe(1);
  });

  it('confirm the part that they speak of, and no other', async () => {
    await confirm('flora', 'Plants of Running Water (invented)');
    expect(await sources()).toBe(2);
    expect(await sources('leafy shoot')).toBe(2);
    expect(await sources('root')).toBe(0);
  });

  it('lift the stop of a plan that gathers that part, not of one that gathers another', async () => {
    const stops = async (part: string) =>
      inDemo(async (db) => {
        await changeTaxon(db, walkId, {
          ...planned('nasturtium-officinale', 'gather', { part }),
          id: await plannedId(db, walkId, 'nasturtium-officinale')
        });
        const { checks } = (await readPlan(db, instructor, walkId))!;
        return checks
          .filter(({ key, state }) => state === 'stop' && /^(sources|use) /.test(key))
          .map(({ key }) => key);
      });
    expect(await stops('leafy shoot')).toEqual([]);
    expect((await stops('root')).sort()).toEqual([
      'sources nasturtium-officinale',
      'use nasturtium-officinale'
    ]);
    await stops('leafy shoot');
  });

  it('stand beside each claim by name, the web page too: it is shown, it only does not count', async () => {
    const named = await inDemo(async (db) => (await citations(db)).get(useClaims(await cress(db))[0]!.hash)!);
    expect(named).toContain('A page about cress (invented)');
    expect(named).toContain('Plants of Running Water (invented)');
  });
});

describe('the policy of the school', () => {
  it('decides at once what a plan may rest on: without scent dandelions wait', async () => {
    await inDemo(async (db) => {
      const [first] = await listStops(db, walkId);
      await addTaxon(db, walkId, first!.id, planned('taraxacum-officinale', 'gather', { part: 'leaf' }));
    });
    const apart = () =>
      inDemo(async (db) => {
        const { checks } = (await readPlan(db, instructor, walkId))!;
        return checks.find(({ key }) => key === 'apart taraxacum-officinale')!.state;
      });
    expect(await apart()).toBe('pass');
    const settings = await inDemo(readSettings);
    await inDemo((db) =>
      saveSettings(db, { ...settings, policy: { ...settings.policy, scentCounts: false } })
    );
    expect(await apart()).toBe('stop');
    await inDemo((db) => saveSettings(db, settings));
    expect(await apart()).toBe('pass');
  });
});

describe('the starter library', () => {
  it('cannot be changed by the application', async () => {
    for (const sql of [
      "update library_release set name = 'mine'",
      'delete from library_release',
      "insert into library_release (hash, name) values ('x', 'mine')"
    ])
      await expect(inDemo((db) => db.query(sql))).rejects.toThrow(/permission denied/);
  });
});
