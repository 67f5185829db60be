import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { addresses, ensureDatabase, startCluster } from '../../scripts/setup/cluster.js';
import { prepareDatabase } from '../../scripts/setup/database.js';
import { clusterFolder } from '../../scripts/setup/paths.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { startPooler, startProxy } from './before';

/** A whole installation: PostgreSQL, PgBouncer, two processes of the application, nginx with TLS; all on loopback. */

const name = 'several';

export type Installation = Awaited<ReturnType<typeof install>>;

/**
 * Starts one with the demo in a cluster of its own.
 * @param env of the application's processes
 */
export async function install(env: Record<string, string> = {}) {
  // The proxy's certificate is one of its own.
  process.env['NODE_TLS_REJECT_UNAUTHORIZED'] = '0';
  const stops: (() => Promise<unknown>)[] = [];
  rmSync(clusterFolder(name), { recursive: true, force: true });
  let cluster = await startCluster(name);
  stops.push(() => cluster.stop());
  await ensureDatabase(cluster, name);
  const { app, migrator, superuser } = addresses(cluster, name);
  await prepareDatabase({ app, migrator, demo: true });
  const pooler = await startPooler(app);
  stops.push(pooler.stop);
  const at = (await tryPort(0))!;
  const origin = `https://localhost:${at}`;
  const startProcess = (port: number) =>
    serve({
      port,
      app: pooler.address,
      origin,
      env: {
        ADDRESS_HEADER: 'x-forwarded-for',
        XFF_DEPTH: '1',
        DATABASE_CONNECTIONS: '8',
        DATABASE_LISTEN_URL: app,
        ...env
      }
    });
  const ports = [(await tryPort(0))!, (await tryPort(0))!];
  const servers: Awaited<ReturnType<typeof serve>>[] = [];
  for (const [i, port] of ports.entries()) {
    servers.push(await startProcess(port));
    stops.push(() => servers[i]!.stop());
  }
  const proxy = await startProxy(at, ports);
  stops.push(proxy.stop);
  return {
    origin,
    servers,
    pooler,
    proxy,
    /** Connections of the database itself, past the pooler. */
    addresses: { app, migrator, superuser },
    cluster: () => cluster,
    query: async <Row extends pg.QueryResultRow>(sql: string, values: unknown[] = []): Promise<Row[]> => {
      const client = new pg.Client({ connectionString: superuser });
      await client.connect();
      try {
        return (await client.query<Row>(sql, values)).rows;
      } finally {
        await client.end();
      }
    },
    /** Ends a process, and starts it again after a while. */
    restartProcess: async (nth: number, signal: NodeJS.Signals, awayMs = 0) => {
      const server = servers[nth]!;
      process.kill(server.pid!, signal);
      await server.exited;
      await pause(awayMs);
      servers[nth] = await startProcess(ports[nth]!);
    },
    /** Ends the database, and starts it again at its place. @param signal SIGINT: orderly; SIGKILL: as power fails */
    restartDatabase: async (signal: 'SIGINT' | 'SIGKILL' = 'SIGINT') => {
      const { port, pid } = cluster;
      if (signal === 'SIGKILL') {
        process.kill(pid, 'SIGKILL');
        await untilGone(pid);
      } else await cluster.stop();
      cluster = await startCluster(name, [], port);
    },
    /** Ends the database for good, as power fails. */
    killDatabase: async () => {
      process.kill(cluster.pid, 'SIGKILL');
      await untilGone(cluster.pid);
    },
    stop: async () => {
      for (const stop of stops.reverse()) await stop();
      rmSync(clusterFolder(name), { recursive: true, force: true });
    }
  };
}

/** Until a killed server's other processes have seen it, and let go of what they share. */
async function untilGone(pid: number): Promise<void> {
  const children = () => {
    try {
      return execFileSync('pgrep', ['-g', String(pid)], { encoding: 'utf8' }).trim();
    } catch {
      return '';
    }
  };
  for (let tries = 0; tries < 200 && children() !== ''; tries += 1) await pause(50);
}
