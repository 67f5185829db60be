import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { comingPairs } from '../../src/lib/server/learning/drills';
import { addSite, listAllSites, listSites } from '../../src/lib/server/ground/sites';
import { type Walk, listWalks, readWalk } from '../../src/lib/server/walk/walks';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';

/** Walks that do not take place, and sites that are used no more: both stay where people look for them. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;
let learner: Client;
let wood: Walk;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);
const now = async () => {
  const viewer = await demoViewer('owner');
  return (await inDemo((db) => readWalk(db, viewer, wood.id)))!;
};
const change = (action: string, fields: Record<string, string> = {}) =>
  owner.change(`/walks/${wood.id}/day?/${action}`, fields);
const calendar = async () => {
  const entry = new ICAL.Component(ICAL.parse(await learner.text(`/walks/${wood.id}/files/calendar`)));
  const event = entry.getFirstSubcomponent('vevent')!;
  const of = (name: string) => event.getFirstPropertyValue(name);
  return {
    status: of('status'),
    sequence: Number(of('sequence')),
    uid: of('uid'),
    summary: String(of('summary')),
    place: of('geo'),
    alarms: event.getAllSubcomponents('valarm').map((one) => String(one.getFirstPropertyValue('trigger')))
  };
};

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  owner = await signedIn(server.origin, 'owner');
  learner = await signedIn(server.origin, 'learner');
  const viewer = await demoViewer('owner');
  wood = (await inDemo((db) => listWalks(db, viewer))).find(({ name }) => name === 'Wood in leaf')!;
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

describe('a walk that is called off', () => {
  it('asks why, and tells the group in these words; everybody of it sees them', async () => {
    expect((await change('off', { why: ' ' })).status).toBe(400);
    expect((await now()).calledOff).toBeUndefined();
    const before = await calendar();
    expect(before).toMatchObject({ status: 'CONFIRMED', alarms: ['-P1D', '-PT2H'] });
    expect(before.place).toBeDefined();

    const answer = await change('off', { why: 'Gale warning for the whole coast' });
    expect(await answer.text()).toContain('does not take place: Gale warning for the whole coast');
    expect(await owner.words('/people/outbox')).toContain('Called off: Wood in leaf');
    for (const page of [`/walks/${wood.id}/brief`, '/today'])
      expect(await learner.words(page)).toContain('Gale warning for the whole coast');

    // RFC 5545 §3.8.1.11, RFC 5546 §2.1.4: the same entry, cancelled, with a higher number.
    const after = await calendar();
    expect(after).toMatchObject({ status: 'CANCELLED', uid: before.uid, alarms: [] });
    expect(after.sequence).toBeGreaterThan(before.sequence);
    expect(after.summary).toMatch(/^Called off/);
  });

  it('is practised for no more, publishes no brief, and comes back with a number that is higher still', async () => {
    const viewer = await demoViewer('owner');
    const names = async () => (await inDemo((db) => comingPairs(db, viewer))).map(({ name }) => name);
    expect(await names()).not.toContain('Wood in leaf');
    const published = await owner.change(`/walks/${wood.id}/brief?/publish`);
    expect(await published.text()).toContain('Not published: the walk was called off.');
    const { sequence } = await calendar();
    await change('on');
    expect(await names()).toContain('Wood in leaf');
    expect(await calendar()).toMatchObject({ status: 'CONFIRMED' });
    expect((await calendar()).sequence).toBeGreaterThan(sequence);
  });
});

describe('a site that is put away', () => {
  it('stays as long as walks are to be held there', async () => {
    const answer = await (await owner.post(`/ground/${wood.siteId}?/away`)).text();
    expect(answer).toContain('Not put away:');
    expect(answer).toContain('Wood in leaf');
    expect(await (await owner.post(`/ground/${wood.siteId}?/remove`)).text()).toContain('Not removed:');
  });

  it('is offered no more but can be opened, taken back, and removed while nothing hangs on it', async () => {
    const id = await inDemo((db) =>
      addSite(db, 'Old quarry', 'north-west-europe', 'Europe/Dublin', { longitude: -8, latitude: 54 })
    );
    await owner.post(`/ground/${id}?/away`);
    const isListed = async (list: typeof listSites) => (await inDemo(list)).some((site) => site.id === id);
    expect([await isListed(listSites), await isListed(listAllSites)]).toEqual([false, true]);
    expect(await owner.words(`/ground/${id}`)).toContain('This site is put away.');
    expect((await owner.fetch(`/season/${id}`)).status).toBe(200);
    await owner.post(`/ground/${id}?/away`);
    expect(await isListed(listSites)).toBe(true);
    await owner.post(`/ground/${id}?/remove`);
    expect(await isListed(listAllSites)).toBe(false);
  });
});
