import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { local, program, root } from './paths.js';
import { runToEnd } from './run.js';
import { SetupError, say } from './say.js';

/** @param {string} path @returns {number} newest change below a path, in milliseconds */
function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/**
 * Builds where the sources are newer than the last finished build; the stamp is written last.
 * @param {string} stamp @param {string[]} sources @param {string[]} command arguments of vite
 */
async function ensure(stamp, sources, command) {
  const changed = Math.max(...sources.map((name) => newest(join(root, name))));
  if (existsSync(stamp) && statSync(stamp).mtimeMs > changed) return;
  say('Building …');
  const { isClean, printed } = await runToEnd(program('vite'), ['build', '--logLevel', 'warn', ...command]);
  if (!isClean) throw new SetupError(`The build failed:\n${printed}`);
  writeFileSync(stamp, '');
}

export async function ensureBuild() {
  await ensure(
    join(root, 'build', '.finished'),
    ['src', 'static', 'svelte.config.js', 'vite.config.ts', 'package-lock.json'],
    []
  );
  // After it: building the application empties its folder.
  await ensure(
    join(root, 'build/threads', '.finished'),
    ['src/core', 'src/lib/server', 'scripts/threads.vite.config.ts', 'package-lock.json'],
    ['--config', 'scripts/threads.vite.config.ts']
  );
}

const tools = join(local, 'tools');

/** Bundles the scripts that touch the database: compiling them at each start would take longer than all else. */
async function ensureTools() {
  // Our tsconfig extends the one that SvelteKit writes, which a fresh clone does not have yet.
  if (!existsSync(join(root, '.svelte-kit', 'tsconfig.json')))
    await runToEnd(program('svelte-kit'), ['sync']);
  await ensure(
    join(tools, '.finished'),
    ['src/core', 'src/lib/server', 'scripts', 'package-lock.json'],
    ['--config', 'scripts/vite.config.ts']
  );
}

export async function ensureDatabaseScript() {
  await ensureTools();
  return join(tools, 'database.js');
}

export async function ensureAdminScript() {
  await ensureTools();
  return join(tools, 'admin.js');
}
