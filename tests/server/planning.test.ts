import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ICAL from 'ical.js';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readGpxFile } from '../../src/core/formats';
import { readBrief } from '../../src/lib/server/walk/briefs';
import { sweep } from '../../src/lib/server/school/housekeeping';
import { closePool } from '../../src/lib/server/database/database';
import { listPatches } from '../../src/lib/server/ground/patches';
import { readPlan } from '../../src/lib/server/walk/plan';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import type { Viewer } from '../../src/lib/server/accounts';
import { readSite } from '../../src/lib/server/ground/sites';
import { addStop, addTaxon, listStops } from '../../src/lib/server/walk/stops';
import { reservationProblem } from '../../src/lib/server/ground/ledger';
import { type Walk, addWalk, listWalks, readWalk } from '../../src/lib/server/walk/walks';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { HealthAlong, lastDay } from '../../src/core/field';
import { readSettings, saveSettings } from '../../src/lib/server/school/schools';
import { emptyText } from '../../src/core/walk';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo, demoViewer, planned, plannedId } from '../support/database';

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let clients: Record<'owner' | 'instructor' | 'assistant' | 'learner', Client>;
let instructor: Viewer;
const walks: Record<string, string> = {};
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  instructor = await demoViewer('instructor');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  const roles = ['owner', 'instructor', 'assistant', 'learner'] as const;
  const signed = await Promise.all(roles.map((role) => signedIn(server.origin, role)));
  clients = Object.fromEntries(roles.map((role, i) => [role, signed[i]!])) as typeof clients;
  for (const { name, id } of await inDemo((db) => listWalks(db, instructor))) walks[name] = `/walks/${id}`;
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

const wood = () => walks['Wood in leaf']!;
const marsh = () => walks['Saltmarsh at low water']!;
const idOf = (walk: string) => walk.split('/').at(-1)!;
/** The form of a walk's day as it is filled. */
const dayFields = (walk: Walk, dueAt = '') =>
  Object.fromEntries(
    Object.entries({ ...walk, dueAt, level: '', paceFactor: '', revision: undefined })
      .filter(([, value]) => typeof value === 'string' || typeof value === 'number')
      .map(([name, value]) => [name, String(value)])
  );
const planOf = (walk: string) => inDemo(async (db) => (await readPlan(db, instructor, idOf(walk)))!);
const stopsOf = async (walk: string) =>
  (await planOf(walk)).checks.filter(({ state }) => state === 'stop').map(({ key }) => key);

describe('the demo’s walks', () => {
  it('tell different stories in the ledger, one with an honest stop', async () => {
    expect(await stopsOf(wood())).toEqual([]);
    expect(await stopsOf(marsh())).toContain('sources beta-vulgaris-maritima');
    const hill = await planOf(walks['Bilberries under the crags']!);
    expect(hill.checks.find(({ key }) => key === 'first-aid')?.lifted?.by).toBe('Nessa Quilligan');
    const table = await planOf(walks['Carrot family on the table']!);
    expect(table.times.legs).toEqual([]);
    expect(table.checks.find(({ key }) => key === 'specimen conium-maculatum')?.state).toBe('pass');
  });

  it('honour the shore window: the marsh is reached while the sea is out', async () => {
    const { checks } = await planOf(marsh());
    const shore = checks.filter(({ key }) => key.startsWith('shore '));
    expect(shore.map(({ state }) => state)).toEqual(['pass', 'pass']);
  });
});

