import { join } from 'node:path';
import { defineConfig } from 'vite';

const root = join(import.meta.dirname, '..');

/** The measurements as one plain file: code is timed as it is built, without what a compiler on the fly adds to it. */
export default defineConfig({
  root,
  publicDir: false,
  resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } },
  ssr: { noExternal: ['mgrs'] },
  // As deep in the project as its sources, so that they find their files.
  build: { ssr: 'bench/index.ts', outDir: '.local/bench', target: 'node20' }
});
