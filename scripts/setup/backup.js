import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { postgresPrograms } from './packages.js';
import { SetupError, say } from './say.js';

/**
 * Backups: one file that holds PostgreSQL's own archive of the whole database, and what must be in it, table by table.
 * They are complete although row-level security binds the tables' owner: a dump that is bound by it is empty and says
 * nothing.
 *
 * @typedef {{ rows: number, sum: string }} TableSum
 * @typedef {{ format: 1, madeAt: string, tables: Record<string, TableSum> }} Manifest
 */

const parts = { archive: 'database.pgdump', manifest: 'manifest.json' };

/** @param {string} url */
async function connect(url) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect().catch((error) => {
    throw new SetupError(`The database does not answer: ${error.message}`);
  });
  return client;
}

/** @param {import('pg').Client} client @returns {Promise<string[]>} */
async function tablesOf(client) {
  const { rows } = await client.query(
    "select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1"
  );
  return rows.map(({ name }) => name);
}

/**
 * How many rows each table has, and a sum over all of them that does not depend on their order.
 * @param {import('pg').Client} client one that row-level security does not bind
 * @returns {Promise<Record<string, TableSum>>}
 */
async function sumsOf(client) {
  await client.query("select set_config('TimeZone', 'UTC', false), set_config('row_security', 'off', false)");
  /** @type {Record<string, TableSum>} */
  const sums = {};
  for (const name of await tablesOf(client)) {
    const { rows } = await client.query(
      `select count(*)::int as rows, coalesce(sum(('x' || left(md5(t::text), 15))::bit(60)::bigint), 0)::text as sum
         from ${client.escapeIdentifier(name)} t`
    );
    sums[name] = rows[0];
  }
  return sums;
}

/**
 * Lets the owner of the tables read all of them for a while, where they are no superuser. The application's role owns
 * nothing and stays bound all the time.
 * @template T @param {import('pg').Client} client @param {() => Promise<T>} work
 */
async function unbound(client, work) {
  const { rows } = await client.query(
    'select rolsuper or rolbypassrls as free from pg_roles where rolname = current_user'
  );
  if (rows[0].free) return work();
  try {
    await forceOnAll(client, false);
    return await work();
  } finally {
    await forceOnAll(client, true);
  }
}

/** @param {import('pg').Client} client @param {boolean} isForced */
async function forceOnAll(client, isForced) {
  const { rows } = await client.query(
    "select relname as name from pg_class where relkind = 'r' and relrowsecurity and relnamespace = 'public'::regnamespace"
  );
  for (const { name } of rows)
    await client.query(
      `alter table ${client.escapeIdentifier(name)} ${isForced ? '' : 'no '}force row level security`
    );
}

/**
 * @param {string} name a program of PostgreSQL @param {string[]} args @param {string} url
 * @param {(code: number, said: string) => boolean} isFine
 */
function run(name, args, url, isFine = (code) => code === 0) {
  const { status, stderr } = spawnSync(join(postgresPrograms() ?? '', name), args, {
    encoding: 'utf8',
    // Not among the arguments, which everybody on the machine can read.
    env: { ...process.env, ...connectionOf(url) }
  });
  if (!isFine(status ?? 1, stderr)) throw new SetupError(`${name} failed:\n${stderr.slice(-2000)}`);
}

/** @param {string} url @returns the environment of PostgreSQL's programs */
function connectionOf(url) {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  return {
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    ...(searchParams.get('sslmode') ? { PGSSLMODE: searchParams.get('sslmode') ?? '' } : {})
  };
}

/** @template T @param {(folder: string) => Promise<T>} work */
async function inScratchFolder(work) {
  const folder = mkdtempSync(join(tmpdir(), 'good-trail-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param {string[]} args */
function tar(args) {
  const { status, stderr } = spawnSync('tar', args, { encoding: 'utf8' });
  if (status !== 0) throw new SetupError(`The file could not be read or written:\n${stderr}`);
}

/**
 * Writes a backup of a database to a file, while it is in use: the archive and the sums see one and the same moment.
 * @param {string} url of a superuser, or of the owner of the tables
 * @param {string} file
 */
export async function backUp(url, file) {
  const target = resolve(file);
  const client = await connect(url);
  try {
    return await inScratchFolder(async (folder) => {
      const manifest = await unbound(client, async () => {
        await client.query('begin isolation level repeatable read read only');
        const { rows } = await client.query('select pg_export_snapshot() as snapshot, now() as at');
        const tables = await sumsOf(client);
        run(
          'pg_dump',
          ['--format=custom', `--snapshot=${rows[0].snapshot}`, `--file=${join(folder, parts.archive)}`],
          url
        );
        await client.query('commit');
        return /** @type {Manifest} */ ({ format: 1, madeAt: rows[0].at.toISOString(), tables });
      });
      writeFileSync(join(folder, parts.manifest), JSON.stringify(manifest, null, 1));
      // Whole or not at all: a backup that was cut off must not lie where a whole one is looked for.
      tar(['-cf', `${target}.part`, '-C', folder, parts.manifest, parts.archive]);
      chmodSync(`${target}.part`, 0o600);
      renameSync(`${target}.part`, target);
      return countsOf(manifest);
    });
  } finally {
    await client.end();
    rmSync(`${target}.part`, { force: true });
  }
}

/** @param {Manifest} manifest */
const countsOf = ({ tables, madeAt }) => ({
  madeAt,
  tables: Object.keys(tables).length,
  rows: Object.values(tables).reduce((sum, { rows }) => sum + rows, 0)
});

/**
 * Brings a backup into an empty database and compares every table with what the file says.
 * @param {string} url of a superuser, or of somebody who may make tables there
 * @param {string} file
 * @param {string} [owner] whose the tables become, where a superuser brings them in
 */
export async function bringBack(url, file, owner) {
  if (!existsSync(file)) throw new SetupError(`There is no file “${file}”.`);
  const client = await connect(url);
  try {
    if ((await tablesOf(client)).length > 0)
      throw new SetupError('This database is not empty. A backup is brought back into an empty one only.');
    return await inScratchFolder(async (folder) => {
      tar(['-xf', resolve(file), '-C', folder]);
      /** @type {Manifest} */
      let manifest;
      try {
        manifest = JSON.parse(readFileSync(join(folder, parts.manifest), 'utf8'));
      } catch {
        throw new SetupError(`“${file}” is no backup of Good Trail.`);
      }
      run(
        'pg_restore',
        [
          '--no-owner',
          '--exit-on-error',
          '--single-transaction',
          ...(owner ? [`--role=${owner}`] : []),
          `--dbname=${connectionOf(url).PGDATABASE}`,
          join(folder, parts.archive)
        ],
        url
      );
      if (owner) await client.query(`set role ${client.escapeIdentifier(owner)}`);
      await forceOnAll(client, true);
      if (owner) await client.query('reset role');
      const found = await unbound(client, () => sumsOf(client));
      const wrong = Object.keys({ ...manifest.tables, ...found }).filter(
        (name) => JSON.stringify(manifest.tables[name]) !== JSON.stringify(found[name])
      );
      if (wrong.length > 0)
        throw new SetupError(`What was brought back is not what was backed up, in: ${wrong.join(', ')}.`);
      return countsOf(manifest);
    });
  } finally {
    await client.end();
  }
}

/** @param {{ madeAt: string, tables: number, rows: number }} counts */
export const sayCounts = ({ madeAt, tables, rows }) =>
  say(`${rows.toLocaleString('en-GB')} rows of ${tables} tables, as of ${madeAt}.`);
