import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { ensureBuild } from './setup/build.js';
import { addresses, ensureDatabase, startCluster } from './setup/cluster.js';
import { prepareDatabase } from './setup/database.js';
import { ensureNpmPackages, ensurePostgres } from './setup/packages.js';
import { clusterFolder, local } from './setup/paths.js';
import { tryPort } from './setup/ports.js';
import { isOurs, readPid } from './setup/processes.js';
import { SetupError, readOptions, runMain, say } from './setup/say.js';
import { endLeftover, serve } from './setup/server.js';

const help = `Usage: ./start [--port 4310] [--fresh] [--empty]

  --port N   serve on another port than 4310
  --fresh    delete the database of this checkout and start over, after asking
  --empty    start without the demo and set up the first owner in the browser

DATABASE_URL   use this PostgreSQL server instead of one of our own`;

/** @param {string} question */
async function confirm(question) {
  const terminal = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await terminal.question(question);
  terminal.close();
  return answer.trim().toLowerCase() === 'yes';
}

/** Two start commands in one checkout would share one cluster. */
function claimCheckout() {
  const file = join(local, 'start.pid');
  mkdirSync(local, { recursive: true });
  const pid = readPid(file);
  if (pid !== process.pid && isOurs(pid, 'scripts/start.js'))
    throw new SetupError(
      `Good Trail already runs from this folder (process ${pid}). Stop it with Ctrl-C there first.`
    );
  writeFileSync(file, String(process.pid));
  return () => rmSync(file, { force: true });
}

async function main() {
  const values = readOptions(help, {
    port: { type: 'string', default: '4310' },
    fresh: { type: 'boolean', default: false },
    empty: { type: 'boolean', default: false },
    help: { type: 'boolean', short: 'h', default: false }
  });
  if (values.help) {
    console.log(help);
    return 0;
  }
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 1024 || port > 65535)
    throw new SetupError(`'${values.port}' is no port between 1024 and 65535.`);
  console.log('Good Trail');
  const release = claimCheckout();
  /** @type {(() => Promise<void>)[]} */
  const stops = [];
  const stopAll = async () => {
    while (stops.length > 0)
      await stops
        .pop()?.()
        .catch(() => undefined);
    release();
  };
  let isStopping = false;
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
    process.on(signal, () => {
      if (isStopping) return;
      isStopping = true;
      say('Stopping …');
      stopAll().then(() => process.exit(0));
    });

  try {
    await endLeftover();
    if (!(await tryPort(port)))
      throw new SetupError(
        `Port ${port} is taken by another program. Stop that, or choose another: ./start --port ${port + 1}`
      );
    ensureNpmPackages();
    const given = process.env['DATABASE_URL'];
    const database = given
      ? { app: given, migrator: given, role: 'good_trail_app' }
      : await ownDatabase(values.fresh, stops);
    if (given && values.fresh)
      throw new SetupError('--fresh deletes only a database of our own, not the one in DATABASE_URL.');
    prepareDatabase({ ...database, demo: !values.empty });
    ensureBuild();
    const server = await serve({ port, ...database, remember: true });
    stops.push(server.stop);
    announce(server.origin, values.empty);
    await server.exited;
    if (!isStopping) throw new SetupError('The application ended by itself (see above).');
    return await new Promise(() => undefined);
  } catch (error) {
    if (!isStopping) await stopAll();
    throw error;
  }
}

/** @param {boolean} fresh @param {(() => Promise<void>)[]} stops */
async function ownDatabase(fresh, stops) {
  ensurePostgres();
  if (fresh) {
    if (!(await confirm('  Delete everything that was entered in this checkout? Type yes: ')))
      throw new SetupError('Nothing was deleted.');
    rmSync(clusterFolder('app'), { recursive: true, force: true });
  }
  const cluster = await startCluster('app', stops);
  await ensureDatabase(cluster, 'good_trail');
  const { app, migrator } = addresses(cluster, 'good_trail');
  return { app, migrator };
}

/** @param {string} origin @param {boolean} empty */
function announce(origin, empty) {
  console.log(`\n  Open ${origin}\n`);
  if (empty) say('If nobody has signed up yet, the first page sets up the owner.');
  else {
    say('Demo sign-ins (password good-trail-demo):');
    for (const role of ['owner', 'instructor', 'assistant', 'learner']) say(`  ${role}@demo.example`);
  }
  console.log('\n  Ctrl-C stops everything.\n');
}

await runMain(main);
