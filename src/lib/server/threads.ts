import { existsSync } from 'node:fs';
import { join } from 'node:path';

/**
 * The file of a thread beside the built application.
 * @returns undefined where there is none: `vite dev` does all on its own thread
 */
export function threadEntry(name: 'drawing' | 'reading'): string | undefined {
  const entry = join(process.cwd(), 'build/threads', `${name}.js`);
  return existsSync(entry) ? entry : undefined;
}
