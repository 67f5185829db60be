import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { listSites } from '../../src/lib/server/ground/sites';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** A patch: what was counted, what may be taken, what was, and what relies on its name. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let assistant: Client;
let instructor: Client;
let site: string;
let ramsons: string;
const patchNamed = async (name: string) =>
  `${site}/patches/${new RegExp(`patches/([0-9a-f-]{36})"[^>]*>${name}`).exec(await instructor.text(site))![1]!}`;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [learner, assistant, instructor] = (await Promise.all(
    ['learner', 'assistant', 'instructor'].map((role) => signedIn(server.origin, role))
  )) as [Client, Client, Client];
  const sites = await withSchool(demo.schoolId, listSites);
  site = `/ground/${sites.find(({ name }) => name === 'Crannoge Wood')!.id}`;
  ramsons = await patchNamed('Ramsons carpet');
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

const left = async (patch = ramsons) =>
  Number(/(\d+) leaves left/.exec(await instructor.words(patch))?.[1] ?? NaN);
const take = (fields: Record<string, string> = {}, by = instructor, patch = ramsons) =>
  by.post(`${patch}?/taken`, {
    pieces: '10',
    part: 'leaf',
    gatheredOn: '2027-04-24',
    note: '',
    ...fields
  });

const count = (body: unknown, fields: Record<string, string> = {}, patch = ramsons) =>
  instructor.post(`${patch}?/census`, {
    countedOn: '2027-04-24',
    exemptPercent: '',
    body: typeof body === 'string' ? body : JSON.stringify(body),
    ...fields
  });

describe('the ledger of a patch', () => {
  it('takes what was gathered off the allowance, and gives it back where an entry is taken back', async () => {
    const before = await left();
    expect((await take({ pieces: '25', note: 'Tasting & cooking' }, assistant)).status).toBe(200);
    expect(await left()).toBe(before - 25);
    const page = await instructor.text(ramsons);
    expect(page).toContain('Tasting &amp; cooking');
    const id = /action="\?\/takeBack"[\s\S]*?name="id" value="([0-9a-f-]{36})"/.exec(page)![1]!;
    expect((await instructor.post(`${ramsons}?/takeBack`, { id })).status).toBe(200);
    expect(await left()).toBe(before);
    expect((await instructor.post(`${ramsons}?/takeBack`, { id })).status).toBe(404);
  });

  it('charges a plant that was lifted to show its root', async () => {
    const before = await left();
    await take({ pieces: '1', isLifted: 'on' });
    expect(await left()).toBe(before - 1);
    expect(await instructor.words(ramsons)).toContain('lifted whole');
  });

  it.each([
    ['nothing', { pieces: '0' }, 'At least one piece.'],
    ['in the future', { gatheredOn: '2027-05-01' }, 'That day is still to come; today is Sat 24 April 2027.'],
    ['on no date', { gatheredOn: 'once' }, 'This is no date.'],
    ['of no part', { part: '' }, 'Name the part.']
  ])('refuses %s with the reason', async (_, fields, reason) => {
    const before = await left();
    const response = await take(fields);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(reason);
    expect(await left()).toBe(before);
  });

  it('is closed to learners', async () => {
    expect((await learner.fetch(ramsons)).status).toBe(403);
    expect((await take({}, learner)).status).toBe(403);
  });
});

const quadrats = (counts: number[], patch = 600) => ({
  method: 'quadrats',
  quadratSquareMetres: 0.25,
  patchSquareMetres: patch,
  counts
});

