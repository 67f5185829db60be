import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { fillerFor, places } from '../support/addresses';
import { type Client, signedIn } from '../support/client';
import { type Installation, install } from '../support/installation';
import { underLoad } from '../support/load';
import { startReplica } from '../support/replica';

/** Two processes behind nginx with TLS, on PgBouncer in transaction mode: one after the other is ended under load. */

let installation: Installation;
let origin: string;
let owner: Client;

beforeAll(async () => {
  installation = await install({ DATABASE_PATIENCE_SECONDS: '5' });
  ({ origin } = installation);
  owner = await signedIn(origin, 'owner');
});
afterAll(() => installation.stop());

/** Sessions of the owner, one at least at each of the processes: the proxy keeps one session at one of them. */
async function atEachProcess(): Promise<Client[]> {
  const seen = () => installation.servers.map((server) => server.printed().split('"route":"/today"').length);
  const found = new Map<number, Client>();
  for (let tries = 0; tries < 40 && found.size < installation.servers.length; tries += 1) {
    const client = await signedIn(origin, 'owner');
    const before = seen();
    await client.text('/today');
    const at = seen().findIndex((lines, i) => lines > before[i]!);
    if (at >= 0) found.set(at, client);
  }
  expect(found.size).toBe(installation.servers.length);
  return [...found.values()];
}

describe('behind the proxy', () => {
  it('cookies are bound to the host and to TLS, and browsers are told to come by it', async () => {
    const response = await fetch(`${origin}/sign-in`, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin, accept: 'text/html' },
      body: new URLSearchParams({ email: 'learner@demo.example', password: 'good-trail-demo' })
    });
    expect(response.status).toBe(303);
    const session = response.headers.getSetCookie().find((cookie) => cookie.startsWith('__Host-'));
    expect(session).toMatch(/HttpOnly/i);
    expect(session).toMatch(/Secure/i);
    expect(response.headers.get('strict-transport-security')).toMatch(/max-age=\d{8}/);
  });

  it('every page opens, whichever process answers, on connections that belong to nobody', async () => {
    const fill = await fillerFor(installation.addresses.superuser);
    const bad: string[] = [];
    const everywhere = await atEachProcess();
    for (const { route, isPage } of places()) {
      if (!isPage || /sign-out|token/.test(route)) continue;
      for (const one of everywhere) {
        const { status } = await one.fetch(fill(route), { headers: { accept: 'text/html' } });
        if (status >= 500) bad.push(`${route} ${status}`);
      }
    }
    expect(bad).toEqual([]);
  });

  it('strangers are slowed down by their own address, which they cannot choose', async () => {
    for (const chosen of ['203.0.113.9', '203.0.113.10'])
      await fetch(`${origin}/sign-in`, {
        method: 'POST',
        redirect: 'manual',
        headers: { origin, accept: 'text/html', 'x-forwarded-for': chosen },
        body: new URLSearchParams({ email: 'nobody@demo.example', password: 'a wrong one' })
      });
    const kept = await installation.query<{ points: number }>(
      "select points from attempt where key like 'address:%'"
    );
    expect(kept).toEqual([{ points: 2 }]);
  });
});

describe('under load', () => {
  beforeEach(async () => {
    await expect
      .poll(() => owner.fetch('/health/ready').then(({ status }) => status), { timeout: 120_000 })
      .toBe(200);
  });

  it.each([
    [
      'one of the two processes is killed and comes back',
      async () => {
        await installation.restartProcess(0, 'SIGKILL', 1500);
      }
    ],
    [
      'the pooler is killed and comes back',
      async () => {
        await installation.pooler.restart();
      }
    ],
    [
      'the database is restarted',
      async () => {
        await installation.restartDatabase();
      }
    ],
    [
      'the proxy is restarted',
      async () => {
        await installation.proxy.restart();
      }
    ]
  ])('nothing acknowledged is lost and nothing is doubled when %s', async (_, work) => {
    const { acknowledged, statuses } = await underLoad(owner, work);
    // 502 and 504 are the proxy's own word for a process that is away; 0: nobody was there to answer.
    expect([...statuses].filter((status) => ![0, 200, 502, 503, 504].includes(status))).toEqual([]);
    expect(acknowledged.length).toBeGreaterThan(0);
    await expect
      .poll(() => owner.fetch('/people').then(({ status }) => status), { timeout: 120_000 })
      .toBe(200);
    const kept = (await installation.query<{ name: string }>('select name from person')).map(
      ({ name: one }) => one
    );
    expect(acknowledged.filter((one) => !kept.includes(one))).toEqual([]);
    expect(new Set(kept).size).toBe(kept.length);
  });
});

// Last: the installation stands on the replica from here on.
describe.sequential('a streaming replica', () => {
  let replica: Awaited<ReturnType<typeof startReplica>>;
  afterAll(() => replica?.stop());

  it('has everything that was acknowledged when the primary dies, and takes its place', async () => {
    // What the tests before have added counts as too much for ten minutes.
    await installation.query('delete from attempt');
    const [data] = await installation.query<{ data_directory: string }>('show data_directory');
    replica = await startReplica(installation.addresses.superuser, data!.data_directory);
    const { acknowledged, statuses } = await underLoad(owner, async () => {
      await pause(2000);
      await installation.killDatabase();
      await replica.promote();
      await installation.pooler.pointTo(replica.port);
      await expect
        .poll(() => owner.fetch('/health/ready').then(({ status }) => status), { timeout: 120_000 })
        .toBe(200);
    });
    expect([...statuses].filter((status) => ![0, 200, 502, 503, 504].includes(status))).toEqual([]);
    expect(acknowledged.length).toBeGreaterThan(5);
    const client = new pg.Client({
      connectionString: installation.addresses.superuser.replace(/:\d+\//, `:${replica.port}/`)
    });
    await client.connect();
    const { rows } = await client.query<{ name: string }>('select name from person');
    await client.end();
    const kept = rows.map(({ name }) => name);
    expect(acknowledged.filter((one) => !kept.includes(one))).toEqual([]);
    expect(new Set(kept).size).toBe(kept.length);
  });
});
