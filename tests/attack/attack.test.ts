import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { createAccount } from '../../src/lib/server/accounts';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { fillerFor, places } from '../support/addresses';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/**
 * An attack on an instance of our own, on loopback, bounded in number: hostile values in every form, ids of another
 * school in every address, bodies that are none. `./test --only attack`.
 */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let clients: Record<'owner' | 'instructor' | 'assistant' | 'learner' | 'stranger', Client>;
let fill: (route: string) => string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  const roles = ['owner', 'instructor', 'assistant', 'learner'] as const;
  const demoClients = await Promise.all(roles.map((role) => signedIn(server.origin, role)));
  process.env['DATABASE_URL'] = database.app;
  const [schoolId, personId] = [uuid(), uuid()];
  await withSchool(schoolId, async (db) => {
    await db.query(
      "insert into school (school_id, name, library_hash, regions) select $1, $2, hash, '{north-west-europe}' from library_release limit 1",
      [schoolId, 'Another school']
    );
    await db.query("insert into person (school_id, id, name, role) values ($1, $2, 'Ilse Varga', 'owner')", [
      schoolId,
      personId
    ]);
  });
  await createAccount(schoolId, personId, 'ilse@another.example', demo.password);
  await closePool();
  const stranger = new Client(server.origin);
  await stranger.submit('/sign-in', { email: 'ilse@another.example', password: demo.password });
  clients = {
    ...(Object.fromEntries(roles.map((role, i) => [role, demoClients[i]!])) as Record<
      (typeof roles)[number],
      Client
    >),
    stranger
  };
  fill = await fillerFor(database.superuser);
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const parameters = (route: string) => /\[(?!taxon|stage|seed|release|kind|tour|file|token)/.test(route);
/** Ends the session, or the walk that others are asked about. */
const endings = ['/sign-out', '/walks/[walk]/day'];

describe('ids of another school', () => {
  it('show nothing of it on any page, in any data and in any file', async () => {
    const leaks: string[] = [];
    for (const { route } of places().filter((place) => parameters(place.route)))
      for (const path of [fill(route), `${fill(route)}/__data.json`]) {
        const response = await clients.stranger.fetch(path);
        const text = await response.text();
        if (/Crannoge|Slievetarn|Imke|Bram Oakhill|Wood in leaf/.test(text))
          leaks.push(`${path} ${response.status}`);
      }
    expect(leaks).toEqual([]);
  });

  it('are not there for any action', async () => {
    const taken: string[] = [];
    for (const { route, actions } of places().filter((place) => parameters(place.route)))
      for (const action of actions) {
        const path = `${fill(route)}${action === 'default' ? '' : `?/${action}`}`;
        const { status } = await clients.stranger.post(path, { name: 'x' });
        if (status < 400) taken.push(`${path} ${status}`);
      }
    expect(taken).toEqual([]);
  });
});

const hostile = [
  '\u0000',
  '0000-00-00',
  '0000-01-01',
  '1e308',
  'NaN',
  '-1',
  '__proto__',
  "' or 1=1--",
  '<img src=x onerror=alert(1)>',
  '../../etc/passwd',
  '{"a":[',
  '\uD83D',
  'x'.repeat(5000),
  '00000000-0000-0000-0000-000000000000'
];
/** Names that forms of the application have. */
const fields = [
  'name',
  'email',
  'personId',
  'role',
  'cohortId',
  'walk',
  'cohort',
  'kind',
  'size',
  'minutes',
  'taxon',
  'path',
  'list',
  'form',
  'text',
  'demoDate',
  'date',
  'heldOn',
  'startsAt',
  'stopId',
  'patchId',
  'session',
  'password',
  'hash',
  'id',
  'find',
  'note',
  'seenOn',
  'stage',
  'source',
  'claim',
  'waypoints',
  'ground',
  'revision',
  'constituents',
  'port',
  'what',
  'index',
  'unit',
  'plant',
  'step',
  'before',
  'school',
  'until',
  'pair',
  'words',
  'key',
  'reason',
  'order',
  'item'
];

describe('hostile values', () => {
  it.each(['owner', 'learner'] as const)(
    'in every field of every form end in no fault, sent by the %s',
    async (who) => {
      const faults: string[] = [];
      const known = places().sort((a, b) => endings.indexOf(a.route) - endings.indexOf(b.route));
      for (const { route, actions } of known.filter(({ route }) => !endings.includes(route)))
        for (const action of actions)
          for (const value of hostile) {
            const path = `${fill(route)}${action === 'default' ? '' : `?/${action}`}`;
            const { status } = await clients[who].fetch(path, {
              method: 'POST',
              body: new URLSearchParams(fields.map((field) => [field, value]))
            });
            if (status >= 500) faults.push(`${path} ${JSON.stringify(value.slice(0, 20))}: ${status}`);
          }
      expect(faults).toEqual([]);
    }
  );

  it('in the address end in no fault', async () => {
    const faults: string[] = [];
    for (const { route } of places().filter(({ route }) => route.includes('[') && !route.includes('[token]')))
      for (const value of [
        '%00',
        '..%2f..',
        '1e300',
        '0x10',
        '%27or%201',
        '__proto__',
        'constructor',
        'x'.repeat(3000)
      ]) {
        const path = route.replaceAll(/\[\w+\]/g, value);
        const { status } = await clients.owner.fetch(path);
        if (status >= 500 || status === 200) faults.push(`${path.slice(0, 80)}: ${status}`);
      }
    expect(faults).toEqual([]);
  });

  it('as events end in a result each, and in no fault', async () => {
    const bodies = [
      '[[[['.repeat(2000),
      'null',
      '7',
      '{"events":{}}',
      '{"events":[null,7,"x",[],{}]}',
      `{"by":"${'x'.repeat(500)}","events":[{}]}`,
      '{"__proto__":{"x":1},"events":[{}]}'
    ];
    for (const body of bodies) expect((await clients.learner.json('/api/events', body)).status).toBe(400);
  });
});

describe('the application', () => {
  it('lives after all that', async () => {
    expect(await clients.owner.text('/health/ready')).toBe('ready');
    expect((await clients.owner.fetch('/today')).status).toBe(200);
  });
});
