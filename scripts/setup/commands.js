import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { backUp, bringBack, sayCounts } from './backup.js';
import { ensureAdminScript } from './build.js';
import { addresses, ensureDatabase, runningCluster, startCluster } from './cluster.js';
import { ensureNpmPackages, ensurePostgres } from './packages.js';
import { root } from './paths.js';
import { SetupError, say } from './say.js';

/**
 * What the start command does beside serving: backups, and what only who runs the installation may do.
 *
 * @typedef {{ database: string, stops: (() => Promise<void>)[], origin: string }} Place
 *   database: its name in a cluster of our own
 */

const given = () => process.env['DATABASE_URL'];
const migratorRole = 'good_trail_migrator';

/** @param {string} question */
export async function confirm(question) {
  const terminal = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await terminal.question(question);
  terminal.close();
  return answer.trim().toLowerCase() === 'yes';
}

/** The cluster of our own, whether or not it runs already. @param {Place} place */
const ownCluster = async ({ stops }) => runningCluster('app') ?? (await startCluster('app', stops));

/** Connections with all rights that there are on the database that is served. @param {Place} place */
async function served(place) {
  const url = given();
  if (url) return { admin: url, app: url, owner: url, role: 'good_trail_app' };
  const cluster = await ownCluster(place);
  const { superuser, app, migrator } = addresses(cluster, place.database);
  return { admin: superuser, app, owner: migrator, role: undefined };
}

/** @param {Place} place @param {string | undefined} file */
async function backup(place, file) {
  if (!file) throw new SetupError('Say into which file: ./start backup FILE');
  const { admin } = await served(place);
  sayCounts(await backUp(admin, file));
  say(`The backup is in ${file}. Keep a copy on another machine; it holds personal data.`);
}

/**
 * A database of our own beside the one that is served, empty.
 * @param {import('./cluster.js').Cluster} cluster @param {string} name
 */
async function emptyBeside(cluster, name) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: addresses(cluster, 'postgres').superuser });
  await client.connect();
  await client.query(`drop database if exists ${client.escapeIdentifier(name)} with (force)`);
  await client.end();
  await ensureDatabase(cluster, name);
  return addresses(cluster, name).superuser;
}

/** @param {Place} place @param {string | undefined} file */
async function check(place, file) {
  if (!file) throw new SetupError('Say which file: ./start check FILE');
  const cluster = await ownCluster(place);
  const url = await emptyBeside(cluster, 'good_trail_check');
  sayCounts(await bringBack(url, file, migratorRole));
  await dropDatabase(cluster, 'good_trail_check');
  say('Every table was brought back from the file, and is as it was when the backup was made.');
}

/** @param {import('./cluster.js').Cluster} cluster @param {string} name */
async function dropDatabase(cluster, name) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: addresses(cluster, 'postgres').superuser });
  await client.connect();
  await client.query(`drop database ${client.escapeIdentifier(name)} with (force)`);
  await client.end();
}

/** @param {Place} place @param {string | undefined} file */
async function restore(place, file) {
  if (!file) throw new SetupError('Say from which file: ./start restore FILE');
  const url = given();
  if (url) {
    sayCounts(await bringBack(url, file));
    say('The backup is in the database of DATABASE_URL. ./start serves it.');
    return;
  }
  if (runningCluster('app'))
    throw new SetupError('Stop Good Trail first: a backup is brought back while nobody works.');
  const cluster = await ownCluster(place);
  const restored = `${place.database}_restored`;
  const source = await emptyBeside(cluster, restored);
  sayCounts(await bringBack(source, file, migratorRole));
  const aside = `${place.database}_before_${new Date().toISOString().slice(0, 19).replaceAll(/\D/g, '')}`;
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: addresses(cluster, 'postgres').superuser });
  await client.connect();
  const { rowCount } = await client.query('select from pg_database where datname = $1', [place.database]);
  const named = (/** @type {string} */ name) => client.escapeIdentifier(name);
  if (rowCount) {
    await client.query(`alter database ${named(place.database)} rename to ${named(aside)}`);
    say(`What was there before is kept in the database ${aside} of the same cluster.`);
  }
  await client.query(`alter database ${named(restored)} rename to ${named(place.database)}`);
  await client.end();
  say('The backup is in place. ./start serves it.');
}

/**
 * Runs a command of the application itself.
 * @param {Place} place @param {string[]} args @param {{ asOwner?: boolean }} [as] asOwner: of the tables
 */
async function admin(place, args, { asOwner = false } = {}) {
  ensureNpmPackages();
  const { app, owner, role } = await served(place);
  const { status, stdout, stderr } = spawnSync(process.execPath, [await ensureAdminScript(), ...args], {
    cwd: root,
    encoding: 'utf8',
    env: {
      ...process.env,
      DATABASE_URL: asOwner ? owner : app,
      ORIGIN: place.origin,
      ...(role && !asOwner ? { DATABASE_ROLE: role } : {})
    }
  });
  if (status !== 0) throw new SetupError(stderr.trim() || 'This did not work.');
  console.log(stdout.trimEnd());
}

/** A stand-in for a mail server, that prints what it gets. @param {Place} place @param {string | undefined} port */
async function postBox({ stops }, port = '2525') {
  const { openPostBox } = await import('./post-box.js');
  const box = await openPostBox({
    port: Number(port),
    onLetter: ({ to, text }) => console.log(`\n--- to ${to.join(', ')}\n${text}`)
  });
  stops.push(box.close);
  say(
    `A mail server that delivers to nobody. Start Good Trail with: MAIL_URL=${box.url} MAIL_FROM=walks@example.org`
  );
  await new Promise((done) => process.once('SIGINT', done));
}

/** @type {Record<string, (place: Place, words: string[]) => Promise<void>>} */
export const commands = {
  backup: (place, [file]) => backup(place, file),
  restore: (place, [file]) => restore(place, file),
  check: (place, [file]) => check(place, file),
  'owner-link': (place, words) => admin(place, ['owner-link', ...words]),
  'factor-off': (place, words) => admin(place, ['factor-off', ...words]),
  'export-school': (place, [email = '', file = '', ...named]) =>
    admin(place, ['export-school', email, file && resolve(file), ...named]),
  'import-school': (place, [file = '']) =>
    admin(place, ['import-school', file && resolve(file)], { asOwner: true }),
  'post-box': (place, [port]) => postBox(place, port),
  'new-school': (place, words) => admin(place, ['new-school', ...words])
};

/** Runs one of them. @param {string} name @param {Place} place @param {string[]} words */
export async function runCommand(name, place, words) {
  const command = commands[name];
  if (!command) throw new SetupError(`There is no command “${name}”: ${Object.keys(commands).join(', ')}.`);
  ensureNpmPackages();
  if (name !== 'post-box') ensurePostgres();
  await command(place, words);
}
