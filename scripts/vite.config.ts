import { join } from 'node:path';
import { defineConfig } from 'vite';

const root = join(import.meta.dirname, '..');

/** The script that prepares databases, as one plain file for Node.js. */
export default defineConfig({
  root,
  publicDir: false,
  resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } },
  build: { ssr: 'scripts/database.ts', outDir: '.local/tools', target: 'node20' }
});