describe('what a patch may give', () => {
  /** A walk of its own at the ramsons, and what each of its people would take. */
  async function walkAtRamsons(name: string): Promise<string> {
    return inDemo(async (db) => {
      const walk = (await readWalk(db, instructor, idOf(wood())))!;
      const patch = (await listPatches(db, walk.siteId)).find(({ taxon }) => taxon === 'allium-ursinum')!;
      const id = await addWalk(db, { ...walk, name, heldOn: '2027-05-01' });
      const stop = { ...patch, name, patchId: patch.id, minutes: 15, talkingPoints: emptyText };
      await addStop(db, id, { ...stop, activity: undefined, isOnShore: false });
      return id;
    });
  }
  /** Reserves in a transaction of its own, as a request does, and dawdles before it ends. */
  const reserve = (walkId: string, piecesEach: number) =>
    inDemo(async (db) => {
      const { site, patches, library } = (await readPlan(db, instructor, walkId))!;
      const patch = patches.find(({ taxon }) => taxon === 'allium-ursinum')!;
      const problem = await reservationProblem(
        db,
        (await readSite(db, site.id))!,
        patch,
        library.taxa.get('allium-ursinum')!,
        { plannedId: undefined, part: 'leaf', heldOn: '2027-05-01', people: 6, piecesEach },
        instructor.today
      );
      if (problem) return problem;
      await new Promise((done) => setTimeout(done, 150));
      const [stop] = await listStops(db, walkId);
      await addTaxon(db, walkId, stop!.id, planned('allium-ursinum', 'gather', { part: 'leaf', piecesEach }));
      return 'reserved';
    });

  it('is reserved once, when two walks ask for the rest of it at the same moment', async () => {
    const ids = [await walkAtRamsons('One'), await walkAtRamsons('Other')];
    const { facts } = await planOf(wood());
    const { allowance } = facts.taxa.find(({ slug }) => slug === 'allium-ursinum')!;
    if (allowance?.kind !== 'pieces') throw new Error('The demo’s ramsons have a figure.');
    // What is left beside the demo's own walk, which reserves 8 for each of 6.
    const each = Math.floor((allowance.left - 48) / 6);
    expect(each).toBeGreaterThan(0);
    const results = await Promise.all(ids.map((id) => reserve(id, each)));
    expect(results.filter((result) => result === 'reserved')).toHaveLength(1);
    const refused = results.find((result) => result !== 'reserved')!;
    expect(refused).toMatch(/(One|Other) reserves \d+/);
    expect(await reserve(ids[results.indexOf(refused)]!, 1)).not.toBe('reserved');
  });
});

