import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { createAccount } from '../../src/lib/server/accounts';
import { openQuestion } from '../support/answers';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** The built application over HTTP: who may what, what is refused, and what every answer carries. */

type Role = 'owner' | 'instructor' | 'assistant' | 'learner';
const roles: readonly Role[] = ['owner', 'instructor', 'assistant', 'learner'];
let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let clients: Record<Role, Client>;
let walk = '';
let site = '';
const nowhere = '0192f000-0000-7000-8000-00000000beef';

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  const all = await Promise.all(roles.map((role) => signedIn(server.origin, role)));
  clients = Object.fromEntries(roles.map((role, i) => [role, all[i]!])) as Record<Role, Client>;
  const walks = await clients.instructor.text('/walks');
  walk =
    /\/walks\/[0-9a-f-]{36}(?=[^>]*>[^<]*Wood in leaf)/.exec(walks)?.[0] ??
    /\/walks\/[0-9a-f-]{36}/.exec(walks)![0];
  site = /\/ground\/[0-9a-f-]{36}/.exec(await clients.instructor.text('/ground'))![0];
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const statuses = async (path: string) =>
  Object.fromEntries(
    await Promise.all(roles.map(async (role) => [role, (await clients[role].fetch(path)).status] as const))
  );
const everyone = { owner: 200, instructor: 200, assistant: 200, learner: 200 };

describe('a page', () => {
  it.each(['/today', '/walks', '/species', '/practice', '/search', '/me'])(
    '%s is for everybody',
    async (path) => {
      expect(await statuses(path)).toEqual(everyone);
    }
  );

  it.each(['/people', '/people/outbox', '/school', '/walks/new'])(
    '%s is for owners and instructors',
    async (path) => {
      expect(await statuses(path)).toEqual({ ...everyone, assistant: 403, learner: 403 });
    }
  );

  it('of a walk’s plan sends learners to its brief', async () => {
    expect(await statuses(walk)).toEqual({ ...everyone, learner: 303 });
    expect((await clients.learner.fetch(walk)).headers.get('location')).toBe(`${walk}/brief`);
  });

  it.each(['/walks/', '/ground/', '/practice/', '/questions/'])(
    'below %s that is not there is 404, whether the id is one or not',
    async (path) => {
      for (const id of [nowhere, 'not-an-id', '1;drop table walk'])
        expect((await clients.instructor.fetch(path + encodeURIComponent(id))).status).toBe(404);
    }
  );

  it('sends whoever is not signed in to the sign-in and back again, but never elsewhere', async () => {
    const stranger = new Client(server.origin);
    const response = await stranger.fetch('/people');
    expect([response.status, response.headers.get('location')]).toEqual([303, '/sign-in?to=%2Fpeople']);
    const fields = { email: demo.email('owner'), password: demo.password };
    expect(await stranger.submit('/sign-in?to=%2Fpeople', fields)).toBe('/people');
    for (const to of ['//elsewhere.example', 'https://elsewhere.example', '/\\elsewhere.example'])
      expect(await new Client(server.origin).submit(`/sign-in?to=${encodeURIComponent(to)}`, fields)).toBe(
        '/today'
      );
  });
});

