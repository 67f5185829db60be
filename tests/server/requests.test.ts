import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { fillerFor } from '../support/addresses';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** What is asked of every request, and what every answer says. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let clients: Record<'owner' | 'instructor' | 'learner', Client>;
let fill: (route: string) => string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app, env: { SETUP_CODE: 'otter-pup' } });
  const [owner, instructor, learner] = await Promise.all([
    signedIn(server.origin, 'owner'),
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'learner')
  ]);
  clients = { owner, instructor, learner };
  fill = await fillerFor(database.superuser);
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

describe('a page', () => {
  it('says its letters, and that nobody else may frame or share it', async () => {
    const { headers } = await clients.owner.fetch('/today');
    expect(Object.fromEntries(headers)).toMatchObject({
      'content-type': 'text/html; charset=utf-8',
      'x-frame-options': 'DENY',
      'cross-origin-resource-policy': 'same-origin',
      'cross-origin-opener-policy': 'same-origin'
    });
    expect(headers.has('strict-transport-security')).toBe(false);
  });

  it('that fails says so in words, with a number that stands in the log and nothing of what happened', async () => {
    const response = await clients.owner.fetch('/search?q=%00');
    expect(response.status).toBe(400);
    await clients.owner.post('/walks/new', { name: 'x' });
    const lines = server
      .printed()
      .split('\n')
      .filter((line) => line.startsWith('{'))
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(lines.at(-1)).toMatchObject({
      level: 'info',
      method: 'POST',
      route: '/walks/new',
      status: 400,
      request: expect.stringMatching(/^[0-9a-f]{10}$/),
      who: expect.stringMatching(/^[0-9a-f-]{36}$/),
      time: expect.stringMatching(/^\d{4}-\d\d-\d\dT/)
    });
  });

  it('writes no token and no name into the log', async () => {
    await new Client(server.origin).fetch('/welcome/secret-token-of-an-invitation');
    await new Client(server.origin).post('/new-password/secret-token-of-a-link', { password: 'x' });
    expect(server.printed()).not.toMatch(/secret-token|Nessa|demo\.example/);
  });
});

