import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

const alias = {
  $core: resolve(import.meta.dirname, 'src/core'),
  $lib: resolve(import.meta.dirname, 'src/lib')
};
const project = (name: string, include: string[], more: object = {}) => ({
  resolve: { alias },
  test: { name, include, environment: 'node', ...more }
});

/**
 * A limit ends what hangs, and says nothing of speed, which the benchmark measures: shared machines were seen to stand
 * still for half a minute, and to be ten times slower for several.
 */
const patient = (minutes: number) => ({ testTimeout: minutes * 60_000, hookTimeout: minutes * 60_000 });
/** The same for the application under test: what it gives up is not what is tried, but where a test says so. */
const unhurried = { DATABASE_PATIENCE_SECONDS: '120' };

/** Part of the attack as well as of every test. */
const faults = ['crowd', 'faults'].map((name) => `tests/server/${name}.test.ts`);

/** The longest first, so that at the end none of them is waited for alone: by their size they would come last. */
const longest = [
  'screens',
  'earlier-releases',
  'states.test',
  'planning',
  'library.test',
  'drills',
  'first-walk'
];
const rankOf = ({ moduleId }: TestSpecification) => {
  const rank = longest.findIndex((name) => moduleId.includes(name));
  return rank < 0 ? longest.length : rank;
};
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    return sorted.sort((a, b) => rankOf(a) - rankOf(b));
  }
}

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    // The usual rule leaves a processor idle; one more than there are works while others wait for a server.
    maxWorkers: availableParallelism() + 1,
    projects: [
      {
        ...project('unit', ['src/**/*.test.ts'], {
          ...patient(5),
          // Nothing in the core keeps state: its library is read once for all files of a worker.
          isolate: false,
          server: { deps: { inline: ['@lucide/svelte'] } }
        }),
        // Icons come as components.
        plugins: [svelte()]
      },
      project('reference', ['tests/reference/**/*.test.ts'], { ...patient(5), isolate: false }),
      project('server', ['tests/server/**/*.test.ts'], { ...patient(10), env: unhurried, pool: 'forks' }),
      // Asked for by name alone: ./test --only attack
      project('attack', ['tests/attack/**/*.test.ts', ...faults], {
        ...patient(10),
        pool: 'forks'
      }),
      // Asked for by name alone: ./test --only cluster
      project('cluster', ['tests/cluster/**/*.test.ts'], { ...patient(20), pool: 'forks' }),
      // After the others: each file has a database, a server and a Chromium of its own.
      project('browser', ['tests/browser/**/*.test.ts'], {
        ...patient(30),
        env: unhurried,
        sequence: { groupOrder: 1 }
      })
    ]
  }
});
