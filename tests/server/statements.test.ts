import pg from 'pg';
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import type { Viewer } from '../../src/lib/server/accounts';
import { listWalks } from '../../src/lib/server/walk/walks';
import { readPlan } from '../../src/lib/server/walk/plan';
import { load as loadLayout } from '../../src/routes/walks/[walk]/+layout.server';
import { actions, load as loadPlan } from '../../src/routes/walks/[walk]/+page.server';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';

// The forms of a page ask nothing of the database, and come with components.
vi.mock('sveltekit-superforms', () => ({ superValidate: () => ({}), setError: () => ({}) }));
vi.mock('sveltekit-superforms/adapters', () => ({ zod4: () => ({}) }));

/** How many statements a page costs: each is a trip to the database, one after the other. */

let database: TestDatabase;
let viewer: Viewer;
let walk: string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  viewer = await demoViewer('instructor');
  const walks = await withSchool(demo.schoolId, (db) => listWalks(db, viewer));
  walk = walks.find(({ name }) => name === 'Wood in leaf')!.id;
});
afterEach(() => vi.restoreAllMocks());
afterAll(async () => {
  await closePool();
  await database.drop();
});

const event = (body?: Record<string, string>) =>
  ({
    locals: { viewer },
    cookies: { get: () => undefined, set: () => undefined },
    params: { walk },
    url: new URL(`http://localhost/walks/${walk}`),
    request: new Request(`http://localhost/walks/${walk}`, {
      method: 'POST',
      body: new URLSearchParams(body)
    })
  }) as never;

/** The statements that some work sends. */
async function statementsOf(work: () => unknown): Promise<string[]> {
  await work();
  const sent: string[] = [];
  const query = pg.Client.prototype.query as (...all: unknown[]) => unknown;
  vi.spyOn(pg.Client.prototype, 'query').mockImplementation(function (this: pg.Client, ...all: unknown[]) {
    const [first] = all as [string | { text: string }];
    sent.push((typeof first === 'string' ? first : first.text).replaceAll(/\s+/g, ' ').slice(0, 100));
    return query.apply(this, all);
  } as never);
  await work();
  return sent;
}

describe('the statements', () => {
  it('of a plan’s page are at most 27, its frame with them', async () => {
    const sent = await statementsOf(() => {
      const request = event();
      return Promise.all([loadLayout(request), loadPlan(request)]);
    });
    expect(sent.length, sent.join('\n')).toBeLessThanOrEqual(27);
  });

  it('that store the minutes of a stop are at most 8', async () => {
    const {
      walk: { revision },
      stops
    } = (await withSchool(demo.schoolId, (db) => readPlan(db, viewer, walk)))!;
    let seen = revision;
    const sent = await statementsOf(async () => {
      const result = await actions['setMinutes']!(
        event({ id: stops[0]!.id, minutes: String(stops[0]!.minutes), revision: String(seen) })
      );
      expect(result).toEqual({});
      seen += 1;
    });
    expect(sent.length, sent.join('\n')).toBeLessThanOrEqual(8);
  });
});
