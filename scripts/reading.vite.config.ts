import { join } from 'node:path';
import { defineConfig } from 'vite';

const root = join(import.meta.dirname, '..');

/** The thread that reads files of people, as one plain file beside the built application. */
export default defineConfig({
  root,
  publicDir: false,
  resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } },
  ssr: { noExternal: true },
  build: { ssr: 'src/lib/server/reading/worker.ts', outDir: 'build/reading', target: 'node20' }
});
