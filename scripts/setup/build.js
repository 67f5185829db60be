import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { program, root } from './paths.js';
import { SetupError, say } from './say.js';

const sources = ['src', 'static', 'svelte.config.js', 'vite.config.ts', 'package-lock.json'];

/** @param {string} path @returns {number} newest change below a path, in milliseconds */
function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds where the sources are newer than the last finished build; the stamp is written last. */
export function ensureBuild() {
  const stamp = join(root, 'build', '.finished');
  const changed = Math.max(...sources.map((name) => newest(join(root, name))));
  if (existsSync(stamp) && statSync(stamp).mtimeMs > changed) return;
  say('Building …');
  const result = spawnSync(program('vite'), ['build', '--logLevel', 'warn'], {
    cwd: root,
    encoding: 'utf8'
  });
  if (result.status !== 0) throw new SetupError(`The build failed:\n${result.stdout}\n${result.stderr}`);
  writeFileSync(stamp, '');
}
