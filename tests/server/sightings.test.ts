import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listSites } from '../../src/lib/server/sites';
import { closePool } from '../../src/lib/server/pool';
import { withSchool } from '../../src/lib/server/school';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** What was seen at a site, and the forecast that follows from it. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let instructor: Client;
let site: string;
let ramsons: string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  learner = await signedIn(server.origin, 'learner');
  instructor = await signedIn(server.origin, 'instructor');
  const sites = await withSchool(demo.schoolId, listSites);
  site = `/ground/${sites.find(({ name }) => name === 'Crannoge Wood')!.id}`;
  ramsons = /<option value="([0-9a-f-]{36})"[^>]*>Ramsons carpet/.exec(await instructor.text(site))![1]!;
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

const note = (fields: Record<string, string>, by = instructor) =>
  by.post(`${site}?/seen`, {
    patch: ramsons,
    stage: 'flower',
    says: 'not yet',
    seenOn: '2027-04-24',
    note: '',
    ...fields
  });
/** How much later spring is said to be, in days. */
const springShift = async (by = instructor): Promise<number> => {
  const [, days, way] = /Spring here (?:(\d+) days? (later|earlier)|as at)/.exec(await by.words(site))!;
  return days ? Number(days) * (way === 'later' ? 1 : -1) : 0;
};

describe('a sighting', () => {
  it('that nothing speaks of yet moves the forecast of every plant, and is taken back', async () => {
    const before = await springShift();
    for (const day of ['2027-04-23', '2027-04-24'])
      expect((await note({ seenOn: day, note: 'Buds green & “tight”' })).status).toBe(200);
    expect(await instructor.words(site)).toContain('Buds green &amp; “tight”, Bram Oakhill');
    expect(await springShift()).toBeGreaterThan(before);
    expect(await springShift(learner)).toBe(await springShift());
    const ids = (await instructor.text(site)).match(/name="sighting" value="[0-9a-f-]{36}"/g)!.slice(0, 2);
    for (const id of ids)
      expect((await instructor.post(`${site}?/unsee`, { sighting: id.slice(-37, -1) })).status).toBe(200);
    expect(await springShift()).toBe(before);
  });

  it.each([
    ['in the future', { seenOn: '2027-05-01' }, 'That day is still to come; today is 2027-04-24.'],
    ['on no date', { seenOn: 'yesterday' }, 'This is no date.'],
    [
      'of a stage that the plant does not have',
      { stage: 'seed' },
      'Allium ursinum has no such stage in the library.'
    ],
    [
      'of a patch of another site',
      { patch: '01890000-0000-7000-8000-000000000000' },
      'Choose a patch of this site.'
    ],
    ['with a very long note', { note: 'x'.repeat(501) }, 'At most 500 letters.']
  ])('%s is refused with its reason, and nothing is kept', async (_, fields, reason) => {
    const before = (await instructor.text(site)).split('name="sighting"').length;
    const response = await note(fields);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(reason);
    expect((await instructor.text(site)).split('name="sighting"')).toHaveLength(before);
  });

  it('is noted and taken back by those who lead', async () => {
    expect((await note({}, learner)).status).toBe(403);
    const [id] = (await instructor.text(site)).match(/(?<=name="sighting" value=")[0-9a-f-]{36}/)!;
    expect((await learner.post(`${site}?/unsee`, { sighting: id })).status).toBe(403);
    expect(
      (await instructor.post(`${site}?/unsee`, { sighting: '01890000-0000-7000-8000-000000000000' })).status
    ).toBe(404);
  });

  it('counts only from the day on which it was made: the demo date can go back', async () => {
    expect(await instructor.words(site)).toContain('6 sightings');
    await instructor.post('/school?/moveDate', { demoDate: '2027-03-10' });
    expect(await instructor.words(site)).toContain('2 sightings');
    await instructor.post('/school?/moveDate', { demoDate: '2027-04-24' });
  });
});