describe('every answer', () => {
  it('has a content security policy without unsafe-inline or eval, and no sniffing', async () => {
    for (const path of ['/today', '/practice', site]) {
      const { headers } = await clients.instructor.fetch(path);
      const policy = headers.get('content-security-policy')!;
      expect(policy).toContain("default-src 'self'");
      expect(policy).toContain("frame-ancestors 'none'");
      expect(policy).toMatch(/script-src 'self' 'nonce-/);
      expect(policy).not.toMatch(/unsafe-inline|unsafe-eval/);
      expect(headers.get('x-content-type-options')).toBe('nosniff');
      expect(headers.get('referrer-policy')).toBe('same-origin');
    }
  });

  it('names nothing outside: no page loads from another host', async () => {
    for (const path of ['/today', '/species/conium-maculatum', walk, `${walk}/brief`]) {
      const html = await clients.instructor.text(path);
      const loaded = [...html.matchAll(/<(?:script|link|img|image|iframe)[^>]+(?:src|href)="([^"]+)"/g)];
      for (const [, address] of loaded) expect(address).not.toMatch(/^(https?:)?\/\//);
    }
  });

  it('sets a session cookie that no script can read and no other site sends', async () => {
    const response = await new Client(server.origin).post('/sign-in', {
      email: demo.email('learner'),
      password: demo.password
    });
    const [cookie] = response.headers.getSetCookie();
    expect(cookie).toMatch(/^session=[\w-]{43};/);
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Lax/i);
    expect(cookie).toMatch(/Path=\//i);
  });

  it('takes no form from another site', async () => {
    const { status } = await clients.owner.fetch('/school?/save', {
      method: 'POST',
      headers: { origin: 'http://elsewhere.example', 'content-type': 'application/x-www-form-urlencoded' },
      body: 'name=taken'
    });
    expect(status).toBe(403);
  });
});

describe('a change', () => {
  it.each([
    ['/school?/save', { name: 'Ours now' }],
    ['/school?/moveDate', { demoDate: '2027-01-01' }],
    ['/people?/addPerson', { name: 'Somebody', role: 'instructor' }],
    ['/people?/groups', { personId: nowhere }],
    ['/walks/new', { name: 'Mine' }]
  ])('by %s is refused to assistants and learners', async (path, fields) => {
    for (const role of ['assistant', 'learner'] as const)
      expect((await clients[role].post(path, fields)).status).toBe(403);
  });

  it('of a plan is refused to assistants and learners, and 404 where the walk is not', async () => {
    for (const action of [
      'addStop',
      'addPatch',
      'removeStop',
      'order',
      'setMinutes',
      'changeStop',
      'changeTaxon',
      'removeTaxon',
      'lift',
      'takeLiftBack'
    ]) {
      const fields = {
        id: nowhere,
        taxon: 'allium-ursinum',
        role: 'gather',
        name: 'x',
        minutes: '5',
        talkingPoints: '{"type":"doc"}',
        key: 'group',
        reason: 'A reason that is long enough.'
      };
      for (const role of ['assistant', 'learner'] as const)
        expect((await clients[role].post(`${walk}?/${action}`, fields)).status).toBe(403);
      const gone = await clients.instructor.post(`/walks/${nowhere}?/${action}`, fields);
      expect([400, 404]).toContain(gone.status);
    }
  });

  it('shows a learner nobody else’s results, and no quiz with its answers', async () => {
    const html = await clients.instructor.text('/progress');
    const others = [...html.matchAll(/\/progress\/([0-9a-f-]{36})/g)].map(([, id]) => id!);
    const own = (await clients.learner.fetch('/progress')).headers.get('location')!;
    expect((await clients.learner.fetch(own)).status).toBe(200);
    const other = others.find((id) => !own.includes(id))!;
    for (const path of [`/progress/${other}`, `/progress/export?person=${other}`])
      expect((await clients.learner.fetch(path)).status).toBe(404);
    expect(await clients.learner.text('/progress/export')).not.toContain('Dara');
    const quiz = /\/quizzes\/[0-9a-f-]{36}/.exec(await clients.learner.text('/quizzes'))![0];
    expect((await clients.learner.fetch(`${quiz}/paper`)).status).toBe(403);
    expect(await clients.learner.text(quiz)).not.toContain('lookalike');
    // Nobody signs for themselves, and a learner for nobody.
    const signed = await clients.learner.post(`/progress/${other}?/sign`, {
      unit: 'allium-ursinum~arum-maculatum@leaf',
      step: 'signed off',
      plant: 'By the gate'
    });
    expect(signed.status).toBe(403);
  });

  it('keeps what was entered of a sign-off that says no plant', async () => {
    const html = await clients.instructor.text('/progress');
    const person = /\/progress\/([0-9a-f-]{36})/.exec(html)![1]!;
    const response = await clients.instructor.post(`/progress/${person}?/sign`, {
      unit: 'allium-ursinum~arum-maculatum@leaf',
      step: 'shown',
      plant: ' '
    });
    expect(response.status).toBe(400);
    expect(await response.text()).toContain('Say which plant it was');
  });

  it('that makes an instructor is the owner’s alone', async () => {
    const fields = {
      name: 'Maren Holt',
      role: 'instructor',
      email: '',
      cohortId: '',
      __superform_id: 'person'
    };
    const refused = await clients.instructor.post('/people?/addPerson', fields);
    expect(refused.status).toBe(400);
    expect(await refused.text()).toContain('Only an owner can add instructors.');
    expect((await clients.owner.post('/people?/addPerson', fields)).status).toBe(200);
  });

  it('to leave a taxon out needs its reason', async () => {
    const [, id] =
      /id="role-([0-9a-f-]{36})"[^>]*>Role of Watercress|for="role-([0-9a-f-]{36})">Role of Watercress/
        .exec(await clients.instructor.text(walk))!
        .filter(Boolean);
    const role = (fields: Record<string, string>) =>
      clients.instructor.change(`${walk}?/changeTaxon`, { id: id!, ...fields });
    const refused = await role({ role: 'leave out', reason: ' ' });
    expect(refused.status).toBe(400);
    expect(await refused.text()).toContain('Write down why it is left out.');
    const taken = await role({ role: 'leave out', reason: 'The spring is fouled by cattle.' });
    expect(await taken.text()).toContain('The spring is fouled by cattle.');
    expect((await role({ role: 'show' })).status).toBe(200);
  });

  it.each([
    [{ minutes: '0' }, 'At least a minute.'],
    [{ minutes: '481' }, 'At most eight hours.'],
    [{ name: ' ' }, 'Name the stop.']
  ])('of a stop to %j is refused with a message', async (change, message) => {
    const html = await clients.instructor.text(walk);
    const [, id] = /id="at-([0-9a-f-]{36})"/.exec(html)!;
    const response = await clients.instructor.change(`${walk}?/changeStop`, {
      id: id!,
      name: 'Gate meadow',
      minutes: '25',
      talkingPoints: '{"type":"doc","content":[]}',
      ...change
    });
    expect(response.status).toBe(400);
    expect(await response.text()).toContain(message);
  });

  it('by a track that is none changes nothing and says why', async () => {
    const send = async (content: string) => {
      const form = new FormData();
      form.set('track', new File([content], 'track.gpx'));
      const response = await clients.instructor.post(`${site}?/track`, form);
      return { status: response.status, html: await response.text() };
    };
    const ground = async () => {
      const admin = new pg.Client({ connectionString: database.superuser });
      await admin.connect();
      const { rows } = await admin.query<{ ground: unknown }>('select ground from site where id = $1', [
        site.split('/').at(-1)
      ]);
      await admin.end();
      return rows[0]!.ground;
    };
    const track = (points: string) => `<gpx version="1.1"><trk><trkseg>${points}</trkseg></trk></gpx>`;
    const before = await ground();
    expect((await send('')).status).toBe(400);
    const bad = await send(track('<trkpt lat="95" lon="1"/><trkpt lat="54" lon="1"/>'));
    expect(bad.status).toBe(400);
    expect(bad.html).toContain('outside the world');
    expect(await ground()).toEqual(before);
    const good = await send(track('<trkpt lat="54.3" lon="-8.7"/><trkpt lat="54.31" lon="-8.7"/>'));
    expect(good.status).toBe(200);
    expect(await ground()).not.toEqual(before);
  });
});

describe('the search', () => {
  const look = (role: Role, query: string) => clients[role].text(`/search?q=${encodeURIComponent(query)}`);

  it.each([
    ['grande cigue', 'Hemlock'],
    ['CONIUM', 'Hemlock'],
    ['creamh', 'Ramsons'],
    ['carrot family', 'Wild carrot'],
    ['wood leaf', 'Wood in leaf']
  ])('finds by “%s”: %s', async (query, name) => {
    expect(await look('learner', query)).toContain(`<strong>${name}</strong>`);
  });

  it('shows nobody what is not theirs', async () => {
    expect(await look('instructor', 'sandvoss')).toContain('<strong>Imke Sandvoss</strong>');
    for (const role of ['assistant', 'learner'] as const)
      expect(await look(role, 'marrable')).not.toContain('<strong>Juno Marrable</strong>');
    expect(await look('learner', 'crannoge')).not.toContain('href="/ground/');
  });

  it('says that finding nothing says nothing, whatever was typed', async () => {
    for (const query of ["'; drop table walk; --", '%', '<script>alert(1)</script>']) {
      const html = await look('learner', query);
      expect(html).toContain('Nothing here is called');
      expect(html).not.toContain('<script>alert(1)');
    }
  });
});

describe('another school', () => {
  it('finds nothing at the addresses of this one, typed by hand', async () => {
    process.env['DATABASE_URL'] = database.app;
    const schoolId = uuid();
    const personId = uuid();
    await withSchool(schoolId, async (db) => {
      await db.query(
        "insert into school (school_id, name, library_hash, regions) select $1, $2, hash, '{north-west-europe}' from library_release limit 1",
        [schoolId, 'Another school']
      );
      await db.query(
        "insert into person (school_id, id, name, role) values ($1, $2, 'Ilse Varga', 'owner')",
        [schoolId, personId]
      );
    });
    await createAccount(schoolId, personId, 'ilse@another.example', demo.password);
    await closePool();
    const ilse = new Client(server.origin);
    await ilse.submit('/sign-in', { email: 'ilse@another.example', password: demo.password });
    const round = await clients.learner.submit(`${walk}/practise`);
    const question = `/questions/${(await openQuestion(clients.learner, round))!.questionId}/specimen`;
    const drawing = /\/walks\/[^"]*\/plates\/\w+/.exec(await clients.instructor.text(`${walk}/brief`))![0];
    for (const path of [
      walk,
      `${walk}/brief`,
      `${walk}/day`,
      `${walk}/practise`,
      site,
      round,
      question,
      drawing
    ])
      expect({ path, status: (await ilse.fetch(path)).status }).toEqual({ path, status: 404 });
    for (const path of ['/walks', '/ground', '/people']) {
      const html = await ilse.text(path);
      expect(html).not.toMatch(/Wood in leaf|Crannoge|Imke Sandvoss/);
    }
    const response = await ilse.post(`${walk}?/removeTaxon`, { id: nowhere, revision: '1' });
    expect(response.status).toBe(404);
    expect(await clients.instructor.text(walk)).toContain('Allium ursinum');
  });
});

describe('a plate of the library', () => {
  const address = async () => {
    const html = await clients.learner.text('/species/conium-maculatum?stage=flower');
    return /\/plates\/[^"'\s]+/.exec(html)![0];
  };

  it('may be kept for ever at its address', async () => {
    const response = await clients.learner.fetch(await address());
    expect(response.status).toBe(200);
    expect(response.headers.get('cache-control')).toContain('immutable');
    expect(await response.text()).toMatch(/^<svg /);
  });

  it('is not there for another release, taxon, stage or seed', async () => {
    const parts = (await address()).split('/');
    for (const [i, bad] of [
      [2, 'ffffffffffffffff-1'],
      [3, 'no-such-plant'],
      [4, 'seed'],
      [4, 'nonsense'],
      [5, 'seedy']
    ] as const)
      expect((await clients.learner.fetch(parts.with(i, bad).join('/'))).status).toBe(404);
  });
});
