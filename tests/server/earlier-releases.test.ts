import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { bringBack } from '../../scripts/setup/backup.js';
import { prepareDatabase } from '../../scripts/setup/database.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { fillerFor, places } from '../support/addresses';
import { type Client, signedIn } from '../support/client';
import { cloneDatabase } from '../support/database';

/** Installations of earlier versions, as their backup held the demo, brought forward to this one. */

const folder = join(import.meta.dirname, '../data');
const backups = readdirSync(folder).filter((name) => name.endsWith('.backup'));

/** Pages and files that somebody may open; those that end the visit are left out. */
const addresses = places().filter(({ isPage, route }) => isPage && !/sign-out|token/.test(route));

async function faults(somebody: Client, fill: (route: string) => string): Promise<string[]> {
  const found: string[] = [];
  for (const { route } of addresses) {
    const { status } = await somebody.fetch(fill(route), { headers: { accept: 'text/html' } });
    if (status >= 500) found.push(`${route} ${status}`);
  }
  return found;
}

describe.each(backups)('%s', (name) => {
  it('is brought forward: every page opens, before and after the school takes the new library over', async () => {
    const database = await cloneDatabase('bare');
    await bringBack(database.superuser, join(folder, name), 'good_trail_migrator');
    const prepare = () => prepareDatabase({ app: database.app, migrator: database.migrator, demo: true });
    // Two processes that start at once.
    await Promise.all([prepare(), prepare()]);
    const server = await serve({ port: (await tryPort(0))!, app: database.app });
    try {
      const fill = await fillerFor(database.superuser);
      const owner = await signedIn(server.origin, 'owner');
      expect(await faults(owner, fill)).toEqual([]);
      expect(await owner.words('/species')).toContain('Ramsons');

      const changes = await owner.text('/species/changes');
      const hash = /name="hash" value="([0-9a-f]{64})"/.exec(changes)![1]!;
      expect((await owner.post('/species/changes?/upgrade', { hash })).status).toBeLessThan(400);
      expect(await faults(owner, fill)).toEqual([]);
    } finally {
      await server.stop();
      await database.drop();
    }
  });
});

it('a database that a newer version has brought forward is left alone, in words', async () => {
  const database = await cloneDatabase('empty');
  try {
    const client = new pg.Client({ connectionString: database.superuser });
    await client.connect();
    await client.query("insert into schema_migration (name, run_on) values ('9999_of-tomorrow', now())");
    await client.end();
    const prepared = prepareDatabase({ app: database.app, migrator: database.migrator, demo: false });
    await expect(prepared).rejects.toThrow(/brought forward by a newer version \(9999_of-tomorrow\)/);
  } finally {
    await database.drop();
  }
});