describe('two who edit one plan', () => {
  it('are told of each other, and nothing is overwritten', async () => {
    const revision = async (client: Client) =>
      /name="revision" value="(\d+)"/.exec(await client.text(marsh()))![1]!;
    const seen = await revision(clients.owner);
    const [, id] = /id="at-([0-9a-f-]{36})"/.exec(await clients.owner.text(marsh()))!;
    const set = (client: Client, minutes: string, at: string) =>
      client.post(`${marsh()}?/setMinutes`, { id: id!, minutes, revision: at });
    expect((await set(clients.instructor, '7', seen)).status).toBe(200);
    const late = await set(clients.owner, '9', seen);
    expect(late.status).toBe(409);
    expect(await late.text()).toMatch(
      /Bram Oakhill set the minutes of a stop at \d\d:\d\d, while you had it open/
    );
    const minutes = async () => (await planOf(marsh())).stops[0]!.minutes;
    expect(await minutes()).toBe(7);
    expect((await set(clients.owner, '5', await revision(clients.owner))).status).toBe(200);
    expect(await minutes()).toBe(5);
  });

  const nettle = () => inDemo((db) => plannedId(db, idOf(marsh()), 'urtica-dioica'));

  /** Every way to change a plan, and what the other of the two is told of it. */
  const ways: readonly (readonly [
    action: string,
    told: string,
    fields: () => Promise<Record<string, string>>
  ])[] = [
    ['?/removeStop', 'removed a stop', async () => ({ id: (await planOf(marsh())).stops.at(-1)!.id })],
    [
      '?/changeStop',
      'changed a stop',
      async () => {
        const [stop] = (await planOf(marsh())).stops;
        return { id: stop!.id, name: stop!.name, minutes: '6', talkingPoints: JSON.stringify(emptyText) };
      }
    ],
    [
      '?/addTaxon',
      'added a plant',
      async () => ({
        stopId: (await planOf(marsh())).stops[0]!.id,
        taxon: 'urtica-dioica',
        role: 'show',
        __superform_id: 'taxon'
      })
    ],
    ['?/changeTaxon', 'changed a plant', async () => ({ id: await nettle(), role: 'danger' })],
    ['?/removeTaxon', 'took a plant off the plan', async () => ({ id: await nettle() })],
    [
      '/day?/move',
      'changed the day, its times or its group',
      async () => dayFields((await planOf(marsh())).walk)
    ],
    [
      '/kit?/weather',
      'changed the weather limits',
      async () => ({ 'limit wind': 'Force 6', 'decides wind': 'Bram', 'when wind': 'at nine' })
    ],
    [
      '/group?/leaders',
      'chose the leaders',
      async () => ({ leaderId: (await planOf(marsh())).walk.leaderId })
    ]
  ];
  it.each(ways)(
    '%s states what its page showed; who comes second is told “%s”, and nothing of theirs is stored',
    async (action, told, fields) => {
      const path = `${marsh()}${action}`;
      const sent = await fields();
      const seen = String((await planOf(marsh())).walk.revision);
      expect((await clients.instructor.post(path, sent)).status, 'without a revision').toBe(400);
      const both = await Promise.all(
        [clients.instructor, clients.owner].map((client) => client.post(path, { ...sent, revision: seen }))
      );
      expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
      const refused = await both.find(({ status }) => status === 409)!.text();
      expect(refused).toMatch(new RegExp(`(Bram Oakhill|Nessa Quilligan) ${told} at \\d\\d:\\d\\d`));
      expect((await planOf(marsh())).walk.revision).toBe(Number(seen) + 1);
    }
  );

  it('may be one who has two pages open, until somebody else comes between', async () => {
    const [stop] = (await planOf(marsh())).stops;
    const set = (client: Client, revision: number, minutes: string) =>
      client.post(`${marsh()}?/setMinutes`, { id: stop!.id, minutes, revision: String(revision) });
    const first = (await planOf(marsh())).walk.revision;
    expect((await set(clients.owner, first, '6')).status).toBe(200);
    expect((await set(clients.owner, first, '7')).status).toBe(200);
    expect((await set(clients.instructor, first + 2, '8')).status).toBe(200);
    expect((await set(clients.owner, first + 3, '9')).status).toBe(200);
    // The first page, which never showed what the other did.
    expect((await set(clients.owner, first, '10')).status).toBe(409);
    expect((await planOf(marsh())).stops[0]!.minutes).toBe(9);
  });

  it('publish what they have seen', async () => {
    const seen = String((await planOf(wood())).walk.revision);
    const [stop] = (await planOf(wood())).stops;
    const minutes = String(stop!.minutes);
    await clients.owner.change(`${wood()}?/setMinutes`, { id: stop!.id, minutes });
    const response = await clients.instructor.post(`${wood()}/brief?/publish`, { revision: seen });
    expect(response.status).toBe(409);
    expect(await response.text()).toContain('set the minutes of a stop');
  });

  it('pack one kit: each thing by itself, and what one struck off is not packed by the other unseen', async () => {
    const kit = (client: Client, from: string, to: string, item = 'phone') =>
      client.post(`${marsh()}/kit?/change`, { item, isOwn: 'false', from, to });
    expect((await kit(clients.assistant, 'unpacked', 'packed')).status).toBe(200);
    expect((await kit(clients.owner, 'unpacked', 'packed')).status).toBe(200);
    expect((await kit(clients.instructor, 'packed', 'struck')).status).toBe(200);
    const late = await kit(clients.assistant, 'packed', 'unpacked');
    expect(late.status).toBe(409);
    expect(await late.text()).toMatch(/Bram Oakhill struck it off at \d\d:\d\d/);
    expect((await planOf(marsh())).facts.kit.struck).toContain('phone');
    expect((await kit(clients.owner, 'struck', 'unpacked')).status).toBe(200);
  });
});

describe('lifting a stop', () => {
  it('needs a reason, keeps it for ever, and is taken back by an entry that names it', async () => {
    const late = { ...(await planOf(wood())).walk };
    const fields = dayFields(late, '12:00');
    expect((await clients.instructor.change(`${wood()}/day?/move`, fields)).status).toBe(200);
    expect(await stopsOf(wood())).toEqual(['fits']);
    const lift = (fields: Record<string, string>) => clients.instructor.change(`${wood()}?/lift`, fields);
    const short = await lift({ key: 'fits', reason: 'ok' });
    expect(short.status).toBe(400);
    expect(await short.text()).toContain('Write down the reason');
    expect(
      (await lift({ key: 'fits', reason: 'The estate closes its gate at three on that day.' })).status
    ).toBe(200);
    expect(await stopsOf(wood())).toEqual([]);
    const [entry] = (await planOf(wood())).lifts;
    expect(entry).toMatchObject({ key: 'fits', by: 'Bram Oakhill' });
    await clients.owner.change(`${wood()}?/takeLiftBack`, { id: entry!.id });
    expect(await stopsOf(wood())).toEqual(['fits']);
    expect((await planOf(wood())).lifts[0]!.takenBack).toMatchObject({ by: 'Nessa Quilligan' });
    await expect(inDemo((db) => db.query('delete from check_lift'))).rejects.toThrow(/permission denied/);
    await clients.instructor.change(`${wood()}/day?/move`, { ...fields, dueAt: '' });
  });

  it('is refused for what nothing can lift', async () => {
    const response = await clients.owner.change(`${marsh()}?/lift`, {
      key: 'sources beta-vulgaris-maritima',
      reason: 'Everybody here eats it, and always has.'
    });
    expect(response.status).toBe(403);
    expect(await response.text()).toContain('Nothing can lift this stop');
  });
});

