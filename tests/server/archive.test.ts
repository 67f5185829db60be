import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import Papa from 'papaparse';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { tableWords } from '../../src/lib/server/archive/table-words';
import { tablesInOrder } from '../../src/lib/server/archive/shape';
import { readSchool } from '../../src/lib/server/archive';
import { invite } from '../../src/lib/server/accounts';
import { closePool, inTransaction } from '../../src/lib/server/database/database';
import { fillerFor, places } from '../support/addresses';
import { Client } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** A whole school out of one installation and into an empty one. */

let from: TestDatabase;
let to: TestDatabase;
let source: Awaited<ReturnType<typeof serve>>;
let target: Awaited<ReturnType<typeof serve>>;
let file: Uint8Array;
let owner: Client;

beforeAll(async () => {
  from = await cloneDatabase('demo');
  to = await cloneDatabase('empty');
  source = await serve({ port: (await tryPort(0))!, app: from.app });
  owner = new Client(source.origin);
  await owner.submit('/sign-in', { email: demo.email('owner'), password: demo.password });
  // A learner's picture: the demo has none of its own.
  const client = new pg.Client({ connectionString: from.superuser });
  await client.connect();
  await client.query(
    `insert into notebook_picture (school_id, entry_id, width, height, jpeg)
     select school_id, id, 1, 1, decode('ffd8ffe000104a46494600', 'hex') from notebook_entry limit 1`
  );
  await client.end();
  const response = await owner.fetch('/school/archive');
  expect(response.status).toBe(200);
  file = new Uint8Array(await response.arrayBuffer());
  // As who owns the tables, as the command does.
  process.env['DATABASE_URL'] = to.migrator;
});
afterAll(async () => {
  await closePool();
  await source.stop();
  await target?.stop();
  await from.drop();
  await to.drop();
});

const bringIn = (archive: Uint8Array) => inTransaction((db) => readSchool(db, archive));
const rowsIn = async (url: string, sql: string) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(sql);
  await client.end();
  return rows;
};
/** The archive with one part changed. @param change undefined leaves the part out */
const with_ = (name: string, change: (text: string) => string | undefined): Uint8Array => {
  const files = { ...unzipSync(file) };
  const changed = change(strFromU8(files[name]!));
  if (changed === undefined) delete files[name];
  else files[name] = strToU8(changed);
  return zipSync(files, { level: 0 });
};

describe('what is taken out', () => {
  it('explains every table and column, and has words for each table', async () => {
    const files = unzipSync(file);
    const { data } = Papa.parse<Record<string, string>>(strFromU8(files['dictionary.csv']!), {
      header: true,
      skipEmptyLines: true
    });
    const tables = new Set(data.map(({ table }) => table!));
    for (const table of tables) {
      expect({ table, words: tableWords[table] }).toEqual({ table, words: expect.stringMatching(/\.$/) });
      const [line] = strFromU8(files[`tables/${table}.jsonl`]!).split('\n');
      if (!line) continue;
      const columns = data.filter((one) => one['table'] === table).map(({ column }) => column!);
      expect(Object.keys(JSON.parse(line)).sort()).toEqual(columns.sort());
    }
    expect(Object.keys(tableWords).filter((name) => !tables.has(name))).toEqual([]);
  });

  it('holds no password, no token and no secret', () => {
    const files = unzipSync(file);
    expect(
      Object.keys(files).filter((name) => /account\.jsonl|session|second_factor|mail\./.test(name))
    ).toEqual([]);
    for (const [name, bytes] of Object.entries(files))
      if (/^(tables|accounts)/.test(name)) expect(strFromU8(bytes)).not.toMatch(/argon2/);
  });

  it('is the owner’s alone, and is told in the record', async () => {
    const instructor = new Client(source.origin);
    await instructor.submit('/sign-in', { email: demo.email('instructor'), password: demo.password });
    expect((await instructor.fetch('/school/archive')).status).toBe(403);
    expect(await owner.words('/people/record')).toContain('took out the whole school');
  });
});

