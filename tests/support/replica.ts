import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, chownSync, mkdirSync, rmSync, statSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { join } from 'node:path';
import pg from 'pg';
import { postgresPrograms } from '../../scripts/setup/packages.js';
import { tryPort } from '../../scripts/setup/ports.js';

/** PostgreSQL's own streaming replica, as docs/running.md makes one. */

const programs = () => postgresPrograms() ?? '';

/** One statement at a server. @param superuser its connection */
async function at(superuser: string, sql: string): Promise<Record<string, unknown>[]> {
  const client = new pg.Client({ connectionString: superuser });
  await client.connect();
  try {
    return (await client.query(sql)).rows;
  } finally {
    await client.end();
  }
}

/**
 * Starts a replica of a primary that waits for it: what is acknowledged is on both.
 * @param superuser of the primary
 * @param folder of the primary's data: the replica lies beside it, of the same user
 */
export async function startReplica(superuser: string, folder: string) {
  const primary = new URL(superuser);
  const data = join(folder, '..', 'replica');
  const { uid, gid } = statSync(folder);
  const user = process.getuid?.() === 0 ? { uid, gid } : {};
  rmSync(data, { recursive: true, force: true });
  mkdirSync(data, { mode: 0o700 });
  chmodSync(data, 0o700);
  chownSync(data, uid, gid);
  execFileSync(
    join(programs(), 'pg_basebackup'),
    // -R writes standby.signal and how the primary is reached.
    [
      '-h',
      primary.hostname,
      '-p',
      primary.port,
      '-U',
      primary.username,
      '-D',
      data,
      '-R',
      '-X',
      'stream',
      '-c',
      'fast'
    ],
    {
      ...user,
      cwd: '/',
      stdio: 'pipe',
      env: { ...process.env, PGPASSWORD: decodeURIComponent(primary.password) }
    }
  );
  const port = (await tryPort(0))!;
  const server = spawn(
    join(programs(), 'postgres'),
    ['-D', data, '-p', String(port), '-c', 'listen_addresses=127.0.0.1', '-c', 'unix_socket_directories='],
    { ...user, cwd: '/', detached: true, stdio: 'ignore' }
  );
  const here = new URL(superuser);
  here.port = String(port);
  const answers = async (sql: string, wanted: unknown) => {
    for (let tries = 0; ; tries += 1) {
      const [row] = await at(here.href, sql).catch(() => []);
      if (row && Object.values(row)[0] === wanted) return;
      if (tries > 600) throw new Error('The replica does not get as far.');
      await pause(100);
    }
  };
  await answers('select pg_is_in_recovery()', true);
  await at(superuser, "alter system set synchronous_standby_names = '*'");
  await at(superuser, 'select pg_reload_conf()');
  for (let tries = 0; tries < 300; tries += 1) {
    const [row] = await at(superuser, 'select sync_state from pg_stat_replication');
    if (row?.['sync_state'] === 'sync') break;
    await pause(100);
  }
  return {
    port,
    superuser: here.href,
    /** Makes it the primary, that waits for nobody. */
    promote: async () => {
      await at(here.href, 'select pg_promote()');
      await answers('select pg_is_in_recovery()', false);
      await at(here.href, "alter system set synchronous_standby_names = ''");
      await at(here.href, 'select pg_reload_conf()');
    },
    stop: async () => {
      if (server.exitCode !== null || !server.pid) return;
      const gone = new Promise((done) => server.once('exit', done));
      process.kill(server.pid, 'SIGINT');
      await gone;
      rmSync(data, { recursive: true, force: true });
    }
  };
}
