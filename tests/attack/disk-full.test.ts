import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, rmdirSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addresses } from '../../scripts/setup/cluster.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';

/** The database on a small disk of the test's own, which fills: to mount one takes the rights of root. */

const name = 'disk_full';
const cluster = () => ({
  ...JSON.parse(process.env['TEST_CLUSTER']!),
  pid: 0,
  stop: async () => undefined
});
const asSuperuser = async (...statements: string[]): Promise<object[]> => {
  const client = new pg.Client({ connectionString: addresses(cluster(), 'postgres').superuser });
  await client.connect();
  const found: object[] = [];
  for (const sql of statements) found.push(...(await client.query<object>(sql)).rows);
  await client.end();
  return found;
};

let disk: string;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;

beforeAll(async () => {
  disk = mkdtempSync(join(tmpdir(), 'good-trail-disk-'));
  const [data] = (await asSuperuser('show data_directory')) as { data_directory: string }[];
  // It belongs to whom the database runs as.
  const { uid } = statSync(data!.data_directory);
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=60m,mode=700,uid=${uid}`, 'tmpfs', disk]);
  await asSuperuser(
    `create tablespace small location '${disk}'`,
    `create database ${name} template test_template_demo owner good_trail_migrator tablespace small`
  );
  server = await serve({ port: (await tryPort(0))!, app: addresses(cluster(), name).app });
  owner = await signedIn(server.origin, 'owner');
});
afterAll(async () => {
  await server.stop();
  await asSuperuser(`drop database ${name} with (force)`, 'drop tablespace small');
  execFileSync('umount', [disk]);
  rmdirSync(disk);
});

const add = (site: string) => owner.post('/ground', { name: site });

describe('a full disk', () => {
  it('is said in words, pages are read on, what was acknowledged is there, and what comes after room was made works', async () => {
    const filling = join(disk, 'filling');
    expect(() => execFileSync('dd', ['if=/dev/zero', `of=${filling}`, 'bs=64k', 'status=none'])).toThrow();
    const acknowledged: string[] = [];
    const said = new Set<number>();
    let words = '';
    for (let i = 0; i < 300; i += 1) {
      const site = `Full ${i} ${'x'.repeat(60)}`;
      const response = await add(site);
      said.add(response.status);
      if (response.status === 303) acknowledged.push(site);
      else words = await response.text();
    }
    expect([...said].sort()).toEqual([303, 503]);
    expect(words).toContain('no room left');
    expect((await owner.fetch('/ground')).status).toBe(200);
    rmSync(filling);
    expect((await add('After')).status).toBe(303);
    const page = await owner.text('/ground');
    expect(acknowledged.filter((site) => !page.includes(site))).toEqual([]);
    expect(page).toContain('After');
  });
});
