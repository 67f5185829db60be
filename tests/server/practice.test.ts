import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { seasonOfPairs } from '../../src/lib/server/learning/drills';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { readRound } from '../../src/lib/server/learning/drills';
import { schoolLibrary } from '../../src/lib/server/library/library';
import { setDemoDate } from '../../src/lib/server/school/schools';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

/** Practice without a walk: at any time of the year, by one's own choice. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let owner: Client;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  learner = await signedIn(server.origin, 'learner');
  owner = await signedIn(server.origin, 'owner');
});
afterAll(async () => {
  await closePool();
  await server.stop();
  await database.drop();
});

const chosen = (client: Client, fields: Record<string, string>) =>
  client.post('/practice?/chosen', { when: 'now', taxon: '', family: '', siteId: '', ...fields });
const roundOf = async (response: Response) => {
  const to = response.headers.get('location');
  expect(to, await response.text()).toMatch(/^\/practice\//);
  return to!;
};

describe('practice by one’s own choice', () => {
  it.each(['2027-04-24', '2027-07-15', '2027-10-15', '2028-01-15'])(
    'is there on %s: a drawn pair, and a round of what is up',
    async (date) => {
      await withSchool(demo.schoolId, (db) => setDemoDate(db, date));
      const page = await learner.text('/practice');
      expect(page).toContain('By your own choice');
      expect(page.match(/src="\/plates\//g)).toHaveLength(2);
      const round = await roundOf(await chosen(learner, {}));
      expect(await learner.words(round)).toMatch(/1 of 12/);
    }
  );

  it('asks of plants without serious harm by their names alone, and counts them as no danger', async () => {
    await withSchool(demo.schoolId, (db) => setDemoDate(db, '2027-06-20'));
    const round = await roundOf(await chosen(learner, { when: 'year', lookalikes: 'mild' }));
    const state = await readRound(await demoViewer('learner'), round.slice('/practice/'.length));
    expect(state!.next!.question).toMatchObject({ drill: 'side by side', harms: false, gathers: undefined });
    expect(await learner.words(round)).not.toContain('I would gather it');
  });

  it('keeps to one pair, whichever of the two was named first', async () => {
    const both = {
      taxon: 'convallaria-majalis',
      against: 'allium-ursinum',
      drill: 'side by side',
      when: 'year'
    };
    const round = await roundOf(await chosen(learner, both));
    const state = await readRound(await demoViewer('learner'), round.slice('/practice/'.length));
    expect(state!.next!.question).toMatchObject({
      harms: true,
      names: { target: { name: 'Ramsons' }, lookalike: { name: 'Lily of the valley' } }
    });
    const none = await chosen(learner, {
      taxon: 'allium-ursinum',
      against: 'conium-maculatum',
      when: 'year'
    });
    expect(none.status).toBe(409);
  });

  it('keeps to a plant, a family or a site', async () => {
    await withSchool(demo.schoolId, (db) => setDemoDate(db, '2027-11-20'));
    const viewer = await demoViewer('learner');
    const pairsIn = async (round: string) => {
      const state = await readRound(viewer, round.slice('/practice/'.length));
      return state!.length;
    };
    const round = await roundOf(await chosen(learner, { when: 'year', taxon: 'allium-ursinum' }));
    expect(await pairsIn(round)).toBe(12);
    await roundOf(await chosen(learner, { when: 'year', family: 'Apiaceae' }));
    // Nothing of it is up in November.
    const none = await chosen(learner, { taxon: 'allium-ursinum' });
    expect(none.status).toBe(409);
    expect(await none.text()).toContain('choose the whole year');
    expect((await chosen(learner, { when: 'year', taxon: 'no-such-plant' })).status).toBe(409);
    expect((await chosen(learner, { when: 'sometime' })).status).toBe(400);
  });

  it('by site is for who leads: where plants stand is told by a walk', async () => {
    const page = await owner.text('/practice');
    const [, siteId] = /<option value="([0-9a-f-]{36})"/.exec(page)!;
    expect(await learner.text('/practice')).not.toContain(siteId!);
    await roundOf(await chosen(owner, { when: 'year', siteId: siteId! }));
  });

  it('asks only about pairs that are described, drawn and up on their day', async () => {
    await withSchool(demo.schoolId, async (db) => {
      const own = await schoolLibrary(db, homeRegion);
      const pairs = seasonOfPairs(own, '2027-04-24');
      expect(pairs.length).toBeGreaterThan(60);
      expect(seasonOfPairs(own, '2027-04-24')).toBe(pairs);
    });
  });
});
