import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from './paths.js';
import { SetupError } from './say.js';

/** Tracks and pictures are larger than adapter-node's usual 512 kB. */
const bodySizeLimit = '25M';

/**
 * Serves the built application on loopback and waits until it answers.
 * @param {{ port: number, app: string, role?: string }} options
 */
export async function serve({ port, app, role }) {
  const origin = `http://localhost:${port}`;
  const server = spawn(process.execPath, [join(root, 'build/index.js')], {
    cwd: root,
    // Its own process group: the start command decides the order in which things stop.
    detached: true,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: origin,
      BODY_SIZE_LIMIT: bodySizeLimit,
      SHUTDOWN_TIMEOUT: '3',
      DATABASE_URL: app,
      ...(role ? { DATABASE_ROLE: role } : {})
    }
  });
  const exited = new Promise((done) => server.once('exit', done));
  for (let tries = 0; ; tries += 1) {
    if (server.exitCode !== null || tries > 300)
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
    exited,
    stop: async () => {
      if (server.exitCode === null && server.pid) process.kill(server.pid, 'SIGTERM');
      await exited;
    }
  };
}
