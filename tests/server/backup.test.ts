import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { backUp, bringBack } from '../../scripts/setup/backup.js';
import { type TestDatabase, cloneDatabase } from '../support/database';

let source: TestDatabase;
let folder: string;
const file = () => join(folder, 'whole.backup');

beforeAll(async () => {
  source = await cloneDatabase('demo');
  folder = mkdtempSync(join(tmpdir(), 'backup-test-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await source.drop();
});

async function ask<Row extends pg.QueryResultRow>(url: string, sql: string): Promise<Row[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<Row>(sql);
  await client.end();
  return rows;
}
const unforced = (url: string) =>
  ask<{ n: number }>(
    url,
    'select count(*)::int as n from pg_class where relrowsecurity and not relforcerowsecurity'
  );

describe('a backup', () => {
  // Of a managed server one has the owner of the tables alone, whom row-level security binds as well.
  it.each(['superuser', 'migrator'] as const)(
    'that the %s makes holds every row of every school, and comes back as it was',
    async (who) => {
      const made = await backUp(source[who], file());
      const people = await ask<{ n: number }>(source.superuser, 'select count(*)::int as n from person');
      expect(made.rows).toBeGreaterThan(2000);
      expect(people[0]!.n).toBeGreaterThan(5);
      // Nobody but who runs the installation reads it.
      expect(statSync(file()).mode & 0o077).toBe(0);
      expect(await unforced(source.superuser)).toEqual([{ n: 0 }]);
      const target = await cloneDatabase('bare');
      try {
        const back =
          who === 'superuser'
            ? await bringBack(target.superuser, file(), 'good_trail_migrator')
            : await bringBack(target.migrator, file());
        expect(back).toEqual(made);
        expect(await ask(target.superuser, 'select count(*)::int as n from person')).toEqual(people);
        expect(await unforced(target.superuser)).toEqual([{ n: 0 }]);
        // The application sees what it saw: nothing outside a school, and may do what it might.
        expect(await ask(target.app, 'select count(*)::int as n from person')).toEqual([{ n: 0 }]);
      } finally {
        await target.drop();
      }
    }
  );

  it('is brought back into an empty database alone', async () => {
    await backUp(source.superuser, file());
    await expect(bringBack(source.superuser, file())).rejects.toThrow(/not empty/);
  });

  it('that lacks something is told, with the tables', async () => {
    const altered = await cloneDatabase('demo');
    const target = await cloneDatabase('bare');
    try {
      await backUp(altered.superuser, file());
      const whole = await ask<{ n: number }>(altered.superuser, 'select count(*)::int as n from patch');
      expect(whole[0]!.n).toBeGreaterThan(0);
      // The archive of one moment with the sums of another.
      const { execFileSync } = await import('node:child_process');
      execFileSync('tar', ['-xf', file(), '-C', folder]);
      const manifest = JSON.parse(
        (await import('node:fs')).readFileSync(join(folder, 'manifest.json'), 'utf8')
      );
      manifest.tables.patch.rows += 1;
      writeFileSync(join(folder, 'manifest.json'), JSON.stringify(manifest));
      execFileSync('tar', ['-cf', file(), '-C', folder, 'manifest.json', 'database.pgdump']);
      await expect(bringBack(target.superuser, file())).rejects.toThrow(
        /not what was backed up, in: patch\./
      );
    } finally {
      await altered.drop();
      await target.drop();
    }
  });

  it('that is none, or is not there, is refused with its name', async () => {
    const target = await cloneDatabase('bare');
    writeFileSync(join(folder, 'other'), 'no archive');
    await expect(bringBack(target.superuser, join(folder, 'other'))).rejects.toThrow(/could not be read/);
    await expect(bringBack(target.superuser, join(folder, 'nothing'))).rejects.toThrow(/There is no file/);
    await target.drop();
  });
});