describe('health notes', () => {
  const secret = 'A stone, two years ago';
  it('are read by the leaders of the walk alone, and each look is logged', async () => {
    expect(await clients.instructor.words(`${wood()}/group`)).toContain(secret);
    // Ruth Penhale leads along here, and not on the hill.
    expect(await clients.assistant.words(`${wood()}/group`)).toContain(secret);
    const hill = walks['Bilberries under the crags']!;
    expect(await clients.assistant.words(`${hill}/group`)).not.toContain(secret);
    expect((await clients.assistant.fetch(`${hill}/health`)).status).toBe(403);
    expect((await clients.learner.fetch(`${wood()}/health`)).status).toBe(403);
    expect((await clients.learner.fetch(`${wood()}/group`)).status).toBe(303);
    const page = await clients.instructor.words(`${wood()}/group`);
    expect(page).toMatch(/Who has looked .*Bram Oakhill.*Ruth Penhale/);
  });

  it('answer with no-store, beside the taxa that they speak to', async () => {
    const response = await clients.instructor.fetch(`${wood()}/health`);
    expect(response.headers.get('cache-control')).toBe('no-store');
    const { notes } = await response.json();
    const dara = notes.find(({ person }: { person: string }) => person === 'Dara Killeavy');
    expect(dara.matches.map(({ taxon }: { taxon: string }) => taxon)).toEqual(['rumex-acetosa']);
  });

  it('come along on the phone of somebody who leads, as far as they touch the walk, and no longer than a day', async () => {
    const along = (client: Client, walk = wood()) => client.json(`/api${walk}/health`, {});
    const response = await along(clients.assistant);
    expect(response.headers.get('cache-control')).toBe('no-store');
    const { until, notes } = HealthAlong.parse(await response.json());
    const { walk } = await planOf(wood());
    expect(until).toBe(lastDay(walk.heldOn, []));
    const { notes: all } = await (await clients.instructor.fetch(`${wood()}/health`)).json();
    expect(notes.length).toBeGreaterThan(0);
    expect(notes.length).toBeLessThan(all.length);
    expect(notes.find(({ person }) => person === 'Dara Killeavy')?.matches[0]?.name).toMatch(/sorrel/i);
    // An owner reads them at a desk; who does not lead this walk has no business with them out there.
    expect((await along(clients.owner)).status).toBe(403);
    expect((await along(clients.assistant, walks['Bilberries under the crags']!)).status).toBe(403);
    expect((await along(clients.learner)).status).toBe(403);
  });

  it('stay off phones where the school says so, and a phone that asks is told', async () => {
    const forbid = (isForbidden: boolean) =>
      inDemo(async (db) => {
        const settings = await readSettings(db);
        const policy = { ...settings.policy, healthOnPhones: !isForbidden };
        await saveSettings(db, { ...settings, policy });
      });
    const mayKeep = async () =>
      (await (await clients.instructor.fetch(`/api${wood()}/events`)).json()).mayKeepHealth as boolean;
    expect(await mayKeep()).toBe(true);
    await forbid(true);
    expect(await mayKeep()).toBe(false);
    expect((await clients.instructor.json(`/api${wood()}/health`, {})).status).toBe(403);
    await forbid(false);
  });

  it('that were opened on a phone are among the looks, and that is not taken back', async () => {
    const looks = async () =>
      Number(
        /Ruth Penhale, \S+ \S+, (\d+) times/.exec(await clients.instructor.words(`${wood()}/group`))?.[1] ?? 1
      );
    const before = await looks();
    const { personId } = await demoViewer('assistant');
    const at = new Date().toISOString();
    const tapped = { at, offsetMs: 0, walkId: idOf(wood()), by: personId, phone: 1 };
    const opened = { ...tapped, id: uuid(), kind: 'health opened' };
    const back = { ...tapped, id: uuid(), kind: 'taken back', event: opened.id };
    expect((await clients.assistant.send([opened, back])).status).toBe(200);
    expect(await looks()).toBe(before + 1);
  });

  it('stand in no brief, no plan, no file, and no page of a learner', async () => {
    const brief = await inDemo((db) => readBrief(db, idOf(wood())));
    const told = [
      JSON.stringify(brief),
      JSON.stringify((await planOf(wood())).facts),
      await clients.instructor.text(wood()),
      await clients.instructor.text(`${wood()}/brief`),
      await clients.learner.text(`${wood()}/brief`),
      await clients.learner.text(`${wood()}/practise`),
      await clients.instructor.text(`${wood()}/files/calendar`)
    ];
    for (const text of told) {
      expect(text).not.toContain(secret);
      expect(text).not.toContain('kidney stones or kidney illness');
    }
    expect(server.printed()).not.toContain(secret);
  });

  it('take markup as the letters that were typed, and are deleted for good', async () => {
    const [, personId] = /<option value="([0-9a-f-]{36})"[^>]*>Tomas Wherrin/.exec(
      await clients.instructor.text(`${wood()}/group`)
    )!;
    const add = (words: string) =>
      clients.instructor.post(`${wood()}/group?/addNote`, { personId: personId!, concern: 'other', words });
    expect((await add('x'.repeat(501))).status).toBe(400);
    expect((await add('<script>alert(1)</script>')).status).toBe(200);
    const html = await clients.instructor.text(`${wood()}/group`);
    expect(html).toContain('&lt;script>alert(1)&lt;/script>');
    const [, id] =
      /name="id" value="([0-9a-f-]{36})"[^>]*>\s*<button[^>]*aria-label="Delete this note on Tomas/.exec(
        html.replaceAll(/<!--[\s\S]*?-->/g, '')
      )!;
    await clients.instructor.post(`${wood()}/group?/removeNote`, { id: id! });
    expect(await clients.instructor.text(`${wood()}/group`)).not.toContain('alert(1)');
  });

  it('are gone once their day is past by both clocks, and hidden once it is past by the school’s', async () => {
    const count = () =>
      inDemo(
        async (db) => (await db.query('select count(*)::int as n from health_note')).rows[0].n as number
      );
    const before = await count();
    await inDemo((db) =>
      db.query("update health_note set keep_until = '2020-01-01' where concern = 'kidney'")
    );
    // Without anybody opening a page.
    expect(await sweep()).toBe(1);
    expect(await clients.instructor.words(`${wood()}/group`)).not.toContain(secret);
    expect(await count()).toBe(before - 1);
    await inDemo((db) => db.query("update health_note set keep_until = '2027-04-23'"));
    expect(await clients.instructor.words(`${wood()}/group`)).not.toContain('Tablets for the thyroid');
    expect(await count()).toBe(before - 1);
  });
});

