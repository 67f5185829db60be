import { join } from 'node:path';
import { defineConfig } from 'vite';

const root = join(import.meta.dirname, '..');

/** The scripts that touch the database, as plain files for Node.js. */
export default defineConfig({
  root,
  publicDir: false,
  resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } },
  // One file reads faster than a thousand; native code stays where it was installed.
  ssr: { noExternal: true, external: ['@node-rs/argon2', 'pg-native', 'heic-decode'] },
  build: {
    ssr: true,
    outDir: '.local/tools',
    target: 'node20',
    rollupOptions: { input: ['scripts/database.ts', 'scripts/admin.ts'] }
  }
});
