import { rmSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { addresses, ensureDatabase, startCluster } from '../../scripts/setup/cluster.js';
import { prepareDatabase } from '../../scripts/setup/database.js';
import { clusterFolder } from '../../scripts/setup/paths.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { Client } from '../support/client';
import { type Load, underLoad } from '../support/load';

/** The database ends, freezes or fills under load: the application lives, says so in words, and loses nothing. */

const patience = 2;
type Cluster = Awaited<ReturnType<typeof startCluster>>;
let cluster: Cluster;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;

beforeAll(async () => {
  rmSync(clusterFolder('faults'), { recursive: true, force: true });
  cluster = await startCluster('faults');
  await ensureDatabase(cluster, 'faults');
  const { app, migrator } = addresses(cluster, 'faults');
  await prepareDatabase({ app, migrator, demo: false });
  server = await serve({
    port: (await tryPort(0))!,
    app,
    env: { DATABASE_PATIENCE_SECONDS: String(patience), DATABASE_CONNECTIONS: '4' }
  });
  owner = new Client(server.origin);
  const person = {
    school: 'Broken',
    name: 'Ona',
    email: 'ona@example.org',
    password: 'gravel candle ninety otters'
  };
  await owner.submit('/set-up', { ...person, timeZone: 'Europe/Dublin' });
});
afterAll(async () => {
  await server.stop();
  await cluster.stop();
  rmSync(clusterFolder('faults'), { recursive: true, force: true });
});

const asSuperuser = async <Row extends pg.QueryResultRow>(sql: string): Promise<Row[]> => {
  const client = new pg.Client({ connectionString: addresses(cluster, 'faults').superuser });
  await client.connect();
  const { rows } = await client.query<Row>(sql);
  await client.end();
  return rows;
};

/** The first answer for which the short waits of this server sufficed: a slow machine may need several tries. */
async function firstInTime(path: string): Promise<Response> {
  const response = await owner.fetch(path, { headers: { accept: 'text/html' } });
  const isLate = response.status === 503 && /too long|at once just now/.test(await response.clone().text());
  return isLate ? firstInTime(path) : response;
}

const load = (work: () => Promise<void>) => underLoad(owner, work);

const stored = async () =>
  new Set((await asSuperuser<{ name: string }>('select name from person')).map(({ name }) => name));
const isAlive = () =>
  server.printed().includes('"level"') && fetch(`${server.origin}/health`).then(({ ok }) => ok);

async function nothingLost({ acknowledged, statuses }: Load) {
  expect(await isAlive()).toBe(true);
  expect([...statuses].filter((status) => status !== 200 && status !== 503)).toEqual([]);
  const kept = await stored();
  expect(acknowledged.filter((name) => !kept.has(name))).toEqual([]);
  expect(acknowledged.length).toBeGreaterThan(0);
}

describe('under load', () => {
  // What one test breaks is well again before the next.
  beforeEach(async () => {
    await expect
      .poll(async () => (await owner.fetch('/health/ready')).status, { timeout: 120_000 })
      .toBe(200);
  });

  it('one connection after the other is ended', async () => {
    await nothingLost(
      await load(async () => {
        for (let i = 0; i < 5; i += 1) {
          await asSuperuser(
            "select pg_terminate_backend(pid) from pg_stat_activity where usename = 'good_trail_app'"
          );
          await pause(100);
        }
      })
    );
    expect((await firstInTime('/people')).status).toBe(200);
  });

  it('the database server is killed and comes back', async () => {
    const { port, pid } = cluster;
    await nothingLost(
      await load(async () => {
        process.kill(pid, 'SIGKILL');
        await pause(500);
        cluster = await startCluster('faults', [], port);
      })
    );
    expect((await firstInTime('/people')).status).toBe(200);
  });

  it('everything waits for a lock that somebody holds', async () => {
    const holder = new pg.Client({ connectionString: addresses(cluster, 'faults').superuser });
    await holder.connect();
    await holder.query('begin');
    await holder.query('lock table person');
    await nothingLost(
      await load(async () => {
        const response = await owner.fetch('/people');
        expect(response.status).toBe(503);
        expect(await response.text()).toMatch(/too long|at once just now/);
        await holder.query('rollback');
        await pause(2000);
      })
    );
    await holder.end();
  });
});

describe('while the database is away', () => {
  it('pages say so in words with a number, and are well with the first request after it', async () => {
    const { port } = cluster;
    await cluster.stop();
    const response = await owner.fetch('/today', { headers: { accept: 'text/html' } });
    expect(response.status).toBe(503);
    const text = await response.text();
    expect(text).toMatch(/The database does not answer just now/);
    const [number] = /[0-9a-f]{10}/.exec(text)!;
    expect(server.printed()).toContain(number);
    const data = await owner.fetch('/api/events', {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/json' },
      body: '{"events":[7]}'
    });
    expect([data.status, (await data.json()).message]).toEqual([
      503,
      expect.stringMatching(/does not answer/)
    ]);
    expect((await fetch(`${server.origin}/health`)).status).toBe(200);
    expect((await fetch(`${server.origin}/health/ready`)).status).toBe(503);
    cluster = await startCluster('faults', [], port);
    expect((await firstInTime('/today')).status).toBe(200);
  });

  it('frozen, waits have an end', async () => {
    const backends = await asSuperuser<{ pid: number }>(
      "select pid from pg_stat_activity where usename = 'good_trail_app'"
    );
    const frozen = [cluster.pid, ...backends.map(({ pid }) => pid)];
    for (const pid of frozen) process.kill(pid, 'SIGSTOP');
    try {
      expect((await owner.fetch('/today')).status).toBe(503);
    } finally {
      for (const pid of frozen) process.kill(pid, 'SIGCONT');
    }
    await expect.poll(async () => (await owner.fetch('/today')).status, { timeout: 120_000 }).toBe(200);
  });
});
