import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listSites } from '../../src/lib/server/ground/sites';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';

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
  ramsons = /patches\/([0-9a-f-]{36})"[^>]*>Ramsons carpet/.exec(await instructor.text(site))![1]!;
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

const sighting = <T extends object>(fields: T = {} as T) => ({
  id: uuid(),
  kind: 'sighting',
  siteId: site.split('/')[2],
  patchId: ramsons,
  stage: 'flower',
  says: 'not yet',
  seenOn: '2027-04-24',
  note: '',
  ...fields
});
const note = (fields: Record<string, unknown>, by = instructor) => by.send([sighting(fields)]);
/** How much later spring is said to be, in days. */
const springShift = async (): Promise<number> => {
  const [, days, way] = /Spring here (?:(\d+) days? (later|earlier)|as at)/.exec(
    await instructor.words(site)
  )!;
  return days ? Number(days) * (way === 'later' ? 1 : -1) : 0;
};

describe('a sighting', () => {
  it('that nothing speaks of yet moves the forecast of every plant, and is taken back', async () => {
    const before = await springShift();
    for (const day of ['2027-04-23', '2027-04-24'])
      expect((await note({ seenOn: day, note: 'Buds green & “tight”' })).status).toBe(200);
    expect(await instructor.words(site)).toContain('Buds green &amp; “tight”, Bram Oakhill');
    expect(await springShift()).toBeGreaterThan(before);
    const ids = (await instructor.text(site)).match(/name="sighting" value="[0-9a-f-]{36}"/g)!.slice(0, 2);
    for (const id of ids)
      expect((await instructor.post(`${site}?/unsee`, { sighting: id.slice(-37, -1) })).status).toBe(200);
    expect(await springShift()).toBe(before);
  });

  it.each([
    ['in the future', { seenOn: '2027-05-01' }, 'That day is still to come; today is Sat 24 April 2027.'],
    ['on no date', { seenOn: 'yesterday' }, 'Not understood: seenOn'],
    [
      'of a stage that the plant does not have',
      { stage: 'seed' },
      'Allium ursinum has no such stage in the library.'
    ],
    ['with a very long note', { note: 'x'.repeat(501) }, 'At most 500 letters.']
  ])('%s is refused with its reason, and nothing is kept', async (_, fields, reason) => {
    const before = (await instructor.text(site)).split('name="sighting"').length;
    const response = await note(fields);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(reason);
    expect((await instructor.text(site)).split('name="sighting"')).toHaveLength(before);
  });

  it('at a patch of another site is none of this one', async () => {
    const response = await note({ patchId: '01890000-0000-7000-8000-000000000000' });
    expect(response.status).toBe(404);
    expect(await response.text()).toContain('There is no such patch at this site.');
  });

  it('sent twice is kept once; another one under its id is refused', async () => {
    const event = sighting({ note: 'Sent from a bad connection' });
    const send = (one: object) => instructor.send([one]);
    expect((await send(event)).status).toBe(200);
    expect((await send(event)).status).toBe(200);
    expect((await instructor.words(site)).split('Sent from a bad connection')).toHaveLength(2);
    for (const other of [{ stage: 'leaf' }, { amount: 'rare' }, { seenOn: '2027-04-23' }, { note: '' }])
      expect((await send({ ...event, ...other })).status).toBe(409);
    await instructor.post(`${site}?/unsee`, { sighting: event.id });
  });

  it('sent twice at once is noted to both, and kept once', async () => {
    const event = sighting({ note: 'From two tabs at once' });
    const both = await Promise.all([instructor.send([event]), instructor.send([event])]);
    expect(both.map(({ status }) => status)).toEqual([200, 200]);
    expect((await instructor.words(site)).split('From two tabs at once')).toHaveLength(2);
    await instructor.post(`${site}?/unsee`, { sighting: event.id });
  });

  it('keeps who noted it, the device’s time, and how far its clock was off', async () => {
    const event = sighting({ at: '2027-04-24T08:15:00.000Z' });
    const response = await instructor.json('/api/events', {
      by: (await demoViewer('instructor')).personId,
      // A clock that is an hour slow.
      sentAt: new Date(Date.now() - 3_600_000).toISOString(),
      events: [event]
    });
    expect(response.status).toBe(200);
    const { rows } = await withSchool(demo.schoolId, (db) =>
      db.query<{ at: Date; offset: string; by: string; body: unknown }>(
        `select device_at as at, clock_offset_ms as offset, person.name as by, body
           from sighting join person on person.school_id = sighting.school_id and person.id = seen_by
          where sighting.id = $1`,
        [event.id]
      )
    );
    expect(rows[0]).toMatchObject({ at: new Date(event.at), by: 'Bram Oakhill', body: event });
    expect(Math.abs(Number(rows[0]!.offset) - 3_600_000)).toBeLessThan(60_000);
    await instructor.post(`${site}?/unsee`, { sighting: event.id });
  });

  it('that arrives late does not say how much there is now', async () => {
    const [late, now] = [
      sighting({ amount: 'rare', seenOn: '2027-04-20' }),
      sighting({ amount: 'frequent', seenOn: '2027-04-24' })
    ];
    await instructor.send([now]);
    expect((await instructor.send([late])).status).toBe(200);
    expect(await instructor.words(`${site}/patches/${ramsons}`)).toContain('frequent, damp bank');
    for (const { id } of [late, now]) await instructor.post(`${site}?/unsee`, { sighting: id });
  });

  it('says how much there is, and the patch goes by it', async () => {
    const event = sighting({ amount: 'dominant' });
    expect((await instructor.send([event])).status).toBe(200);
    expect(await instructor.words(`${site}/patches/${ramsons}`)).toContain('dominant, damp bank');
    await instructor.post(`${site}?/unsee`, { sighting: event.id });
  });

  it('keeps a picture without what the camera wrote into it, and says what that was', async () => {
    const event = sighting({ note: 'With a picture' });
    await instructor.send([event]);
    const jpeg = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#557744' } })
      .withExif({
        IFD0: { Copyright: 'nobody' },
        IFD2: { DateTimeOriginal: '2027:04:20 10:11:12' },
        IFD3: {
          GPSLatitudeRef: 'N',
          GPSLatitude: '54/1 18/1 7/1',
          GPSLongitudeRef: 'W',
          GPSLongitude: '8/1 42/1 4/1'
        }
      })
      .jpeg()
      .toBuffer();
    const send = async (file: Blob, id = event.id) => {
      const form = new FormData();
      form.set('sighting', id);
      form.set('picture', file, 'P1010.jpg');
      return instructor.fetch(`${site}/scout?/picture`, {
        method: 'POST',
        body: form,
        headers: { 'x-sveltekit-action': 'true', accept: 'application/json' }
      });
    };
    expect(await (await send(new Blob([new Uint8Array(jpeg)]))).text()).toContain('2027-04-20');
    const kept = await instructor.fetch(`${site}/sightings/${event.id}`);
    const metadata = await sharp(Buffer.from(await kept.arrayBuffer())).metadata();
    expect([metadata.format, metadata.exif]).toEqual(['jpeg', undefined]);
    expect((await learner.fetch(`${site}/sightings/${event.id}`)).status).toBe(403);
    expect(await (await send(new Blob(['no picture at all']))).text()).toContain('is no picture');
    expect(await (await send(new Blob([new Uint8Array(jpeg)]))).text()).toContain('has a picture already');
    await instructor.post(`${site}?/unsee`, { sighting: event.id });
    expect((await instructor.fetch(`${site}/sightings/${event.id}`)).status).toBe(404);
  });

  it('is noted by those who teach, and taken back by those who lead', async () => {
    expect((await note({}, learner)).status).toBe(403);
    const [id] = (await instructor.text(site)).match(/(?<=name="sighting" value=")[0-9a-f-]{36}/)!;
    expect((await learner.post(`${site}?/unsee`, { sighting: id })).status).toBe(403);
    expect(
      (await instructor.post(`${site}?/unsee`, { sighting: '01890000-0000-7000-8000-000000000000' })).status
    ).toBe(404);
  });

  it('counts only from the day on which it was made: the demo date can go back', async () => {
    expect(await instructor.words(site)).toContain('7 sightings');
    await instructor.post('/school?/moveDate', { demoDate: '2027-03-10' });
    expect(await instructor.words(site)).toContain('3 sightings');
    await instructor.post('/school?/moveDate', { demoDate: '2027-04-24' });
  });
});