describe('a copy to another day', () => {
  it('lists what comes out differently, and leaves the first plan as it was', async () => {
    const before = await planOf(wood());
    const to = await clients.instructor.submit(`${wood()}/copy`, {
      name: 'Wood in July',
      heldOn: '2027-07-10',
      startsAt: '11:00'
    });
    const words = await clients.instructor.words(to);
    expect(words).toContain('What is different from Wood in leaf');
    expect(words).toMatch(/Stage of ramsons/);
    const copy = await planOf(to.replace(/\/copy$/, ''));
    expect(copy.stops.map(({ name }) => name)).toEqual(before.stops.map(({ name }) => name));
    expect((await planOf(wood())).walk.heldOn).toBe(before.walk.heldOn);
  });

  it('refuses a day that is past, and keeps what was typed', async () => {
    const response = await clients.instructor.post(`${wood()}/copy`, {
      name: 'Too late',
      heldOn: '2027-04-01',
      startsAt: '11:00'
    });
    expect(response.status).toBe(400);
    const html = await response.text();
    expect(html).toContain('This day is past');
    expect(html).toContain('Too late');
  });
});

describe('the files of a brief', () => {
  it('are a calendar entry that an independent reader understands (RFC 5545)', async () => {
    const text = await clients.learner.text(`${wood()}/files/calendar`);
    // Lines are folded at 75 octets and end in CRLF.
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const event = new ICAL.Event(new ICAL.Component(ICAL.parse(text)).getFirstSubcomponent('vevent')!);
    expect(event.summary).toBe('Wood in leaf');
    expect(event.startDate.toJSDate().toISOString()).toBe('2027-04-25T10:00:00.000Z');
    expect(event.location).toContain('Crannoge Wood');
    expect(event.description).toContain('Emergency call: 112');
  });

  it('are a route by the rules of GPX 1.1: waypoints, then the route, then the track', async () => {
    const text = await clients.instructor.text(`${wood()}/files/route`);
    const order = [...text.matchAll(/<(metadata|wpt|rte|trk)\b/g)].map(([, tag]) => tag);
    expect([...new Set(order)]).toEqual(['metadata', 'wpt', 'rte', 'trk']);
    const points = [...text.matchAll(/<rtept lat="([-\d.]+)" lon="([-\d.]+)">\s*<name>(\d+) /g)];
    expect(points.map(([, , , number]) => number)).toEqual(['1', '2', '3', '4', '5', '6', '7']);
    const file = readGpxFile(text);
    expect(file).not.toHaveProperty('problem');
  });

  async function pdfOf(client: Client, kind: string): Promise<string> {
    const address = `${wood()}/print/${kind}`;
    let state = await (await client.fetch(address, { method: 'POST' })).json();
    while (state.state === 'waiting' || state.state === 'running') {
      await new Promise((done) => setTimeout(done, 100));
      state = await (await client.fetch(`${address}?state`)).json();
    }
    expect(state).toMatchObject({ state: 'done', share: 1 });
    const bytes = Buffer.from(await (await client.fetch(address)).arrayBuffer());
    const file = join(mkdtempSync(join(tmpdir(), 'brief-')), 'brief.pdf');
    writeFileSync(file, bytes);
    expect(execFileSync('pdffonts', [file], { encoding: 'utf8' })).toMatch(
      /AtkinsonHyperlegibleNext.* yes yes/
    );
    return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).replaceAll('\u00a0', ' ');
  }

  it('are two pages in short, with the day, whom to call and the worst pairs, and nothing for leaders alone', async () => {
    const text = await pdfOf(clients.learner, 'short');
    for (const words of [
      'in short, version',
      'Gate meadow, Crannoge Wood',
      'Emergency call 112',
      'An ambulance gets to',
      'Bring',
      'The worst that could be mistaken',
      'more pairs stand in the whole brief',
      'If somebody feels ill',
      'Page 2 of 2'
    ])
      expect(text).toContain(words);
    expect(text).not.toContain('Leaders carry');
    expect(text).not.toContain('Page 3');
  });

  it('have the map of the way for leaders; learners get it where the school tells them the places', async () => {
    expect(await pdfOf(clients.instructor, 'brief')).toContain('Middle of the sheet');
    expect(await pdfOf(clients.learner, 'learners')).not.toContain('Middle of the sheet');
  });

  it('are a PDF with fonts embedded that holds every required line', async () => {
    const text = await pdfOf(clients.instructor, 'brief');
    const { document } = (await inDemo((db) => readBrief(db, idOf(wood()))))!;
    const required = [
      'Emergency call',
      '112',
      document.front.meeting.gridReference,
      'Access for an ambulance',
      'Telephone signal',
      'Leaders carry',
      'What calls it off',
      'Hazards by rating',
      'Harm by contact',
      'Harvest card',
      '8 pieces each, 48 for the group',
      'If somebody feels ill',
      'Keep a sample of the plant',
      'Effects may come hours or a day later',
      'If any one is missing: leave it.',
      'never says that a plant is safe',
      ...document.stops.map(({ name }) => name),
      ...document.sheets.map(({ lookalike }) => lookalike.scientific)
    ];
    // A sheet is one page, and the next follows it.
    const pairs = text.split('\f').map((page) => /PAIR (\d+) OF/.exec(page)?.[1]);
    const from = pairs.indexOf('1');
    expect(pairs.slice(from, from + document.sheets.length)).toEqual(
      document.sheets.map((_, i) => String(i + 1))
    );
    for (const line of required) expect(text).toContain(line);
    expect(text.match(/PAIR \d+ OF/g)).toHaveLength(document.sheets.length);
    expect(text).not.toContain('stone, two years');
  });

  it('are for learners without what leaders carry, and the leaders’ version is refused to them', async () => {
    const text = await pdfOf(clients.learner, 'learners');
    expect(text).toContain('Everybody brings');
    expect(text).not.toContain('Leaders carry');
    expect((await clients.learner.fetch(`${wood()}/print/brief`, { method: 'POST' })).status).toBe(403);
    expect((await clients.learner.fetch(`${marsh()}/print/learners`, { method: 'POST' })).status).toBe(404);
  });

  it('are pocket cards, one a pair', async () => {
    const text = await pdfOf(clients.learner, 'cards');
    const { document } = (await inDemo((db) => readBrief(db, idOf(wood()))))!;
    expect(text.match(/(leave it|sort every piece)\./g)).toHaveLength(document.sheets.length);
    expect(text).toContain('If somebody feels ill');
  });
});

