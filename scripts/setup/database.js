import { ensureDatabaseScript } from './build.js';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.js';
import { runToEnd } from './run.js';
import { SetupError } from './say.js';

/** Whether a database lacks migrations of this version. @param {string} url */
export async function pendingMigrations(url) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows: known } = await client.query("select to_regclass('schema_migration') is not null as any");
    if (!known[0].any) return false;
    const { rows } = await client.query('select name from schema_migration');
    const done = new Set(rows.map(({ name }) => name));
    return readdirSync(join(root, 'db/migrations')).some((file) => !done.has(file.replace(/\.sql$/, '')));
  } finally {
    await client.end();
  }
}

/**
 * Migrates a database and loads the library, with the demo where wanted.
 * @param {{ app: string, migrator: string, role?: string, demo: boolean }} database
 */
export async function prepareDatabase({ app, migrator, role, demo }) {
  const { isClean, printed } = await runToEnd(
    process.execPath,
    [await ensureDatabaseScript(), ...(demo ? ['--demo'] : [])],
    {
      ...process.env,
      MIGRATION_DATABASE_URL: migrator,
      DATABASE_URL: app,
      ...(role ? { DATABASE_ROLE: role } : {})
    }
  );
  if (!isClean) throw new SetupError(`The database could not be prepared.\n${printed.trim()}`);
}
