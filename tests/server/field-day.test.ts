import pg from 'pg';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import {
  LearnerPack,
  Pack,
  type WalkEventKind,
  closerOnPhone,
  fieldDay,
  patchKey,
  sharesOf
} from '../../src/core/field';
import { LibraryDocument, compileLibrary } from '../../src/core/knowledge';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** A walk on phones, as the server has it: packs, shares, and what follows from what was tapped. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Client;
let learner: Client;
let walk = '';
let first: Pack;
let second: Pack;

const devices = [uuid(), uuid()];
const take = async (client: Client, device: string, phones = 2) => {
  const response = await client.json(`/api${walk}/pack`, { device, phones });
  expect(response.status).toBe(200);
  return (await response.json()) as { pack: unknown; events: unknown[]; now: string };
};
const tapped = (kind: WalkEventKind, own: object, phone = 1) => ({
  id: uuid(),
  at: new Date().toISOString(),
  offsetMs: Date.parse(schoolNow) - Date.now(),
  walkId: first.walk.id,
  by: first.takenBy.id,
  phone,
  kind,
  ...own
});
let schoolNow = '';
const resultOf = async (response: Response) =>
  ((await response.json()) as { results: { id: string; status?: number; problem?: string }[] }).results;
const send = async (...events: object[]) => resultOf(await instructor.send(events));
let client: pg.Client;
/** As the superuser, past row-level security, at the demo's time. */
const query = async <T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> => {
  const { rows } = await client.query<T>(text, values);
  return rows;
};

beforeAll(async () => {
  database = await cloneDatabase('demo');
  client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  await client.query(`select set_config('app.now', '2027-12-31T00:00:00Z', false)`);
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  instructor = await signedIn(server.origin, 'instructor');
  learner = await signedIn(server.origin, 'learner');
  walk = `/walks/${/"\/walks\/([0-9a-f-]{36})"[^>]*>\s*(?:<[^>]*>\s*)*Wood in leaf/.exec(await instructor.text('/walks'))![1]!}`;
  const taken = await take(instructor, devices[0]!);
  schoolNow = taken.now;
  first = Pack.parse(taken.pack);
  second = Pack.parse((await take(instructor, devices[1]!)).pack);
});
afterAll(async () => {
  await client.end();
  await server.stop();
  await database.drop();
});

const patchOf = (slug: string) => first.patches.find((one) => one.taxon === slug)!;
const gathered = (slug: string) => first.taxa.find((one) => one.slug === slug && one.role === 'gather')!;
const taken = (slug: string, pieces: number, phone = 1) =>
  tapped(
    'taken',
    {
      stop: gathered(slug).stop,
      patch: patchOf(slug).id,
      taxon: slug,
      part: patchOf(slug).parts[0]!,
      pieces,
      isLifted: false,
      reason: ''
    },
    phone
  );
const ledger = (id: string) =>
  query<{ pieces: number; isPutBack: boolean; walk: string }>(
    `select pieces, is_put_back as "isPutBack", walk_id as walk from gathered where id = $1`,
    [id]
  );