describe.sequential('what is brought in', () => {
  const refusals: [string, () => Uint8Array, string][] = [
    ['no archive', () => strToU8('not a zip'), 'no archive of a school'],
    [
      'an archive of something else',
      () => zipSync({ 'a.txt': strToU8('a') }),
      'manifest.json cannot be read'
    ],
    ['one that lacks a table', () => with_('tables/walk.jsonl', () => undefined), 'lacks tables/walk.jsonl'],
    [
      'one that somebody changed',
      () => with_('tables/person.jsonl', (text) => text.replace('Nessa', 'Messa')),
      'tables/person.jsonl in the archive is not as it was written'
    ],
    [
      'one of another version',
      () => with_('manifest.json', (text) => text.replace(/"schema": "[^"]*"/, '"schema": "0001_first"')),
      'comes from the version 0001_first'
    ],
    ['half a file', () => file.slice(0, file.length / 2), 'no archive of a school']
  ];
  it.each(refusals)('is refused in words: %s', async (_, archive, words) => {
    await expect(bringIn(archive())).rejects.toThrow(words);
    expect(await rowsIn(to.superuser, 'select from school')).toEqual([]);
  });

  it('is the same by every row and picture, with what counts by itself', async () => {
    const { people, rows } = await bringIn(file);
    expect(rows).toBeGreaterThan(2000);
    expect(people.map(({ email }) => email)).toContain(demo.email('owner'));
    // Signing in is written down, so that the record has grown meanwhile.
    const tables = (await inTransaction((db) => tablesInOrder(db))).filter((one) => one !== 'audit_entry');
    for (const table of tables) {
      const sql = `select count(*)::int as n, md5(coalesce(string_agg(md5(t::text), '' order by md5(t::text)), '')) as sum from ${table} t`;
      expect({ table, rows: await rowsIn(to.superuser, sql) }).toEqual({
        table,
        rows: await rowsIn(from.superuser, sql)
      });
    }
    const disabled = await rowsIn(to.superuser, "select tgname from pg_trigger where tgenabled = 'D'");
    expect(disabled).toEqual([]);
    // Once is enough.
    await expect(bringIn(file)).rejects.toThrow('in this installation already');
    const invited = await Promise.all(
      people
        .filter(({ email }) => ['owner', 'learner'].map(demo.email).includes(email))
        .map(async ({ personId, email }) => [email, await invite(demo.schoolId, personId, email)] as const)
    );
    target = await serve({ port: (await tryPort(0))!, app: to.app });
    for (const [, token] of invited)
      await new Client(target.origin).submit(`/welcome/${token}`, {
        password: 'gravel candle ninety otters'
      });
  });

  it('looks the same on every page, to its owner and to a learner', async () => {
    const fill = await fillerFor(from.superuser);
    // Who is signed in where, what was done to accounts, and ids that a page makes for itself, are of a place.
    const own =
      /^\/(me|sign-in|set-up|people\/record|people$|welcome|new-password|new-email|forgotten|confirm|health|school$)/;
    const pages = places()
      .filter(({ route, isPage }) => isPage && !own.test(route))
      .map(({ route }) => fill(route));
    for (const role of ['owner', 'learner']) {
      const here = new Client(source.origin);
      const there = new Client(target.origin);
      await here.submit('/sign-in', { email: demo.email(role), password: demo.password });
      await there.submit('/sign-in', { email: demo.email(role), password: 'gravel candle ninety otters' });
      const wordsAt = async (client: Client, path: string) => {
        const response = await client.fetch(path);
        const text = (await response.text())
          .replaceAll(/<(script|style)[\s\S]*?<\/\1>/g, ' ')
          .replaceAll(/<[^>]+>/g, ' ')
          .replaceAll(/\s+/g, ' ')
          // The number of the request.
          .replaceAll(/[0-9a-f]{10}(?= |$)/g, '');
        return { path, status: response.status, text };
      };
      let open = 0;
      for (const path of pages) {
        const expected = await wordsAt(here, path);
        expect(await wordsAt(there, path)).toEqual(expected);
        if (expected.status === 200) open += 1;
      }
      expect(open).toBeGreaterThan(role === 'owner' ? 50 : 8);
    }
  }, 300_000);

  it('has the same of each person in the file that they take out', async () => {
    const dataAt = async (origin: string, password: string) => {
      const client = new Client(origin);
      await client.submit('/sign-in', { email: demo.email('learner'), password });
      const { takenOut: _, kept, ...data } = JSON.parse(await client.text('/me/data'));
      // What was done to their account is of a place.
      const { 'audit_entry by about_id': _about, 'audit_entry by actor_id': _actor, ...own } = kept;
      return { ...data, kept: own };
    };
    const here = await dataAt(source.origin, demo.password);
    expect(Object.keys(here.kept).length).toBeGreaterThan(3);
    expect(await dataAt(target.origin, 'gravel candle ninety otters')).toEqual(here);
  });
});
