import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import pg from 'pg';
import { runner } from 'node-pg-migrate';
import type { ContentFile } from '../src/core/knowledge';

/**
 * Migrates a database and loads what it lacks; runs bundled, from the root of the checkout, [--demo].
 * What takes long to load stands in files of its own that are loaded when something is to be read.
 * MIGRATION_DATABASE_URL names the owner's connection, DATABASE_URL the application's.
 */

const root = process.cwd();
const appRole = 'good_trail_app';

function filesIn(folder: string, ending: string): ContentFile[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith(ending))
    .map((entry) => join(entry.parentPath, entry.name))
    .map((path) => ({ path: relative(folder, path), text: readFileSync(path, 'utf8') }))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
}

/**
 * On a given server the application's role may not exist yet, and our user must be able to take it. On a server
 * of our own the start command has made it.
 */
async function ensureAppRole(client: pg.Client): Promise<void> {
  try {
    const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [appRole]);
    if (!rowCount)
      await client.query(`create role ${appRole} nosuperuser nobypassrls nocreatedb nocreaterole`);
    const { rows } = await client.query<{ may: boolean }>(
      "select pg_has_role(current_user, $1, 'member') as may",
      [appRole]
    );
    if (!rows[0]!.may) await client.query(`grant ${appRole} to current_user`);
  } catch (error) {
    throw new Error(
      `This user of the database can neither make the role ${appRole} nor take it (${(error as Error).message}). ` +
        `Ask its administrator for: create role ${appRole}; grant ${appRole} to the user of DATABASE_URL;`
    );
  }
}

/** SHA-256 of files and of this program with them: the same two always make the same. */
function sourceOf(files: readonly ContentFile[]): string {
  const hash = createHash('sha256');
  for (const { path, text } of [...filesIn(dirname(process.argv[1]!), '.js'), ...files])
    hash.update(`${path}\0${text}\0`);
  return hash.digest('hex');
}

/**
 * What files make, or made when they were read before.
 * @param make returns the hash of the libraries' release
 */
async function readOnce(
  client: pg.Client,
  files: readonly ContentFile[],
  make: () => Promise<string>
): Promise<string> {
  const source = sourceOf(files);
  const { rows } = await client.query<{ hash: string }>(
    'select release_hash as hash from content_reading where source = $1',
    [source]
  );
  if (rows[0]) return rows[0].hash;
  const hash = await make();
  await client.query('insert into content_reading (source, release_hash) values ($1, $2)', [source, hash]);
  return hash;
}

const migrations = join(root, 'db/migrations');

/** A version that does not know what a newer one has made of the database would read and write it wrongly. */
async function refuseNewer(client: pg.Client): Promise<void> {
  const { rows: known } = await client.query<{ is: boolean }>(
    "select to_regclass('schema_migration') is not null as is"
  );
  if (!known[0]!.is) return;
  const own = new Set(readdirSync(migrations).map((file) => file.replace(/\.sql$/, '')));
  const { rows } = await client.query<{ name: string }>('select name from schema_migration order by name');
  const beyond = rows.filter(({ name }) => !own.has(name));
  if (beyond.length > 0)
    throw new Error(
      `This database was brought forward by a newer version (${beyond.map(({ name }) => name).join(', ')}). ` +
        'Start that version, or bring a backup from before back.'
    );
}

async function main(): Promise<void> {
  const owner = process.env['MIGRATION_DATABASE_URL'];
  if (!owner) throw new Error('MIGRATION_DATABASE_URL is not set.');
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  try {
    if (process.env['DATABASE_ROLE']) await ensureAppRole(client);
    // One process after the other: who comes second finds everything done.
    await client.query("select pg_advisory_lock(hashtextextended('good trail is prepared', 0))");
    await refuseNewer(client);
    await runner({
      dbClient: client,
      dir: migrations,
      noLock: true,
      direction: 'up',
      migrationsTable: 'schema_migration',
      log: () => undefined
    });
    const content = filesIn(join(root, 'content'), '.yaml');
    const isOfDemo = ({ path }: ContentFile) => path.startsWith('demo/');
    const libraries = content.filter((file) => !isOfDemo(file));
    const release = await readOnce(client, libraries, async () =>
      (await import('./library')).storeRelease(client, libraries)
    );
    if (process.argv.includes('--demo'))
      await readOnce(client, [{ path: 'release', text: release }, ...content.filter(isOfDemo)], async () => {
        await (await import('./demo')).loadDemo(release, join(root, 'content/demo/demo.yaml'));
        return release;
      });
  } finally {
    await client.end();
  }
}

main().then(
  () => process.exit(0),
  (error: Error) => {
    console.error(error.message);
    process.exit(1);
  }
);
