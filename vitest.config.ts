import { resolve } from 'node:path';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

const alias = {
  $core: resolve(import.meta.dirname, 'src/core'),
  $lib: resolve(import.meta.dirname, 'src/lib')
};
const project = (name: string, include: string[], more: object = {}) => ({
  resolve: { alias },
  test: { name, include, environment: 'node', ...more }
});

export default defineConfig({
  test: {
    projects: [
      {
        ...project('unit', ['src/**/*.test.ts'], {
          testTimeout: 30_000,
          server: { deps: { inline: ['@lucide/svelte'] } }
        }),
        // Icons come as components.
        plugins: [svelte()]
      },
      project('reference', ['tests/reference/**/*.test.ts'], { testTimeout: 30_000 }),
      project('server', ['tests/server/**/*.test.ts'], {
        testTimeout: 30_000,
        hookTimeout: 60_000,
        server: { deps: { inline: ['mgrs'] } },
        pool: 'forks'
      }),
      // One Chromium, one file after the other.
      project('browser', ['tests/browser/**/*.test.ts'], {
        testTimeout: 120_000,
        hookTimeout: 120_000,
        fileParallelism: false,
        sequence: { groupOrder: 1 }
      })
    ]
  }
});