describe('taking a walk along', () => {
  it('numbers the phones, and a phone that comes again keeps its number', async () => {
    expect([first.phone, second.phone]).toEqual([1, 2]);
    expect(Pack.parse((await take(instructor, devices[0]!)).pack).phone).toBe(1);
  });

  it('brings the brief with all its drawings, the people with consent, warnings and signs', () => {
    expect(first.brief!.document.sheets.length).toBeGreaterThan(3);
    for (const { plates } of first.brief!.document.sheets)
      for (const plate of plates) if (plate) expect(first.brief!.plates[plate.id]).toContain('<svg');
    expect(first.people.find(({ isMinor }) => isMinor)).toMatchObject({ hasConsent: true });
    const ramsons = gathered('allium-ursinum');
    expect(ramsons.set.length).toBeGreaterThan(1);
    expect(ramsons.lookalikes.map(({ slug }) => slug)).toContain('convallaria-majalis');
    expect(first.stops.flatMap(({ warnings }) => warnings).map(({ slug }) => slug)).toContain(
      'arum-maculatum'
    );
  });

  it('shares out what is left once: later phones get the same sums', () => {
    const left = patchOf('allium-ursinum').left!;
    expect(left).toBeGreaterThan(0);
    expect(second.patches.find(({ taxon }) => taxon === 'allium-ursinum')!.left).toBe(left);
    const shares = sharesOf(first, []);
    const counted = first.patches.filter((one) => one.left !== undefined);
    expect(counted.length).toBeGreaterThan(1);
    for (const patch of counted)
      expect(shares.get(patchKey(patch))!.reduce((a, b) => a + b, 0)).toBe(patch.left);
  });

  it('never leaves a patch without its number that came into the plan after the first phone', async () => {
    const patch = patchOf('allium-ursinum');
    await query('update walk_share set left_of = left_of - $2 where walk_id = $1', [
      first.walk.id,
      patchKey(patch)
    ]);
    const again = Pack.parse((await take(instructor, devices[1]!)).pack);
    expect(again.patches.find(({ id }) => id === patch.id)!.left).toBe(patch.left);
  });

  it('brings what the plan stops: a part without two sources is not taken, whatever is tapped', async () => {
    const row = async (slug: string) =>
      new RegExp(`for="role-([0-9a-f-]{36})">Role of ${slug}`).exec(await instructor.text(walk))![1]!;
    const role = async (to: 'gather' | 'show') =>
      instructor.change(`${walk}?/changeTaxon`, {
        id: await row('Watercress'),
        role: to,
        part: 'leafy shoot'
      });
    expect((await role('gather')).status).toBe(200);
    const again = Pack.parse((await take(instructor, devices[1]!)).pack);
    const cress = again.taxa.find(({ slug }) => slug === 'nasturtium-officinale')!;
    expect(cress.forbidden.join(' ')).toContain('The plan stops it: watercress has one source');
    expect(again.taxa.find(({ slug }) => slug === 'allium-ursinum')!.forbidden).toEqual([]);
    await role('show');
  });

  it('is for those who teach, of a walk of their own, by a phone that says which it is', async () => {
    expect((await learner.json(`/api${walk}/pack`, { device: uuid() })).status).toBe(403);
    expect((await instructor.json(`/api/walks/${uuid()}/pack`, { device: uuid() })).status).toBe(404);
    expect((await instructor.json(`/api${walk}/pack`, { device: 'mine' })).status).toBe(400);
    expect((await instructor.json(`/api${walk}/pack`, '{"device":')).status).toBe(400);
  });

  it('refuses the tenth phone', async () => {
    for (let i = 3; i <= 9; i += 1) await take(instructor, uuid());
    const response = await instructor.json(`/api${walk}/pack`, { device: uuid() });
    expect(response.status).toBe(409);
    expect(await response.text()).toContain('9 phones');
  });

  it('the page of the field says nothing of who asks for it', async () => {
    const page = await instructor.text('/field');
    expect(page).not.toContain('Bram');
    expect(await new Client(server.origin).text('/field')).toContain('In the field');
  });
});