describe('a version of the brief', () => {
  it('asks its leaders to confirm, and a later one asks again and says what is different', async () => {
    expect(await clients.instructor.words(`${wood()}/brief`)).toContain('waits for Ruth Penhale');
    expect((await clients.assistant.post(`${wood()}/brief?/confirm`)).status).toBe(200);
    expect(await clients.instructor.words(`${wood()}/brief`)).toContain(
      'Confirmed by Bram Oakhill, Ruth Penhale.'
    );
    const plan = await planOf(wood());
    const [stop] = plan.stops;
    await clients.instructor.change(`${wood()}?/setMinutes`, { id: stop!.id, minutes: '20' });
    expect(await clients.instructor.words(`${wood()}/brief`)).toMatch(
      /differences between version 1 and the plan/
    );
    expect((await clients.instructor.change(`${wood()}/brief?/publish`)).status).toBe(200);
    const words = await clients.instructor.words(`${wood()}/brief`);
    expect(words).toContain('waits for Ruth Penhale');
    expect(words).toContain('What version 2 says otherwise than version 1');
    const learner = await clients.learner.words(`${wood()}/brief`);
    expect(learner).toContain('What version 2 says otherwise than version 1');
    expect(learner).not.toContain('Read by you');
    await clients.learner.post(`${wood()}/brief?/read`);
    expect(await clients.learner.words(`${wood()}/brief`)).toMatch(/Read by you on \d+ April/);
  });
});

