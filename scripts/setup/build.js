import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { local, program, root } from './paths.js';
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
function ensure(stamp, sources, command) {
  const changed = Math.max(...sources.map((name) => newest(join(root, name))));
  if (existsSync(stamp) && statSync(stamp).mtimeMs > changed) return;
  say('Building …');
  const result = spawnSync(program('vite'), ['build', '--logLevel', 'warn', ...command], {
    cwd: root,
    encoding: 'utf8'
  });
  if (result.status !== 0) throw new SetupError(`The build failed:\n${result.stdout}\n${result.stderr}`);
  writeFileSync(stamp, '');
}

export function ensureBuild() {
  ensure(
    join(root, 'build', '.finished'),
    ['src', 'static', 'svelte.config.js', 'vite.config.ts', 'package-lock.json'],
    []
  );
  // After it: building the application empties its folder.
  ensure(
    join(root, 'build/threads', '.finished'),
    ['src/core', 'src/lib/server', 'scripts/threads.vite.config.ts', 'package-lock.json'],
    ['--config', 'scripts/threads.vite.config.ts']
  );
}

const tools = join(local, 'tools');

/** Bundles the scripts that touch the database: compiling them at each start would take longer than all else. */
function ensureTools() {
  // Our tsconfig extends the one that SvelteKit writes, which a fresh clone does not have yet.
  if (!existsSync(join(root, '.svelte-kit', 'tsconfig.json')))
    spawnSync(program('svelte-kit'), ['sync'], { cwd: root });
  ensure(
    join(tools, '.finished'),
    ['src/core', 'src/lib/server', 'scripts', 'package-lock.json'],
    ['--config', 'scripts/vite.config.ts']
  );
}

export function ensureDatabaseScript() {
  ensureTools();
  return join(tools, 'database.js');
}

export function ensureAdminScript() {
  ensureTools();
  return join(tools, 'admin.js');
}