describe('what is sent', () => {
  it('from another site is refused, as JSON too', async () => {
    const cross = (headers: Record<string, string>) =>
      clients.learner.fetch('/api/events', {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: '{"events":[7]}'
      });
    expect((await cross({ origin: 'https://evil.example' })).status).toBe(403);
    expect((await cross({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
    expect((await cross({})).status).toBe(400);
  });

  it.each([
    ['a stranger to the sign-in', undefined, '/sign-in', 70_000],
    ['a stranger to an invitation', undefined, '/welcome/x', 70_000],
    ['a learner as events', 'learner', '/api/events', 1_100_000],
    ['an instructor in a form of words', 'instructor', '/people?/addPerson', 600_000],
    ['an instructor as a table', 'instructor', '/species/exchange', 6_400_000]
  ] as const)('by %s is refused unread where it is too large', async (_, who, path, bytes) => {
    const client = who ? clients[who] : new Client(server.origin);
    const response = await client.fetch(path, {
      method: 'POST',
      headers: {
        'content-type': path.startsWith('/api') ? 'application/json' : 'application/x-www-form-urlencoded',
        accept: 'application/json'
      },
      body: 'x'.repeat(bytes)
    });
    expect(response.status).toBe(413);
    expect((await response.json()).message).toMatch(/larger than the \d+ [kM]B/);
  });

  it('without its length is refused: how large it is would be known too late', async () => {
    const body = new ReadableStream({
      start: (controller) => {
        controller.enqueue(new TextEncoder().encode('{"events":[7]}'));
        controller.close();
      }
    });
    const response = await clients.learner.fetch('/api/events', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
      duplex: 'half'
    } as RequestInit);
    expect(response.status).toBe(411);
  });

  it('loses the signs that belong in no text, wherever it is typed', async () => {
    const response = await clients.owner.post('/people?/addPerson', {
      name: 'Ann\u0000\u0007 O\u000BBrien',
      role: 'learner',
      email: '',
      cohortId: ''
    });
    expect(response.status).toBe(200);
    expect(await clients.owner.words('/people')).toContain('Ann O Brien');
  });

  it('with a date that no calendar has is refused in words, on the page where it was typed', async () => {
    const response = await clients.owner.post('/school?/moveDate', { demoDate: '0000-01-01' });
    expect(response.status).toBe(400);
  });
});

describe('a file that is hard to read', () => {
  it.each([
    ['a table of one endless line', '/species/exchange', 'files', 'taxa.csv', ','.repeat(5_900_000)],
    [
      'a track of a hundred thousand empty segments',
      '/ground/[site]?/track',
      'track',
      'walk.gpx',
      `<gpx version="1.1"><trk>${'<trkseg/>'.repeat(300_000)}</trk></gpx>`
    ]
  ])('%s keeps nobody else waiting, and ends in words', async (_, route, field, name, text) => {
    const body = new FormData();
    body.set(field, new File([text], name));
    const isRead = clients.owner.post(fill(route), body);
    let [answered, isDone] = [0, false];
    void isRead.finally(() => (isDone = true));
    while (!isDone) {
      await fetch(`${server.origin}/health`);
      answered += 1;
    }
    expect((await isRead).status).toBe(400);
    expect(answered).toBeGreaterThan(20);
  });
});

describe('the date at the foot', () => {
  it('leads back to where it was changed, and never elsewhere', async () => {
    const move = async (referer: string) => {
      const response = await clients.owner.fetch('/school?/moveDate', {
        method: 'POST',
        headers: { accept: 'text/html', referer },
        body: new URLSearchParams({ demoDate: '2027-04-24' })
      });
      return response.headers.get('location');
    };
    expect(await move(`${server.origin}/walks`)).toBe('/walks');
    expect(await move(`${server.origin}//evil.example/x`)).toBe('/today');
    expect(await move(`${server.origin}/\\evil.example`)).toBe('/today');
  });
});

describe('the ground', () => {
  it.each([
    '/ground',
    '/ground/[site]',
    '/ground/[site]/export?as=gpx',
    '/ground/[site]/patches/[patch]',
    '/ground/[site]/map',
    '/season/[site]'
  ])('%s is for those who teach', async (route) => {
    const path = fill(route);
    expect((await clients.learner.fetch(path)).status).toBe(403);
    const data = await (await clients.learner.fetch(path.replace(/(\?|$)/, '/__data.json$1'))).text();
    expect(data).not.toMatch(/54\.[23]\d{3,}|Crannoge/);
    expect((await clients.instructor.fetch(path)).status).toBe(200);
  });

  it('is in no brief and no file of learners beyond the meeting point, unless the school allows it', async () => {
    const walks = await clients.learner.text('/walks');
    const walk = /\/walks\/[0-9a-f-]{36}/.exec(walks)![0];
    const stops = (text: string) => new Set([...text.matchAll(/54\.[23]\d{3,}/g)].map(([place]) => place));
    const brief = await clients.learner.text(`${walk}/brief`);
    expect(stops(await clients.instructor.text(`${walk}/files/route`)).size).toBeGreaterThan(6);
    expect(stops(await clients.learner.text(`${walk}/files/route`)).size).toBeLessThanOrEqual(2);
    expect(stops(brief).size).toBeLessThanOrEqual(4);
    expect(brief).not.toMatch(/carriedBy:"leaders"/);
    expect(await clients.instructor.text(`${walk}/brief`)).toMatch(/carriedBy:"leaders"/);
  });
});

describe('something grave', () => {
  const roleOf = async (name: string) =>
    new RegExp(`${name}</strong>.*?<td>(\\w+)</td>`, 's').exec(await clients.owner.text('/people'))?.[1];
  const idOf = async (name: string) =>
    new RegExp(`\\{id:"([0-9a-f-]{36})",name:"${name}"`).exec(await clients.owner.text('/people'))![1]!;

  it('asks for the password once more where it was entered long ago, and comes back', async () => {
    const personId = await idOf('Dara Killeavy');
    const { default: pg } = await import('pg');
    const admin = new pg.Client({ connectionString: database.superuser });
    await admin.connect();
    await admin.query("update session set confirmed_at = now() - interval '16 minutes'");
    await admin.end();
    expect(await clients.owner.submit('/people?/role', { personId, role: 'assistant' })).toBe(
      '/confirm?to=%2Fpeople'
    );
    expect(await roleOf('Dara Killeavy')).toBe('learner');
    expect((await clients.owner.fetch(`/people/${personId}/data`)).headers.get('location')).toMatch(
      /^\/confirm/
    );
    expect((await clients.owner.post('/confirm?to=%2Fpeople', { password: 'wrong' })).status).toBe(400);
    expect(await clients.owner.submit('/confirm?to=%2Fpeople', { password: demo.password })).toBe('/people');
    expect((await clients.owner.post('/people?/role', { personId, role: 'assistant' })).status).toBe(200);
    expect(await roleOf('Dara Killeavy')).toBe('assistant');
    const file = await (await clients.owner.fetch(`/people/${personId}/data`)).json();
    expect(file.person).toMatchObject({ name: 'Dara Killeavy', role: 'assistant' });
    expect(await clients.owner.words('/people/record')).toMatch(
      /changed a role.*Dara Killeavy.*to assistant, from learner/
    );
  });

  it('is for owners, and the record of it too', async () => {
    const personId = await idOf('Dara Killeavy');
    for (const action of ['role', 'passwordLink', 'erase'])
      expect((await clients.instructor.post(`/people?/${action}`, { personId })).status).toBe(403);
    expect((await clients.instructor.fetch('/people/record')).status).toBe(403);
    expect((await clients.instructor.fetch(`/people/${personId}/data`)).status).toBe(403);
  });

  it('as an invitation of a leader is made by owners alone; its link is shown once and to nobody else', async () => {
    const fields = { name: 'Lev Brandt', role: 'instructor', email: 'lev@demo.example', cohortId: '' };
    const made = await (await clients.owner.post('/people?/addPerson', fields)).text();
    const link = /\/welcome\/[\w-]{43}/.exec(made)![0];
    const personId = await idOf('Lev Brandt');
    for (const path of ['/people', '/people/outbox'])
      expect(await clients.instructor.text(path)).not.toContain(link);
    expect(await clients.owner.text('/people')).not.toContain(link);
    expect(
      (await clients.instructor.post('/people?/invite', { personId, email: 'mine@demo.example' })).status
    ).toBe(403);
    const lev = new Client(server.origin);
    expect((await lev.post(link, { password: 'lev brandt 1' })).status).toBe(400);
    expect(await lev.submit(link, { password: 'gravel candle ninety otters' })).toBe('/today');
  });
});

describe('one’s own account', () => {
  it('changes its password with the old one, lists its devices, takes its data out and erases itself', async () => {
    const made = await (
      await clients.owner.post('/people?/addPerson', {
        name: 'Ida Moor',
        role: 'learner',
        email: 'ida@demo.example',
        cohortId: ''
      })
    ).text();
    const ida = new Client(server.origin);
    await ida.submit(/\/welcome\/[\w-]{43}/.exec(made)![0], { password: 'gravel candle ninety otters' });
    expect((await ida.post('/me?/password', { old: 'wrong', new: 'velvet ladder heron soup' })).status).toBe(
      400
    );
    expect(
      (await ida.post('/me?/password', { old: 'gravel candle ninety otters', new: '123456789012' })).status
    ).toBe(400);
    expect(
      (
        await ida.post('/me?/password', {
          old: 'gravel candle ninety otters',
          new: 'velvet ladder heron soup'
        })
      ).status
    ).toBe(200);
    const again = new Client(server.origin);
    expect(
      await again.submit('/sign-in', { email: 'ida@demo.example', password: 'velvet ladder heron soup' })
    ).toBe('/today');
    expect(await ida.words('/me')).toMatch(/this one/);
    expect((await (await ida.fetch('/me/data')).json()).account).toEqual({ email: 'ida@demo.example' });
    expect((await ida.post('/me?/erase', { name: 'Ida' })).status).toBe(400);
    expect(await ida.submit('/me?/erase', { name: 'Ida Moor' })).toBe('/sign-in');
    expect((await again.fetch('/today')).status).toBe(303);
    expect(await clients.owner.text('/people')).not.toContain('Ida Moor');
  });
});

describe('health', () => {
  it('tells that the process is alive, and whether its database answers', async () => {
    const stranger = new Client(server.origin);
    expect(await stranger.text('/health')).toBe('ok');
    expect(await stranger.text('/health/ready')).toBe('ready');
  });
});
