import { randomUUID } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { prepareDatabase } from '../../scripts/setup/database.js';
import { isRoot, root } from '../../scripts/setup/paths.js';
import { createRandom } from '../../src/core/random';
import { type Client, signedIn } from '../support/client';
import { type Installation, install } from '../support/installation';

/**
 * Faults one after the other over a whole installation while it is worked with: FAULTS says how many, 40 where nothing
 * is said. Their order follows from a seed, so that what went wrong can be had again (FAULT_SEED).
 */

const many = Number(process.env['FAULTS'] ?? 40);
const seed = process.env['FAULT_SEED'] ?? 'faults';

let installation: Installation;
let owner: Client;
let disk: string | undefined;

/** A file on a small disk of the database's own: the events' table lies there. */
async function onSmallDisk(): Promise<void> {
  if (!isRoot) return;
  disk = mkdtempSync(join(tmpdir(), 'good-trail-small-'));
  const [data] = await installation.query<{ data_directory: string }>('show data_directory');
  const { uid } = statSync(data!.data_directory);
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=40m,mode=700,uid=${uid}`, 'tmpfs', disk]);
  await installation.query(`create tablespace small location '${disk}'`);
  await installation.query('alter table sighting set tablespace small');
  await installation.query('alter table person set tablespace small');
}

beforeAll(async () => {
  installation = await install({
    DATABASE_PATIENCE_SECONDS: '5',
    NODE_OPTIONS: `--require ${join(root, 'tests/support/stepped-clock.cjs')}`
  });
  owner = await signedIn(installation.origin, 'owner');
  await onSmallDisk();
});
afterAll(async () => {
  await installation.stop();
  if (!disk) return;
  execFileSync('umount', [disk]);
  rmSync(disk, { recursive: true });
});

/** Ends connections of the application. */
const cut = (most: number) =>
  installation
    .query(
      `select pg_terminate_backend(pid) from pg_stat_activity where usename = 'good_trail_app' order by random() limit $1`,
      [most]
    )
    .catch(() => undefined);

/** Each kind with how often it comes, of a thousand. */
const faults: Readonly<Record<string, readonly [share: number, work: () => Promise<unknown>]>> = {
  'a connection cut': [520, () => cut(1)],
  'every connection cut': [160, () => cut(100)],
  'the pooler killed': [110, () => installation.pooler.restart()],
  'a clock stepped by an hour': [60, async () => process.kill(installation.servers[0]!.pid!, 'SIGUSR2')],
  'a process killed': [60, () => installation.restartProcess(1, 'SIGKILL')],
  'a process ended in order': [20, () => installation.restartProcess(0, 'SIGTERM')],
  'the proxy restarted': [30, () => installation.proxy.restart()],
  'the database restarted': [14, () => installation.restartDatabase()],
  'the database killed': [10, () => installation.restartDatabase('SIGKILL')],
  'two migrations at once': [
    6,
    async () => {
      const { app, migrator } = installation.addresses;
      const results = await Promise.allSettled([
        prepareDatabase({ app, migrator, demo: true }),
        prepareDatabase({ app, migrator, demo: true })
      ]);
      for (const result of results) if (result.status === 'rejected') throw result.reason;
    }
  ],
  'the disk full': [
    10,
    async () => {
      if (!disk) return;
      const filling = join(disk, 'filling');
      try {
        execFileSync('dd', ['if=/dev/zero', `of=${filling}`, 'bs=64k', 'status=none'], { stdio: 'ignore' });
      } catch {
        // It is full: that was wanted.
      }
      chmodSync(filling, 0o600);
      await pause(700);
      rmSync(filling);
    }
  ]
};

/** Faults in an order of chance, each kind at least once. */
function plan(): string[] {
  const random = createRandom(seed);
  // To mount a small disk takes the rights of root.
  const kinds = Object.keys(faults).filter((kind) => isRoot || kind !== 'the disk full');
  const all = kinds.reduce((sum, kind) => sum + faults[kind]![0], 0);
  const drawn = Array.from({ length: Math.max(0, many - kinds.length) }, () => {
    let at = random.next() * all;
    return kinds.find((kind) => (at -= faults[kind]![0]) < 0) ?? kinds[0]!;
  });
  return [...kinds, ...drawn]
    .map((kind) => ({ kind, at: random.next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ kind }) => kind);
}

/** What the application may answer while something is broken; 0: there was no answer. */
const bearable = new Set([0, 200, 502, 503, 504, 507]);

const site = 'Crannoge Wood';

describe('a thousand faults, or some', () => {
  it(
    'lose nothing that was acknowledged, double nothing, and every answer is right or says what is wrong',
    async () => {
      const [patch] = await installation.query<{ id: string; siteId: string }>(
        `select patch.id, site_id as "siteId" from patch join site on site.id = site_id where site.name = $1 limit 1`,
        [site]
      );
      const strange: string[] = [];
      const people: string[] = [];
      const noted = new Set<string>();
      const done: Record<string, number> = {};
      let goesOn = true;
      const look = async (what: string, asked: Promise<Response>) => {
        try {
          const response = await asked;
          const text = await response.text();
          if (!bearable.has(response.status))
            strange.push(`${what}: ${response.status} ${text.slice(0, 200)}`);
          // The application's own refusal says what it is.
          if (response.status === 503 && !/database|busy|too long|at once|moment|again/i.test(text))
            strange.push(`${what}: 503 without words: ${text.slice(0, 200)}`);
          return response.status;
        } catch {
          return 0;
        }
      };
      const reader = async () => {
        const pages = [
          '/today',
          '/walks',
          `/season/${patch!.siteId}`,
          '/people/outbox',
          '/species',
          '/progress'
        ];
        for (let n = 0; goesOn; n += 1) {
          await look(
            pages[n % pages.length]!,
            owner.fetch(pages[n % pages.length]!, { headers: { accept: 'text/html' } })
          );
          await pause(50);
        }
      };
      // Each is sent until it is acknowledged, and once more: as a phone does that did not hear the answer.
      const noter = async () => {
        while (goesOn) {
          const event = {
            kind: 'sighting',
            id: randomUUID(),
            siteId: patch!.siteId,
            patchId: patch!.id,
            stage: 'leaf',
            says: 'not yet',
            seenOn: '2027-04-24',
            note: 'under faults'
          };
          let times = 0;
          while (times < 2 && goesOn) {
            if ((await look('/api/events', owner.send([event]))) === 200) {
              times += 1;
              noted.add(event.id);
            }
            await pause(60);
          }
        }
      };
      const adder = async () => {
        while (goesOn) {
          const name = `P ${randomUUID()}`;
          const fields = { name, role: 'learner', email: '', cohortId: '' };
          if ((await look('/people', owner.post('/people?/addPerson', fields))) === 200) people.push(name);
          await pause(3500);
        }
      };
      const workers = [reader(), reader(), noter(), noter(), adder()];
      for (const kind of plan()) {
        await faults[kind]![1]();
        done[kind] = (done[kind] ?? 0) + 1;
        // Some work gets through in between.
        await pause(400);
      }
      goesOn = false;
      await Promise.all(workers);
      // Clocks go right again, and everything comes to rest.
      await expect
        .poll(
          () =>
            owner.fetch('/health/ready').then(
              ({ status }) => status,
              () => 0
            ),
          { timeout: 120_000 }
        )
        .toBe(200);
      console.log(
        `${Object.values(done).reduce((sum, n) => sum + n, 0)} faults: ${JSON.stringify(done)}; ${noted.size} sightings and ${people.length} people acknowledged`
      );
      expect(strange).toEqual([]);
      const kept = await installation.query<{ id: string }>(
        "select id from sighting where note = 'under faults'"
      );
      const ids = kept.map(({ id }) => id);
      expect([...noted].filter((id) => !ids.includes(id))).toEqual([]);
      expect(new Set(ids).size).toBe(ids.length);
      const names = (
        await installation.query<{ name: string }>("select name from person where name like 'P %'")
      ).map(({ name }) => name);
      expect(people.filter((name) => !names.includes(name))).toEqual([]);
      expect(new Set(names).size).toBe(names.length);
      expect(noted.size).toBeGreaterThan(many / 10);
    },
    120_000 + many * 8000
  );
});
