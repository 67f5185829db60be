import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import pg from 'pg';
import { runner } from 'node-pg-migrate';
import { type ContentFile, contentHash, readLibraries } from '../src/core/knowledge';
import { loadDemo } from './demo';

/**
 * Migrates a database and loads what it lacks; runs bundled, from the root of the checkout, [--demo].
 * MIGRATION_DATABASE_URL names the owner's connection, DATABASE_URL the application's.
 */

const root = process.cwd();
const appRole = 'good_trail_app';

function contentFiles(folder: string): ContentFile[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.yaml'))
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

/** Loads the starter libraries as an immutable release; the same content has the same hash and is loaded once. */
async function loadLibraries(client: pg.Client): Promise<string> {
  const files = contentFiles(join(root, 'content')).filter(({ path }) => !path.startsWith('demo/'));
  const result = readLibraries(files);
  if ('problems' in result) throw new Error(`The content has problems:\n${result.problems.join('\n')}`);
  const regions = [...result.regions];
  const hash = contentHash(regions.map(([region, { library }]) => [region, library.hash]));
  const name = regions.map(([, { document }]) => document.region.title).join(', ');
  await client.query('begin');
  const { rowCount } = await client.query(
    'insert into library_release (hash, name) values ($1, $2) on conflict (hash) do nothing',
    [hash, name]
  );
  if (rowCount)
    for (const [region, { document }] of regions)
      await client.query('insert into release_library (hash, region, document) values ($1, $2, $3)', [
        hash,
        region,
        document
      ]);
  await client.query('commit');
  return hash;
}

async function main(): Promise<void> {
  const owner = process.env['MIGRATION_DATABASE_URL'];
  if (!owner) throw new Error('MIGRATION_DATABASE_URL is not set.');
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  try {
    if (process.env['DATABASE_ROLE']) await ensureAppRole(client);
    await runner({
      dbClient: client,
      dir: join(root, 'db/migrations'),
      direction: 'up',
      migrationsTable: 'schema_migration',
      log: () => undefined
    });
    const hash = await loadLibraries(client);
    if (process.argv.includes('--demo')) await loadDemo(hash, join(root, 'content/demo/demo.yaml'));
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
