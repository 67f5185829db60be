import { spawnSync } from 'node:child_process';
import { ensureDatabaseScript } from './build.js';
import { root } from './paths.js';
import { SetupError } from './say.js';

/**
 * Migrates a database and loads the library, with the demo where wanted.
 * @param {{ app: string, migrator: string, role?: string, demo: boolean }} database
 */
export function prepareDatabase({ app, migrator, role, demo }) {
  const result = spawnSync(process.execPath, [ensureDatabaseScript(), ...(demo ? ['--demo'] : [])], {
    cwd: root,
    encoding: 'utf8',
    env: {
      ...process.env,
      MIGRATION_DATABASE_URL: migrator,
      DATABASE_URL: app,
      ...(role ? { DATABASE_ROLE: role } : {})
    }
  });
  if (result.status !== 0)
    throw new SetupError(
      `The database could not be prepared.\n${result.stderr.trim() || result.stdout.trim()}`
    );
}
