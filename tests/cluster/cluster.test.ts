import { rmSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { addresses, ensureDatabase, startCluster } from '../../scripts/setup/cluster.js';
import { prepareDatabase } from '../../scripts/setup/database.js';
import { clusterFolder } from '../../scripts/setup/paths.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { fillerFor, places } from '../support/addresses';
import { type Standing, startPooler, startProxy } from '../support/before';
import { type Client, signedIn } from '../support/client';
import { underLoad } from '../support/load';

/** Two processes behind nginx with TLS, on PgBouncer in transaction mode: one after the other is ended under load. */

const name = 'several';
let cluster: Awaited<ReturnType<typeof startCluster>>;
let pooler: Awaited<ReturnType<typeof startPooler>>;
let proxy: Standing;
let origin: string;
let servers: Awaited<ReturnType<typeof serve>>[];
let owner: Client;

const startProcess = (port: number) =>
  serve({
    port,
    app: pooler.address,
    origin,
    env: {
      ADDRESS_HEADER: 'x-forwarded-for',
      XFF_DEPTH: '1',
      DATABASE_CONNECTIONS: '8',
      DATABASE_PATIENCE_SECONDS: '5'
    }
  });

let ports: number[];

/** What was started, to be stopped in the other order. */
const stops: (() => Promise<void>)[] = [];

beforeAll(async () => {
  // The proxy's certificate is one of its own.
  process.env['NODE_TLS_REJECT_UNAUTHORIZED'] = '0';
  rmSync(clusterFolder(name), { recursive: true, force: true });
  cluster = await startCluster(name);
  stops.push(() => cluster.stop());
  await ensureDatabase(cluster, name);
  const { app, migrator } = addresses(cluster, name);
  await prepareDatabase({ app, migrator, demo: true });
  pooler = await startPooler(app);
  stops.push(() => pooler.stop());
  const at = (await tryPort(0))!;
  origin = `https://localhost:${at}`;
  ports = [(await tryPort(0))!, (await tryPort(0))!];
  servers = [];
  for (const [i, port] of ports.entries()) {
    servers.push(await startProcess(port));
    stops.push(async () => void (await servers[i]!.stop()));
  }
  proxy = await startProxy(at, ports);
  stops.push(() => proxy.stop());
  owner = await signedIn(origin, 'owner');
});
afterAll(async () => {
  for (const stop of stops.reverse()) await stop();
  rmSync(clusterFolder(name), { recursive: true, force: true });
});

const asSuperuser = async <Row extends pg.QueryResultRow>(sql: string): Promise<Row[]> => {
  const client = new pg.Client({ connectionString: addresses(cluster, name).superuser });
  await client.connect();
  const { rows } = await client.query<Row>(sql);
  await client.end();
  return rows;
};

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
    const fill = await fillerFor(addresses(cluster, name).superuser);
    const bad: string[] = [];
    for (const { route, isPage } of places()) {
      if (!isPage || /sign-out|token/.test(route)) continue;
      for (let turn = 0; turn < 2; turn += 1) {
        const { status } = await owner.fetch(fill(route), { headers: { accept: 'text/html' } });
        if (status >= 500) bad.push(`${route} ${status}`);
      }
    }
    expect(bad).toEqual([]);
    for (const server of servers) expect(server.printed()).toContain('"route":"/today"');
  });

  it('strangers are slowed down by their own address, which they cannot choose', async () => {
    for (const chosen of ['203.0.113.9', '203.0.113.10'])
      await fetch(`${origin}/sign-in`, {
        method: 'POST',
        redirect: 'manual',
        headers: { origin, accept: 'text/html', 'x-forwarded-for': chosen },
        body: new URLSearchParams({ email: 'nobody@demo.example', password: 'a wrong one' })
      });
    const kept = await asSuperuser<{ points: number }>(
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
        process.kill(servers[0]!.pid!, 'SIGKILL');
        await servers[0]!.exited;
        await pause(1500);
        servers[0] = await startProcess(ports[0]!);
      }
    ],
    [
      'the pooler is killed and comes back',
      async () => {
        await pooler.restart();
      }
    ],
    [
      'the database is restarted',
      async () => {
        const { port } = cluster;
        await cluster.stop();
        cluster = await startCluster(name, [], port);
      }
    ],
    [
      'the proxy is restarted',
      async () => {
        await proxy.restart();
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
    const kept = (await asSuperuser<{ name: string }>('select name from person')).map(({ name: one }) => one);
    expect(acknowledged.filter((one) => !kept.includes(one))).toEqual([]);
    expect(new Set(kept).size).toBe(kept.length);
  });
});
