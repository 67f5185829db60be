import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { fillerFor } from '../support/addresses';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** Who comes in by which door, and what is asked first. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let leader: Client;
let learner: Client;
let fill: (route: string) => string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [leader, learner] = await Promise.all([
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'learner')
  ]);
  fill = await fillerFor(database.superuser);
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

describe('a loopback visitor', () => {
  const under = (host: string, path: string, method = 'GET') => {
    const { port } = new URL(server.origin);
    return fetch(`http://${host}:${port}${path}`, { method, redirect: 'manual' });
  };

  it('under another name is sent to the one that cookies and forms agree on, to the same page', async () => {
    const response = await under('127.0.0.1', '/sign-in?to=%2Fwalks');
    expect([response.status, response.headers.get('location')]).toEqual([
      307,
      `${server.origin}/sign-in?to=%2Fwalks`
    ]);
  });

  it('is not sent on with a form: that would lose what was typed', async () => {
    expect((await under('127.0.0.1', '/sign-in', 'POST')).status).not.toBe(307);
  });
});

describe('somebody who is not signed in', () => {
  it('is told so by a form that was sent with script, and stays on its page', async () => {
    const response = await new Client(server.origin).fetch('/ground', {
      method: 'POST',
      headers: { 'x-sveltekit-action': 'true' },
      body: new URLSearchParams({ name: 'Alder carr' })
    });
    expect(response.status).toBe(401);
    expect(await response.json()).toMatchObject({
      type: 'error',
      error: { message: expect.stringContaining('sign in in another tab') }
    });
  });

  it('is told so by what asks for data, and led to the sign-in from a page', async () => {
    const stranger = new Client(server.origin);
    expect((await stranger.json('/api/events', {})).status).toBe(401);
    expect((await stranger.fetch('/walks')).headers.get('location')).toBe('/sign-in?to=%2Fwalks');
  });
});

describe('the theme', () => {
  const shown = async (theme: string) => {
    const response = await fetch(`${server.origin}/sign-in`, { headers: { cookie: `theme=${theme}` } });
    return /data-theme="(\w+)"/.exec(await response.text())![1];
  };

  it('is there from the first byte, and is one of the three', async () => {
    expect(await Promise.all(['day', 'dusk', 'sun', 'neon', '"><script>'].map(shown))).toEqual([
      'day',
      'dusk',
      'sun',
      'day',
      'day'
    ]);
  });

  it('is kept in a cookie, and what is none becomes day', async () => {
    const set = async (theme: string) => {
      const response = await learner.fetch('/me?/theme', {
        method: 'POST',
        headers: { accept: 'text/html' },
        body: new URLSearchParams({ theme })
      });
      return response.headers.getSetCookie().find((one) => one.startsWith('theme='));
    };
    expect(await set('sun')).toMatch(/^theme=sun;.*HttpOnly.*SameSite=Lax/i);
    expect(await set('neon')).toMatch(/^theme=day;/);
  });
});

describe('signing out', () => {
  it('ends the session for good, also for who kept its cookie', async () => {
    const client = await signedIn(server.origin, 'assistant');
    const kept = await client.fetch('/today');
    expect(kept.status).toBe(200);
    expect((await client.post('/sign-out')).headers.get('location')).toBe('/sign-in?signed-out');
    expect((await client.fetch('/today')).headers.get('location')).toMatch(/^\/sign-in/);
  });
});

describe('an action asks', () => {
  it.each([
    ['/ground/[site]?/details', {}],
    ['/ground/[site]?/unhappened', { id: 'no id' }],
    ['/ground/[site]/patches/[patch]?/details', { name: '' }],
    ['/ground/[site]/patches/[patch]?/uncount', { id: 'no id' }],
    ['/season/[site]?/wish', {}],
    ['/quizzes/[quiz]?/change', {}],
    ['/people?/addCohort', {}],
    ['/people?/consent', {}],
    ['/walks/[walk]?/changeStop', {}],
    ['/school?/firstAid', {}]
  ] as [string, Record<string, string>][])(
    'who it is before it reads what was sent: %s',
    async (route, fields) => {
      const [path, action] = route.split('?') as [string, string];
      expect((await learner.post(`${fill(path)}?${action}`, fields)).status).toBe(403);
    }
  );

  it.each([
    ['/ground/[site]?/unhappened', { id: 'no id' }, 404, 'no such event'],
    ['/ground/[site]/patches/[patch]?/uncount', { id: 'no id' }, 404, 'no such census'],
    ['/quizzes/[quiz]?/change', { what: 'sing' }, 400, 'Choose what is to be asked.'],
    [
      '/people?/consent',
      { personId: '0192f000-0000-7000-8000-00000000beef', guardianName: ' ' },
      400,
      'guardian’s name'
    ],
    ['/school?/firstAid', { personId: 'x', until: 'soon' }, 400, 'This is no date'],
    [
      '/walks/[walk]?/setMinutes',
      { id: '0192f000-0000-7000-8000-00000000beef', minutes: '0' },
      400,
      'At least a minute.'
    ]
  ] as [string, Record<string, string>, number, string][])(
    '%s says in words what is wrong with what was sent',
    async (route, fields, status, words) => {
      const [path, action] = route.split('?') as [string, string];
      const response = await leader.post(`${fill(path)}?${action}`, fields);
      expect(response.status).toBe(status);
      expect(await response.text()).toContain(words);
    }
  );
});

describe('a first-aid certificate', () => {
  it('is entered by who leads, and plans go by it at once', async () => {
    const page = await leader.text('/school');
    const [, personId] = /name="personId" value="([0-9a-f-]{36})"/.exec(page)!;
    const response = await leader.post('/school?/firstAid', { personId: personId!, until: '2031-05-01' });
    expect(response.status).toBe(200);
    expect(await leader.text('/school')).toContain('2031-05-01');
  });
});

describe('a letter in the outbox', () => {
  it('is a file of its own for whoever leads, and for nobody else', async () => {
    const letter = { recipient: 'ranger@wood.example', subject: 'Our walk', body: 'May we come?' };
    expect((await leader.post(fill('/walks/[walk]/letter'), letter)).status).toBe(200);
    const [, path] = /href="(\/people\/outbox\/[^"]+)"/.exec(await leader.text('/people/outbox'))!;
    const file = await leader.fetch(path!);
    expect(file.headers.get('content-disposition')).toMatch(/^attachment/);
    expect((await learner.fetch(path!)).status).toBe(403);
  });
});