describe('what was tapped', () => {
  it('stands once, in the walk and in the book of the patch', async () => {
    const event = taken('allium-ursinum', 7);
    expect(await send(event, event)).toEqual([
      { id: event.id, noted: true },
      { id: event.id, noted: true }
    ]);
    expect(await ledger(event.id)).toEqual([{ pieces: 7, isPutBack: false, walk: first.walk.id }]);
    const [other] = await send({ ...event, pieces: 8 });
    expect(other).toMatchObject({ status: 409 });
    expect((await ledger(event.id))[0]!.pieces).toBe(7);
  });

  it('goes out of the book when it is taken back, in whichever order the two arrive', async () => {
    for (const isReversed of [false, true]) {
      const event = taken('allium-ursinum', 3);
      const back = tapped('taken back', { event: event.id });
      for (const one of isReversed ? [back, event] : [event, back]) await send(one);
      expect(await ledger(event.id)).toEqual([]);
      await send(back, event);
      expect(await ledger(event.id)).toEqual([]);
    }
  });

  it('of one phone is not taken back by another', async () => {
    const event = taken('allium-ursinum', 2);
    await send(event, tapped('taken back', { event: event.id }, 2));
    expect(await ledger(event.id)).toHaveLength(1);
  });

  it('that was put back makes room in the book again', async () => {
    const left = async () => {
      const page = await instructor.words(
        `/ground/${first.walk.siteId}/patches/${patchOf('allium-ursinum').id}`
      );
      return Number(/(\d+)\s+leaves left/.exec(page)![1]);
    };
    const before = await left();
    const back = tapped('put back', {
      stop: gathered('allium-ursinum').stop,
      patch: patchOf('allium-ursinum').id,
      taxon: 'allium-ursinum',
      part: 'leaf',
      pieces: 2
    });
    await send(back);
    expect((await ledger(back.id))[0]).toMatchObject({ pieces: 2, isPutBack: true });
    expect(await left()).toBe(before + 2);
  });

  it('nearly ready moves the season, an unknown plant is a find; both go when they are taken back', async () => {
    const ready = tapped('nearly ready', {
      taxon: 'allium-ursinum',
      stage: 'flower',
      patch: patchOf('allium-ursinum').id,
      weeks: 2,
      note: ''
    });
    const unknown = tapped('unknown plant', {
      name: 'umbels by the ford',
      seen: ['flower-colour~white'],
      note: ''
    });
    await send(ready, unknown);
    const rows = () =>
      query<{ id: string }>(
        `select id from sighting where id = $1 union all select id from open_find where id = $2`,
        [ready.id, unknown.id]
      );
    expect(await rows()).toHaveLength(2);
    await send(tapped('taken back', { event: ready.id }), tapped('taken back', { event: unknown.id }));
    expect(await rows()).toHaveLength(0);
  });

  it('a test on the living plant moves the ladder, until it is taken back', async () => {
    const person = first.people.find(({ name }) => name === 'Imke Sandvoss')!.id;
    const test = tapped('test', {
      person,
      taxon: 'allium-ursinum',
      lookalike: 'convallaria-majalis',
      stage: 'leaf',
      question: 'show me',
      outcome: 'would have gathered a dangerous one',
      signs: [],
      hints: 1
    });
    const page = () => instructor.words(`/progress/${person}`);
    const asked = async () => (await page()).split('On the walk, asked: show me.').length - 1;
    const before = await asked();
    await send(test);
    expect(await asked()).toBe(before + 1);
    await send(tapped('taken back', { event: test.id }));
    expect(await asked()).toBe(before);
  });

  it('is refused from learners, of walks that are not there, and where it is not understood', async () => {
    const event = taken('allium-ursinum', 1);
    expect(await resultOf(await learner.send([event]))).toMatchObject([{ status: 403 }]);
    expect(await send({ ...event, walkId: uuid() })).toMatchObject([{ status: 404 }]);
    expect(await send({ ...event, pieces: 0 }, { ...event, kind: 'applause' })).toMatchObject([
      { status: 400 },
      { status: 400 }
    ]);
  });

  it('never lies in the future, however wrong the phone’s clock is', async () => {
    const event = { ...taken('allium-ursinum', 1), at: '2099-01-01T00:00:00.000Z', offsetMs: 0 };
    await send(event);
    const [row] = await query<{ at: Date }>('select effective_at as at from walk_event where id = $1', [
      event.id
    ]);
    expect(row!.at.getTime()).toBeLessThanOrEqual(Date.parse(schoolNow) + 600_000);
  });

  it('comes to every phone, and the derived day is the one that the page shows', async () => {
    const response = await instructor.fetch(`/api${walk}/events`);
    const { events, heldOn, briefVersion } = await response.json();
    expect({ heldOn, briefVersion }).toEqual({
      heldOn: first.walk.isoDate,
      briefVersion: first.brief!.version
    });
    const day = fieldDay(first, events);
    const page = await instructor.words(`${walk}/after`);
    const net = day.takings.find(({ taxon }) => taxon === 'allium-ursinum')!.net;
    expect(page).toContain('What was taken');
    expect(page).toMatch(new RegExp(` ${net}\\b`));
    expect((await learner.fetch(`/api${walk}/events`)).status).toBe(403);
  });

  it('the paper tick sheet has the same fields', async () => {
    const sheet = await instructor.words(`${walk}/walk/paper`);
    for (const words of [
      'Imke Sandvoss',
      'Ramsons carpet',
      'may we take here',
      'all baskets looked through',
      '112'
    ])
      expect(sheet).toContain(words);
  });
});