describe('parts of a plant that are counted apart', () => {
  let nettles: string;
  /** What is left of the seed: tops are taken to need. */
  const seedLeft = async () =>
    Number(/(\d+) × stem’s strings of seed left/.exec(await instructor.words(nettles))?.[1] ?? NaN);
  beforeAll(async () => {
    nettles = await patchNamed('Nettles behind the barn ruin');
  });

  it('have a rule, a census and a number each: tops take nothing off the seed', async () => {
    const words = await instructor.words(nettles);
    expect(words).toContain('Young top: how much in 2027');
    expect(words).toContain('Seed: how much in 2027');
    expect(words).toContain('Count it first');
    const counted = { account: 'seed' };
    expect((await count({ method: 'all counted', count: 100 }, counted, nettles)).status).toBe(200);
    // A fifth of a hundred stems.
    expect(await seedLeft()).toBe(20);
    await take({ part: 'young top', pieces: '40' }, instructor, nettles);
    expect(await seedLeft()).toBe(20);
    await take({ part: 'seed', pieces: '6' }, instructor, nettles);
    expect(await seedLeft()).toBe(14);
    // Nobody knows which part it was: it is taken off all.
    await take({ part: 'whole plant', pieces: '2' }, instructor, nettles);
    expect(await seedLeft()).toBe(12);
  });

  it('are entered by the handful, and say so', async () => {
    const entry = { part: 'young top', pieces: '40', unit: 'handful', amount: '2' };
    expect((await take(entry, instructor, nettles)).status).toBe(200);
    expect(await instructor.words(nettles)).toContain('40 × young top (2 handfuls)');
    const half = await take({ ...entry, amount: '' }, instructor, nettles);
    expect(half.status).toBe(400);
    expect(await half.text()).toContain('Say both how much it was and of what.');
  });

  it('are weighed: the school’s own figure takes the place of the library’s', async () => {
    const weigh = (fields: Record<string, string>, by = assistant) =>
      by.post(`${nettles}?/weigh`, {
        part: 'young top',
        unit: 'handful',
        amount: '1',
        pieces: '16',
        ...fields
      });
    expect(await instructor.words(nettles)).toContain('young top: a handful has 20 by the library’s masses');
    for (const [wrong, reason] of [
      [{ amount: '0' }, 'More than nothing.'],
      [{ pieces: '1.5' }, 'Whole pieces.'],
      [{ part: ' ' }, 'Name the part.'],
      [{ unit: 'barrow' }, '']
    ] as const) {
      const refused = await weigh(wrong);
      expect(refused.status).toBe(400);
      expect(await refused.text()).toContain(reason);
    }
    expect((await weigh({}, learner)).status).toBe(403);
    expect((await weigh({})).status).toBe(200);
    expect(await instructor.words(nettles)).toContain('a handful has 16 by what was weighed here, once');
    const page = await instructor.text(nettles);
    const id = /action="\?\/unweigh"[\s\S]*?name="id" value="([0-9a-f-]{36})"/.exec(page)![1]!;
    expect((await instructor.post(`${nettles}?/unweigh`, { id })).status).toBe(200);
    expect((await instructor.post(`${nettles}?/unweigh`, { id })).status).toBe(404);
    expect(await instructor.words(nettles)).toContain('a handful has 20');
  });
});

describe('what was sown or planted', () => {
  let nettles: string;
  beforeAll(async () => {
    nettles = await patchNamed('Nettles behind the barn ruin');
  });
  const plant = (fields: Record<string, string> = {}, by = assistant) =>
    by.post(`${nettles}?/plant`, {
      plantedOn: '2027-03-20',
      kind: 'divided plants',
      amount: '40',
      origin: 'the bed by the barn',
      ...fields
    });

  it('stands at its patch, and what came of it is noted', async () => {
    for (const [wrong, reason] of [
      [{ amount: '0' }, 'How many?'],
      [{ origin: ' ' }, 'Say where it came from.'],
      [{ plantedOn: '2027-05-30' }, 'still to come'],
      [{ plantedOn: 'soon' }, 'This is no date.'],
      [{ kind: 'magic' }, '']
    ] as const) {
      const refused = await plant(wrong);
      expect(refused.status).toBe(400);
      expect(await refused.text()).toContain(reason);
    }
    expect((await plant({}, learner)).status).toBe(403);
    expect((await plant()).status).toBe(200);
    expect(await instructor.words(nettles)).toContain('Nobody has looked yet');

    const id = /action="\?\/cameUp"[\s\S]*?name="id" value="([0-9a-f-]{36})"/.exec(
      await instructor.text(nettles)
    )![1]!;
    const look = (cameUp: string, lookedOn = '2027-04-24') =>
      assistant.post(`${nettles}?/cameUp`, { id, lookedOn, cameUp });
    expect((await look('-1')).status).toBe(400);
    // Before it was in the ground.
    expect((await look('10', '2027-03-01')).status).toBe(404);
    expect((await look('30')).status).toBe(200);
    expect(await instructor.words(nettles)).toContain('30 stood there on Sat 24 April 2027, 75 in 100.');
    expect((await assistant.post(`${nettles}?/unplant`, { id })).status).toBe(403);
    expect((await instructor.post(`${nettles}?/unplant`, { id })).status).toBe(200);
    expect(await instructor.words(nettles)).not.toContain('the bed by the barn');
  });
});

