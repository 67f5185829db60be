import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** The demo is loaded at each start: it finishes what was interrupted, and never undoes what people did. */

const path = 'content/demo/demo.yaml';
let database: TestDatabase;
let admin: pg.Client;
let load: () => Promise<void>;

async function open(template: 'empty' | 'demo'): Promise<void> {
  database = await cloneDatabase(template);
  process.env['DATABASE_URL'] = database.app;
  admin = new pg.Client({ connectionString: database.superuser });
  await admin.connect();
  const { rows } = await admin.query<{ hash: string }>('select hash from library_release');
  const { loadDemo } = await import('../../scripts/demo');
  load = () => loadDemo(rows[0]!.hash, path);
}
async function close(): Promise<void> {
  await admin.end();
  await database.drop();
}
const numberOf = async (from: string): Promise<number> =>
  Number((await admin.query<{ n: string }>(`select count(*) as n from ${from}`)).rows[0]!.n);

describe('an installation with the demo', () => {
  beforeAll(() => open('demo'));
  afterAll(close);

  it('is left as it is by another start', async () => {
    const tables = ['person', 'walk', 'stop', 'brief', 'answer_event', 'library_edit', 'account'];
    const counts = async () => Promise.all(tables.map((table) => numberOf(table)));
    const before = await counts();
    await load();
    expect(await counts()).toEqual(before);
  });

  it('gets an account that an interrupted load had not made', async () => {
    await admin.query('delete from account where email = $1', [demo.email('learner')]);
    const before = await numberOf('account');
    await load();
    expect(await numberOf('account')).toBe(before + 1);
  });

  it('gives none to who was erased meanwhile', async () => {
    await admin.query('delete from account where email = $1', [demo.email('learner')]);
    await admin.query(
      "update person set name = 'Erased person', role = 'guest' where role = 'learner' and not is_minor"
    );
    const before = await numberOf('account');
    await load();
    expect(await numberOf('account')).toBe(before);
  });
});

describe('an installation with a school of its own', () => {
  beforeAll(() => open('empty'));
  afterAll(close);

  it('stays alone', async () => {
    const { createAccount } = await import('../../src/lib/server/accounts');
    const own = '0192f000-0000-7000-8000-0000000000aa';
    const owner = '0192f000-0000-7000-8000-0000000000ab';
    await admin.query(
      "insert into school (school_id, name, library_hash, regions) select $1, 'Own', hash, '{north-west-europe}' from library_release limit 1",
      [own]
    );
    await admin.query("insert into person (school_id, id, name, role) values ($1, $2, 'Ida', 'owner')", [
      own,
      owner
    ]);
    await createAccount(own, owner, 'ida@school.example', 'four words that nobody says');
    await load();
    expect(await numberOf(`school where school_id = '${demo.schoolId}'`)).toBe(0);
  });
});
