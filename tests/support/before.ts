import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { isRoot, root } from '../../scripts/setup/paths.js';
import { tryPort } from '../../scripts/setup/ports.js';

/** What stands before an installation, made from the examples in docs/deploy on ports of our own. */

const example = (name: string) => readFileSync(join(root, 'docs/deploy', name), 'utf8');

/** An example with other values. @throws where it has none of them to change */
function changed(name: string, changes: readonly (readonly [from: string | RegExp, to: string])[]): string {
  return changes.reduce((text, [from, to]) => {
    const next = text.replaceAll(typeof from === 'string' ? from : new RegExp(from, 'g'), to);
    if (next === text) throw new Error(`docs/deploy/${name} has no “${from}” any more.`);
    return next;
  }, example(name));
}

/** A folder that servers under users of their own may read and write. */
function openFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'good-trail-before-'));
  chmodSync(folder, 0o777);
  return folder;
}

const answers = (port: number) =>
  new Promise<boolean>((resolve) => {
    const socket = connect(port, '127.0.0.1', () => {
      socket.destroy();
      resolve(true);
    });
    socket.on('error', () => resolve(false));
  });

async function whenListening(name: string, port: number, child: ChildProcess): Promise<void> {
  let said = '';
  child.stderr?.on('data', (chunk: Buffer) => (said += chunk.toString()));
  for (let tries = 0; !(await answers(port)); tries += 1) {
    if (child.exitCode !== null || tries > 600) throw new Error(`${name} did not start:\n${said}`);
    await pause(50);
  }
}

async function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const exit = new Promise((done) => child.once('exit', done));
  child.kill(signal);
  await exit;
}

/** What stands there, until it is stopped. */
export interface Standing {
  readonly port: number;
  restart(): Promise<void>;
  stop(): Promise<void>;
}

/** PgBouncer in transaction mode. @param database a connection of the application's role, and its address there */
export async function startPooler(
  database: string
): Promise<Standing & { readonly address: string; pointTo(port: number): Promise<void> }> {
  const folder = openFolder();
  const port = (await tryPort(0))!;
  const { port: first, pathname, username, password } = new URL(database);
  const name = pathname.slice(1);
  const file = join(folder, 'pgbouncer.ini');
  const writeFor = (behind: string) =>
    writeFileSync(
      file,
      changed('pgbouncer.ini', [
        [
          'good_trail = host=127.0.0.1 port=5432 dbname=good_trail',
          `${name} = host=127.0.0.1 port=${behind} dbname=${name}`
        ],
        ['listen_port = 6432', `listen_port = ${port}`],
        ['default_pool_size = 20', 'default_pool_size = 4'],
        ['/etc/pgbouncer/userlist.txt', join(folder, 'userlist.txt')],
        [/\/var\/(log|run)\/postgresql/, folder]
      ])
    );
  writeFor(first);
  writeFileSync(join(folder, 'userlist.txt'), `"${username}" "${decodeURIComponent(password)}"\n`);
  const start = async () => {
    // It refuses to run as root.
    const started = spawn('pgbouncer', [...(isRoot ? ['-u', 'postgres'] : []), file], {
      stdio: ['ignore', 'ignore', 'pipe']
    });
    await whenListening('PgBouncer', port, started);
    return started;
  };
  let child = await start();
  const restart = async () => {
    await ended(child, 'SIGKILL');
    rmSync(join(folder, 'pgbouncer.pid'), { force: true });
    child = await start();
  };
  const address = new URL(database);
  address.port = String(port);
  return {
    port,
    address: address.href,
    restart,
    /** Leads to a database at another port: a restart, as an administrator does it after a failover. */
    pointTo: async (behind) => {
      writeFor(String(behind));
      await restart();
    },
    stop: async () => {
      await ended(child, 'SIGTERM');
      rmSync(folder, { recursive: true, force: true });
    }
  };
}

/** nginx with TLS by a certificate of its own. @param processes ports of the application's */
export async function startProxy(port: number, processes: readonly number[]): Promise<Standing> {
  const folder = openFolder();
  const inFolder = (name: string) => join(folder, name);
  const plain = (await tryPort(0))!;
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'ec',
      '-pkeyopt',
      'ec_paramgen_curve:prime256v1',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      inFolder('privkey.pem'),
      '-out',
      inFolder('fullchain.pem')
    ],
    { stdio: 'ignore' }
  );
  writeFileSync(
    inFolder('site.conf'),
    changed('nginx.conf', [
      ['  server 127.0.0.1:4310;', processes.map((one) => `  server 127.0.0.1:${one};`).join('\n')],
      ['listen 443 ssl', `listen 127.0.0.1:${port} ssl`],
      ['listen 80', `listen 127.0.0.1:${plain}`],
      ['/etc/letsencrypt/live/walks.example.org', folder],
      ['walks.example.org', 'localhost']
    ])
  );
  const paths = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'];
  writeFileSync(
    inFolder('nginx.conf'),
    `${isRoot ? 'user nobody nogroup;\n' : ''}pid ${inFolder('nginx.pid')};
error_log stderr error;
events {}
http {
  access_log off;
${paths.map((one) => `  ${one}_temp_path ${inFolder(one)};`).join('\n')}
  include ${inFolder('site.conf')};
}
`
  );
  const start = async () => {
    const started = spawn('nginx', ['-c', inFolder('nginx.conf'), '-p', folder, '-g', 'daemon off;'], {
      stdio: ['ignore', 'ignore', 'pipe']
    });
    await whenListening('nginx', port, started);
    return started;
  };
  let child = await start();
  return {
    port,
    restart: async () => {
      await ended(child, 'SIGQUIT');
      child = await start();
    },
    stop: async () => {
      await ended(child, 'SIGTERM');
      rmSync(folder, { recursive: true, force: true });
    }
  };
}