describe('before and after a brief is published', () => {
  const outbox = () => clients.owner.words('/people/outbox');

  it('it can be looked at first, and nothing is stored', async () => {
    const versions = async () => (await inDemo((db) => readBrief(db, idOf(wood()))))!.version;
    const before = await versions();
    const page = await clients.instructor.text(`${wood()}/brief?preview`);
    expect(page).toContain(`Brief, version ${before + 1}`);
    expect(page).toContain('Nothing is stored');
    // Each drawing comes once, and only with the data of the page.
    const drawings = [...page.matchAll(/data:image\/svg\+xml;base64,([\w+/=]+)/g)].map(([, svg]) => svg);
    expect(drawings.length).toBeGreaterThan(10);
    expect(new Set(drawings).size).toBe(drawings.length);
    expect(await versions()).toBe(before);
    expect(await clients.learner.words(`${wood()}/brief?preview`)).not.toContain('Nothing is stored');
  });

  it('the group is told: in the outbox, by a text to copy, and the addresses stay apart', async () => {
    const response = await clients.instructor.change(`${wood()}/brief?/publish`);
    const page = await response.text();
    expect(page).toContain('Tell the group');
    expect(await outbox()).toContain('Wood in leaf: the brief has changed');
    const [, id] = /\/people\/outbox\/([0-9a-f-]{36})/.exec(await clients.owner.text('/people/outbox'))!;
    const file = await clients.owner.fetch(`/people/outbox/${id}`);
    expect(decodeURIComponent(file.headers.get('content-disposition')!)).toContain('Wood in leaf');
    expect((await clients.owner.post('/people/outbox?/sent', { id: id!, is: 'yes' })).status).toBe(200);
    expect(await outbox()).toMatch(/went \d+ \w+ \d{4}/);
    await clients.owner.post('/people/outbox?/sent', { id: id!, is: 'no' });
    expect(await outbox()).not.toMatch(/went \d+ \w+ \d{4}/);
    const nowhere = '0192f000-0000-7000-8000-00000000beef';
    expect((await clients.owner.post('/people/outbox?/sent', { id: nowhere, is: 'yes' })).status).toBe(404);
  });

  it('whom to call stands on every page of the walk, for leaders and learners', async () => {
    for (const page of ['', '/day', '/group', '/kit', '/brief', '/practise'])
      expect(await clients.instructor.words(`${wood()}${page}`), page).toMatch(/In an emergency 112/);
    for (const page of ['/brief', '/practise'])
      expect(await clients.learner.words(`${wood()}${page}`), page).toMatch(/In an emergency 112/);
  });

  it('where the group meets is no place that an ambulance gets to, and a class has none', async () => {
    const words = await clients.instructor.words(`${wood()}/brief`);
    expect(words).toMatch(/An ambulance gets to Forest gate .* The group meets at 54\.\d{5}/);
    const walks = await clients.instructor.text('/walks');
    const [, room] = /href="(\/walks\/[0-9a-f-]{36})"[^>]*>\s*Carrot family on the table/.exec(walks)!;
    const inRoom = await clients.instructor.words(`${room}/day`);
    expect(inRoom).toMatch(/In an emergency 112/);
    expect(inRoom).not.toContain('The group meets at');
    expect(inRoom).not.toContain('0.00000, 0.00000');
  });
});

