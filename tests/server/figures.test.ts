import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { root } from '../../scripts/setup/paths.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** What an installation tells of itself to whoever runs it. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let metrics: number;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  metrics = (await tryPort(0))!;
  server = await serve({
    port: (await tryPort(0))!,
    app: database.app,
    env: { METRICS_PORT: String(metrics), SLOW_STATEMENT_MS: '1' }
  });
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const figures = async () => (await fetch(`http://127.0.0.1:${metrics}/metrics`)).text();

describe('the figures', () => {
  it('count answers by the pattern of their address, and connections', async () => {
    const owner = await signedIn(server.origin, 'owner');
    await owner.text('/species/conium-maculatum');
    await owner.fetch('/well/somebodys-own-token');
    const text = await figures();
    expect(text).toMatch(
      /good_trail_request_seconds_count\{route="\/species\/\[taxon\]",method="GET",status="200"\} 1/
    );
    expect(text).toMatch(/good_trail_database_connections\{state="waiting"\} 0/);
    expect(text).toMatch(/^process_resident_memory_bytes \d+/m);
    expect(text).not.toMatch(/somebodys-own-token|conium/);
  });

  it('stand at their own port alone', async () => {
    expect((await fetch(`http://127.0.0.1:${metrics}/species`)).status).toBe(404);
    expect((await fetch(`${server.origin}/metrics`, { redirect: 'manual' })).status).not.toBe(200);
  });
});

it('slow statements are told, without what was asked of them', async () => {
  await signedIn(server.origin, 'learner');
  const told = server
    .printed()
    .split('\n')
    .filter((line) => line.includes('slow statement'));
  expect(told.length).toBeGreaterThan(0);
  expect(told.join()).not.toContain('@demo.example');
});

it('a setting that cannot be used ends the start, and says which and why', () => {
  const { status, stderr } = spawnSync(process.execPath, [join(root, 'build/index.js')], {
    encoding: 'utf8',
    env: {
      PATH: process.env['PATH'],
      DATABASE_URL: database.app,
      DATABASE_CONNECTIONS: 'many',
      METRICS_PORT: '7'
    }
  });
  expect(status).toBe(1);
  expect(stderr).toContain('DATABASE_CONNECTIONS is no number.\nMETRICS_PORT is less than 1024.');
});
