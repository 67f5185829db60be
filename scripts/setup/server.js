import { spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { local, root } from './paths.js';
import { end, isOurs, readPid } from './processes.js';
import { SetupError, say } from './say.js';

/** Tracks and pictures are larger than adapter-node's usual 512 kB. */
const bodySizeLimit = '25M';

/**
 * Room for what is old, in MB: 50 to 90 are in use while two hundred practise. Without a limit Node.js tidies up only
 * when it has taken several times as much, and a machine with one gigabyte has no such room.
 */
const oldRoom = '--max-old-space-size=320';

/** Looks, 50 ms apart, until it answers: it waits for its database for a minute. */
const mostTries = 1400;

const entry = join(root, 'build/index.js');
const pidFile = join(local, 'server.pid');

/** Ends the application that a killed start command of this checkout left behind; it would hold the port. */
export async function endLeftover() {
  const pid = readPid(pidFile);
  if (!isOurs(pid, entry)) return;
  say('Ending the application that an earlier run left behind …');
  if (!(await end(pid, 'SIGTERM')))
    throw new SetupError(`The earlier application (process ${pid}) does not end. End it by hand.`);
}

/** Letters of the log that are remembered. */
const longestLog = 200_000;

/**
 * @typedef {{ port: number, app: string, role?: string, origin?: string, user?: { uid?: number, gid?: number },
 *   env?: Record<string, string>, remember?: boolean }} ServeOptions
 *   origin: the address by which people reach it, where a proxy stands before it; user: as whom it runs;
 *   remember: for `endLeftover`
 */

/**
 * Starts a process of the built application.
 * @param {ServeOptions} options
 */
function startProcess({ port, app, role, origin, user = {}, env = {} }) {
  return spawn(process.execPath, [oldRoom, entry], {
    cwd: root,
    ...user,
    // Its own process group: the start command decides the order in which things stop.
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: origin ?? `http://localhost:${port}`,
      BODY_SIZE_LIMIT: bodySizeLimit,
      SHUTDOWN_TIMEOUT: '3',
      // Node.js hangs up after 5 s, just as a slow client asks again over the same connection.
      KEEP_ALIVE_TIMEOUT: '65',
      DATABASE_URL: app,
      ...(role ? { DATABASE_ROLE: role } : {}),
      ...env
    }
  });
}

/**
 * Serves the built application on loopback and waits until it answers.
 * @param {ServeOptions} options
 * @returns `printed` tells what the application has written to its log
 */
export async function serve(options) {
  const { port, origin = `http://localhost:${port}`, remember = false } = options;
  const server = startProcess(options);
  let printed = '';
  for (const stream of [server.stdout, server.stderr])
    stream.on('data', (chunk) => (printed = (printed + chunk).slice(-longestLog)));
  server.stderr.pipe(process.stderr, { end: false });
  if (remember) writeFileSync(pidFile, String(server.pid));
  const exited = new Promise((done) => server.once('exit', done));
  for (let tries = 0; ; tries += 1) {
    if (server.exitCode !== null || tries > mostTries)
      throw new SetupError('The application did not start (see above).');
    const answers = await fetch(`http://127.0.0.1:${port}/health`).then(
      (response) => response.ok,
      () => false
    );
    if (answers) break;
    await wait(50);
  }
  return {
    origin,
    pid: server.pid,
    exited,
    printed: () => printed,
    stop: async () => {
      if (server.exitCode === null && server.signalCode === null && server.pid)
        process.kill(server.pid, 'SIGTERM');
      await exited;
    }
  };
}