describe('a census', () => {
  it('of today counts in place of an older one', async () => {
    const before = await left();
    expect((await count(quadrats([2, 3, 2, 1, 3, 2, 2, 3]), { exemptPercent: '35' })).status).toBe(200);
    expect(await left()).toBeLessThan(before);
  });

  it('without the share that the rule leaves alone gives no allowance, and says what is missing', async () => {
    await count(quadrats([2, 3, 2, 1, 3, 2, 2, 3]));
    expect(await instructor.words(ramsons)).toContain('plants with a single leaf');
    expect(await instructor.words(ramsons)).toContain('Not known yet.');
  });

  it.each([
    ['a negative count', quadrats([3, -2]), 'Quadrat 2 should have a whole number'],
    ['quadrats beyond the patch', quadrats([3, 2, 3], 0.5), 'cover more than the patch'],
    ['no numbers', '{"method":"quadrats","counts":["many"]}', 'Every count should be a number.'],
    ['no JSON', 'counts: 3', 'Every count should be a number.'],
    ['bounds the wrong way round', { method: 'estimate', low: 90, high: 20 }, 'the lower one first']
  ])('with %s is refused, and nothing is kept', async (_, body, reason) => {
    const before = (await instructor.text(ramsons)).split('?/uncount').length;
    const response = await count(body);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(reason);
    expect((await instructor.text(ramsons)).split('?/uncount')).toHaveLength(before);
  });

  it('of a single quadrat is kept, and gives no range', async () => {
    const sorrel = await patchNamed('Sorrel in the gate');
    expect((await count(quadrats([7], 40), {}, sorrel)).status).toBe(200);
    expect(await instructor.words(sorrel)).toContain('no range');
  });
});

describe('what closes a patch', () => {
  const note = (fields: Record<string, string>) =>
    instructor.post(`${site}?/happened`, {
      patch: '',
      kind: 'flooded',
      happenedOn: '2027-04-20',
      closedUntil: '2027-05-20',
      note: '',
      ...fields
    });

  it('is told with its end, and blocks taking until then', async () => {
    expect((await note({})).status).toBe(200);
    expect(await instructor.words(ramsons)).toContain(
      'It was flooded on Tue 20 April 2027: nothing is picked until Thu 20 May 2027.'
    );
    const id = /action="\?\/unhappened"[\s\S]*?name="id" value="([0-9a-f-]{36})"/.exec(
      await instructor.text(site)
    )![1]!;
    await instructor.post(`${site}?/unhappened`, { id });
    expect(await instructor.words(ramsons)).not.toContain('It was flooded');
  });

  it.each([
    [{ closedUntil: '' }, 'Say until when nothing is picked'],
    [{ kind: 'sprayed', closedUntil: '', setsBackDays: '10' }, 'what was sprayed is on the leaves'],
    [{ closedUntil: '2027-04-01' }, 'This is before it happened.'],
    [{ happenedOn: '2027-06-01', closedUntil: '2027-07-01' }, 'That day is still to come']
  ])('is refused where it does not add up: %j', async (fields, reason) => {
    const response = await note(fields);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(reason);
  });

  it('may be that it is the only patch', async () => {
    await instructor.post(`${ramsons}?/details`, {
      name: 'Ramsons carpet by the burn',
      abundance: 'abundant',
      microhabitat: '',
      isOnly: 'on'
    });
    expect(await instructor.words(ramsons)).toContain('It is the only patch of it on the site.');
  });
});