describe('a remark on a pair', () => {
  const remark = (fields: Record<string, string>) => clients.instructor.change(`${wood()}?/remark`, fields);
  it('goes into the next brief, beside its sheet; the pair stays', async () => {
    const words = 'Two leaves of it stand in the carpet itself.';
    const pair = { target: 'allium-ursinum', lookalike: 'arum-maculatum' };
    expect((await remark({ ...pair, words })).status).toBe(200);
    expect(await clients.instructor.words(`${wood()}/brief`)).toContain('Remarks on pairs');
    await clients.instructor.change(`${wood()}/brief?/publish`);
    expect(await clients.learner.words(`${wood()}/brief`)).toContain(`The leaders add ${words}`);
    expect((await remark({ ...pair, words: '' })).status).toBe(200);
    expect((await planOf(wood())).remarks.size).toBe(0);
  });
  it('of what is no pair of the walk is refused', async () => {
    const none = { target: 'allium-ursinum', lookalike: 'patella-vulgata', words: 'x' };
    expect((await remark(none)).status).toBe(404);
  });
});

describe('bad input to a plan', () => {
  it('of talking points with markup keeps the letters, and of another shape is refused', async () => {
    const [, id] = /id="at-([0-9a-f-]{36})"/.exec(await clients.instructor.text(marsh()))!;
    const send = (talkingPoints: string) =>
      clients.instructor.change(`${marsh()}?/changeStop`, {
        id: id!,
        name: 'Slipway',
        minutes: '5',
        talkingPoints
      });
    const markup = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: '<img src=x>' }] }]
    };
    expect((await send(JSON.stringify(markup))).status).toBe(200);
    expect(await clients.instructor.text(marsh())).toContain('&lt;img src=x>');
    for (const wrong of ['no json', '{"type":"doc","content":[{"type":"image"}]}'])
      expect((await send(wrong)).status).toBe(400);
  });

  it('of more pieces than the patch has names who reserves the rest', async () => {
    const response = await clients.instructor.change(`${wood()}?/changeTaxon`, {
      id: (await planOf(wood())).taxa.find(({ taxon }) => taxon === 'allium-ursinum')!.id,
      role: 'gather',
      part: 'leaf',
      portion: '',
      piecesEach: '900'
    });
    expect(response.status).toBe(409);
    expect(await response.text()).toMatch(
      /900 each for 6 are 5400, and Ramsons carpet by the burn has \d+ left/
    );
  });

  it('of a class without a place says so', async () => {
    const { walk } = await planOf(walks['Carrot family on the table']!);
    const response = await clients.instructor.post('/walks/new', {
      kind: 'class',
      name: 'Nowhere',
      venue: '',
      heldOn: '2027-06-20',
      startsAt: '10:00',
      siteId: walk.siteId,
      leaderId: walk.leaderId,
      cohortId: ''
    });
    expect(response.status).toBe(400);
    expect(await response.text()).toContain('Say where the class is held.');
  });
});
