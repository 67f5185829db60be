import { createHash } from 'node:crypto';
import { join, resolve } from 'node:path';

export const root = resolve(import.meta.dirname, '../..');
export const local = join(root, '.local');
/** A program of the installed npm packages. @param {string} name */
export const program = (name) => join(root, 'node_modules', '.bin', name);
export const isRoot = process.getuid?.() === 0;

/**
 * Where a cluster keeps its files. PostgreSQL refuses to run as root and its own user cannot
 * enter a root-owned home, so root keeps it under /var/lib, one folder a checkout.
 * @param {'app' | 'test' | 'faults' | 'several'} purpose
 */
export function clusterFolder(purpose) {
  if (!isRoot) return join(local, `postgres-${purpose}`);
  const checkout = createHash('sha256').update(root).digest('hex').slice(0, 12);
  return join('/var/lib/good-trail', checkout, `postgres-${purpose}`);
}