describe('a patch', () => {
  const draw = (shape: unknown) => instructor.post(`${ramsons}?/shape`, { shape: JSON.stringify(shape) });

  it('says what it stands in, of what its site has', async () => {
    const save = (habitats: string[]) =>
      instructor.post(`${ramsons}?/details`, {
        name: 'Ramsons carpet by the burn',
        abundance: 'abundant',
        microhabitat: '',
        ...(habitats.length > 0 ? { habitats: habitats[0]! } : {})
      });
    const ticked = async () =>
      [...(await instructor.text(ramsons)).matchAll(/<input[^>]*name="habitats"[^>]*>/g)]
        .filter(([input]) => input.includes('checked'))
        .map(([input]) => /value="([^"]+)"/.exec(input)![1]);
    expect((await save(['waterside'])).status).toBe(200);
    expect(await ticked()).toEqual(['waterside']);
    await save([]);
    expect(await ticked()).toEqual([]);
  });

  it('is moved, or drawn as an area; an edge that crosses itself is refused', async () => {
    expect((await draw({ type: 'Point', coordinates: [-8.697, 54.304] })).status).toBe(200);
    const at = (east: number, north: number) => [-8.697 + east * 1e-4, 54.304 + north * 1e-4];
    const square = [at(0, 0), at(3, 0), at(3, 3), at(0, 3), at(0, 0)];
    expect((await draw({ type: 'Polygon', coordinates: [square] })).status).toBe(200);
    expect(await instructor.words(ramsons)).toContain('650 m²');
    const crossed = [at(0, 0), at(3, 3), at(3, 0), at(0, 3), at(0, 0)];
    const response = await draw({ type: 'Polygon', coordinates: [crossed] });
    expect(response.status).toBe(400);
    expect(await response.text()).toContain('crosses itself');
    expect((await draw({ type: 'Point', coordinates: [-8.697, 154] })).status).toBe(400);
    expect(await instructor.words(ramsons)).toContain('650 m²');
  });

  it('that turns out to be another plant lists what relied on the old name, and takes its sightings along', async () => {
    const rename = (fields: Record<string, string>) => instructor.post(`${ramsons}?/rename`, fields);
    expect((await rename({ taxon: 'convallaria-majalis', reason: '' })).status).toBe(400);
    expect((await rename({ taxon: 'no-such', reason: 'x' })).status).toBe(400);
    expect((await rename({ taxon: 'allium-ursinum', reason: 'x' })).status).toBe(400);
    expect((await rename({ taxon: 'convallaria-majalis', reason: 'Two leaves on one stem' })).status).toBe(
      200
    );
    const words = await instructor.words(ramsons);
    expect(words).toContain('it was taken for Ramsons ; it is Lily of the valley : Two leaves on one stem');
    expect(words).toMatch(/On that name rely: the plan of Wood in leaf/);
    expect(words).toMatch(/brief \d of Wood in leaf/);
    expect(words).toMatch(/entries in the ledger/);
    const walk = /\/walks\/[0-9a-f-]{36}/.exec(await instructor.text(ramsons))![0];
    expect(await instructor.words(walk)).toContain('was taken for Ramsons when this was planned');
  });

  it('that walks stop at stays for its history, and may be gone', async () => {
    const response = await instructor.post(`${ramsons}?/remove`);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain('stays for its history');
    await instructor.post(`${ramsons}?/gone`, { back: '' });
    expect(await instructor.words(site)).toContain('Not there any more: Ramsons carpet by the burn');
    await instructor.post(`${ramsons}?/gone`, { back: 'yes' });
    expect(await instructor.words(site)).not.toContain('Not there any more');
  });

  it('that nothing relies on is removed', async () => {
    const blackthorn = await patchNamed('Blackthorn along');
    const response = await instructor.post(`${blackthorn}?/remove`);
    expect(response.headers.get('location')).toBe(site);
    expect(await instructor.words(site)).not.toContain('Blackthorn along the lane');
  });
});
