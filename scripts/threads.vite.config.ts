import { join } from 'node:path';
import { defineConfig } from 'vite';

const root = join(import.meta.dirname, '..');
const server = join(root, 'src/lib/server');

/** The threads that read files of people, draw questions and print, each as a plain file beside the built application. */
export default defineConfig({
  root,
  publicDir: false,
  resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } },
  // They find their own files by their own folders.
  ssr: { noExternal: true, external: ['heic-decode', 'pdfmake'] },
  build: {
    ssr: true,
    outDir: 'build/threads',
    target: 'node20',
    rollupOptions: {
      input: {
        drawing: join(server, 'drawing/worker.ts'),
        print: join(server, 'print/worker.ts'),
        reading: join(server, 'reading/worker.ts')
      }
    }
  }
});