it('a new patch stands on the ground, and goes with the act that is taken back', async () => {
  const place = { longitude: -8.69, latitude: 54.3 };
  const found = tapped('new patch', {
    taxon: 'urtica-dioica',
    amount: 'frequent',
    place,
    note: 'by the stile'
  });
  const lost = tapped('new patch', { taxon: 'no-such-plant', amount: 'rare', place, note: '' });
  await send(found, lost);
  const patches = () =>
    query<{ name: string; taxon: string; note: string }>(
      'select name, taxon, microhabitat as note from patch where id = any ($1)',
      [[found.id, lost.id]]
    );
  expect(await patches()).toEqual([
    {
      name: expect.stringMatching(/^Stinging nettle, found \d+ \w+/),
      taxon: 'urtica-dioica',
      note: 'by the stile'
    }
  ]);
  await send(tapped('taken back', { event: found.id }));
  expect(await patches()).toEqual([]);
  expect(await send(tapped('new patch', { taxon: 'urtica-dioica', amount: 'rare', note: '' }))).toMatchObject(
    [{ status: 400 }]
  );
});

describe('a picture of what was found', () => {
  const put = (client: Client, event: string, body: BodyInit) =>
    client.fetch(`/api${walk}/pictures/${event}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body
    });
  const camera = async () =>
    new Uint8Array(
      await sharp({
        create: {
          width: 2400,
          height: 1800,
          channels: 3,
          background: '#6ba045',
          noise: { type: 'gaussian', mean: 128, sigma: 60 }
        }
      })
        .jpeg()
        .withExif({ IFD0: { Copyright: 'somebody' } })
        .toBuffer()
    );

  it('stands with its act, small and without what the camera wrote; what came first stays', async () => {
    const act = tapped('unknown plant', { name: 'umbels by the ford', seen: [], note: '' });
    expect((await put(instructor, act.id, await camera())).status).toBe(404);
    await send(act);
    expect((await put(instructor, act.id, 'no picture at all')).status).toBe(400);
    expect((await put(learner, act.id, await camera())).status).toBe(403);
    expect((await put(instructor, act.id, await camera())).status).toBe(204);
    expect((await put(instructor, act.id, await camera())).status).toBe(204);
    const kept = await instructor.fetch(`/api${walk}/pictures/${act.id}`);
    const { width, exif } = await sharp(Buffer.from(await kept.arrayBuffer())).metadata();
    expect({ width, exif }).toEqual({ width: 1600, exif: undefined });
    expect((await learner.fetch(`/api${walk}/pictures/${act.id}`)).status).toBe(403);

    const address = `/api${walk}/pictures/${act.id}`;
    expect(await instructor.text(`${walk}/after`)).toContain(address);
    const [site] = (await query<{ id: string }>('select site_id as id from open_find where id = $1', [
      act.id
    ]))!;
    expect(await instructor.text(`/ground/${site!.id}/finds/${act.id}`)).toContain(address);
    await send(tapped('taken back', { event: act.id }));
    expect((await instructor.fetch(address)).status).toBe(404);
    expect((await put(instructor, act.id, await camera())).status).toBe(404);
  });

  it('belongs to something found, and to a walk of one’s own school', async () => {
    const act = tapped('arrived', { stop: first.stops[0]!.id });
    await send(act);
    expect((await put(instructor, act.id, await camera())).status).toBe(404);
  });
});

it('a phone that is lost leaves its share to another, once, and is told of it', async () => {
  const lost = (fields: Record<string, string>, by = instructor) => by.post(`${walk}/walk?/lost`, fields);
  const sharesNow = async () => {
    const { events } = await (await instructor.fetch(`/api${walk}/events`)).json();
    const shares = sharesOf(first, fieldDay(first, events).events);
    return first.patches
      .filter(({ left }) => left !== undefined)
      .map((patch) => shares.get(patchKey(patch))!);
  };
  const before = await sharesNow();
  for (const wrong of [
    { phone: '1', to: '1' },
    { phone: '1', to: '10' },
    { phone: 'mine', to: '2' }
  ])
    expect((await lost(wrong)).status).toBe(400);
  expect((await lost({ phone: '2', to: '1' }, learner)).status).toBe(403);
  const said = await lost({ phone: '2', to: '1' });
  expect(said.status).toBe(200);
  expect(await said.text()).toMatch(/\d+ pieces? went from phone 2 to phone 1/);
  const after = await sharesNow();
  const sum = (shares: readonly number[]) => shares.reduce((a, b) => a + b, 0);
  for (const [i, shares] of after.entries()) {
    expect(sum(shares)).toBe(sum(before[i]!));
    expect(shares[0]!).toBeGreaterThanOrEqual(before[i]![0]!);
  }
  expect(after.some((shares, i) => shares[0]! > before[i]![0]!)).toBe(true);
  expect(await (await lost({ phone: '2', to: '1' })).text()).toContain('0 pieces went');
  expect(await instructor.words(`${walk}/walk`)).toContain('lost, its share went to another');
});

describe('a learner’s phone', () => {
  const packFor = async (client: Client) =>
    LearnerPack.parse(await (await client.fetch(`/api${walk}/learner-pack`)).json());

  it('has the brief as learners read it, and nothing of others, of health, or of what leaders decide by', async () => {
    const pack = await packFor(learner);
    const { stops, front } = pack.brief!.document;
    const asLeadersHaveIt = first.brief!.document;
    expect(Object.keys(pack.brief!.plates).length).toBeGreaterThan(4);
    expect(stops.some(({ isRare, longitude }, i) => i > 0 && isRare && longitude !== undefined)).toBe(false);
    // The way is theirs where the school tells them the places.
    expect(first.brief!.map).toContain('<svg');
    expect(pack.brief!.map === undefined).toBe(pack.brief!.document.map === undefined);
    expect(front.kit.length).toBeLessThan(asLeadersHaveIt.front.kit.length);
    const told = JSON.stringify({ ...pack, library: undefined });
    for (const person of first.people.filter(({ name }) => name !== pack.takenBy.name))
      expect(told).not.toContain(person.name);
    for (const secret of [first.key, 'A stone, two years ago', 'Tablets for the thyroid'])
      expect(told).not.toContain(secret);
  });

  it('looks closer as the page does', async () => {
    const pack = await packFor(learner);
    const { library } = compileLibrary(LibraryDocument.parse(pack.library));
    const said = new URLSearchParams('see=leaf-outline~feathery&see=stem-marks~blotched');
    const { verdict } = closerOnPhone(pack, library, said);
    const page = await learner.words(`/species/look-closer?date=${pack.walk.isoDate}&${said}`);
    expect(verdict.word).toBe('leave it');
    for (const name of verdict.dangers) expect(page).toContain(name);
  });

  it('brings home what was asked, with what must not be taken for it, until it is over or taken back', async () => {
    const task = tapped('task', {
      taxa: ['allium-ursinum'],
      until: '2027-05-08',
      bring: 'a picture of one leaf, both sides'
    });
    const tasks = async (client: Client) => (await packFor(client)).tasks;
    expect(await tasks(learner)).toEqual([]);
    await send(task);
    const [given, ...more] = await tasks(learner);
    expect(more).toEqual([]);
    expect(given).toMatchObject({ until: '2027-05-08', taxa: [{ slug: 'allium-ursinum' }] });
    expect(given!.taxa[0]!.beware).toEqual(expect.arrayContaining(['Lily of the valley', 'Autumn crocus']));
    expect(await learner.words('/today')).toMatch(/For home .* Lily of the valley.* never eating/);
    const { tasks: heard } = await (await learner.fetch(`/api${walk}/learner-pack?news`)).json();
    expect(heard).toHaveLength(1);

    const minor = async (isMinor: boolean) =>
      query('update person set is_minor = $1, guardian_consent_on = null where id = $2', [
        isMinor,
        (await packFor(learner)).takenBy.id
      ]);
    await minor(true);
    expect(await tasks(learner)).toEqual([]);
    await minor(false);
    expect(await tasks(learner)).toHaveLength(1);
    await send(tapped('taken back', { event: task.id }));
    expect(await tasks(learner)).toEqual([]);
  });

  it('has no walk of another group', async () => {
    const other = (
      await query<{ id: string }>(
        'select id from walk where cohort_id is distinct from (select cohort_id from walk where id = $1)',
        [first.walk.id]
      )
    )[0]!.id;
    expect((await learner.fetch(`/api/walks/${other}/learner-pack`)).status).toBe(404);
  });
});

it('a walk that is moved or called off is said to a phone that asks', async () => {
  const news = async () => (await instructor.fetch(`/api${walk}/events`)).json();
  expect(await news()).toMatchObject({ heldOn: first.walk.isoDate, calledOff: null });
  await query(
    `update walk set held_on = '2027-05-02', called_off_at = now(), called_off_by = leader_id, called_off_why = 'storm'
      where id = $1`,
    [first.walk.id]
  );
  expect(await news()).toMatchObject({ heldOn: '2027-05-02', calledOff: 'storm' });
});
