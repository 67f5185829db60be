import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { closePool, query } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

const other = '0192f000-0000-7000-8000-0000000000ff';
const globals = [
  'account',
  'attempt',
  'begun_sign_in',
  'content_reading',
  'email_change',
  'group_code',
  'invitation',
  'known_device',
  'library_release',
  'mail',
  'membership',
  'password_link',
  'recovery_code',
  'release_library',
  'schema_migration',
  'second_factor',
  'session'
];
let database: TestDatabase;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  await withSchool(other, async (db) => {
    await db.query(
      "insert into school (school_id, name, library_hash, regions) select $1, $2, hash, '{north-west-europe}' from library_release limit 1",
      [other, 'Another school']
    );
  });
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

/** Reads the catalogue as the superuser. */
async function catalogue<T extends pg.QueryResultRow>(sql: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  const { rows } = await client.query<T>(sql);
  await client.end();
  return rows;
}

describe('the catalogue', () => {
  it('has row-level security enabled and forced, with USING and WITH CHECK, on every table of a school', async () => {
    const tables = await catalogue<{
      name: string;
      enabled: boolean;
      forced: boolean;
      policies: number;
      columns: number;
    }>(`
      select c.relname as name, c.relrowsecurity as enabled, c.relforcerowsecurity as forced,
             (select count(*)::int from pg_policy p where p.polrelid = c.oid and p.polqual is not null and p.polwithcheck is not null and p.polpermissive) as policies,
             (select count(*)::int from pg_attribute a where a.attrelid = c.oid and a.attname = 'school_id' and a.attnotnull) as columns
        from pg_class c where c.relkind in ('r', 'p') and c.relnamespace = 'public'::regnamespace`);
    const scoped = tables.filter(({ name }) => !globals.includes(name));
    expect(scoped.length).toBeGreaterThan(15);
    for (const table of scoped)
      expect(table).toEqual({ name: table.name, enabled: true, forced: true, policies: 1, columns: 1 });
  });

  it('ties every reference between tables of a school to the same school', async () => {
    const loose = await catalogue<{ name: string }>(`
      select conname as name from pg_constraint
       where contype = 'f' and connamespace = 'public'::regnamespace
         and confrelid::regclass::text not in ('account', 'library_release')
         and not exists (select 1 from pg_attribute a where a.attrelid = conrelid and a.attnum = any (conkey) and a.attname = 'school_id')`);
    expect(loose).toEqual([]);
  });

  // So that a distributed PostgreSQL can place whole schools by that column.
  it('has the school first in every key of a school’s table', async () => {
    const keys = await catalogue<{ name: string; first: string }>(`
      select c.relname || ': ' || i.relname as name, a.attname as first
        from pg_index x join pg_class c on c.oid = x.indrelid join pg_class i on i.oid = x.indexrelid
        left join pg_attribute a on a.attrelid = c.oid and a.attnum = x.indkey[0]
       where x.indisunique and c.relnamespace = 'public'::regnamespace
      union all
      select conrelid::regclass || ': ' || conname, a.attname
        from pg_constraint join pg_attribute a on a.attrelid = conrelid and a.attnum = conkey[1]
       where contype = 'f' and connamespace = 'public'::regnamespace
         and confrelid::regclass::text not in ('account', 'library_release')`);
    const scoped = keys.filter(({ name }) => !globals.includes(name.split(':')[0]!));
    expect(scoped.length).toBeGreaterThan(100);
    expect(scoped.filter(({ first }) => first !== 'school_id')).toEqual([]);
  });

  it('has only views that run with their caller’s rights, and no materialised ones', async () => {
    const views = await catalogue<{ kind: string; options: string[] | null }>(
      "select relkind as kind, reloptions as options from pg_class where relkind in ('v', 'm') and relnamespace = 'public'::regnamespace"
    );
    expect(views.length).toBeGreaterThan(0);
    for (const view of views) expect(view).toEqual({ kind: 'v', options: ['security_invoker=true'] });
  });

  it('has roles that row-level security binds, and tables that no superuser owns', async () => {
    const roles = await catalogue(
      "select rolname from pg_roles where rolname like 'good_trail%' and (rolsuper or rolbypassrls)"
    );
    const owners = await catalogue(
      "select distinct tableowner as name from pg_tables where schemaname = 'public'"
    );
    expect(roles).toEqual([]);
    expect(owners).toEqual([{ name: 'good_trail_migrator' }]);
  });
});

describe('another school', () => {
  it('sees nothing by queries that forget the school, through any table, any view and the sums', async () => {
    const relations = await catalogue<{ name: string }>(
      "select relname as name from pg_class where relkind in ('r', 'v') and relnamespace = 'public'::regnamespace"
    );
    const scoped = relations.map(({ name }) => name).filter((name) => !globals.includes(name));
    let filled = 0;
    for (const relation of [...scoped, 'sums_at(domain_now())']) {
      const rowsOf = async (school: string) => {
        const { rows } = await withSchool(school, (db) =>
          db.query(
            `select count(*) filter (where school_id <> $1)::int as n, count(*)::int as seen from ${relation}`,
            [school]
          )
        );
        return rows[0] as { n: number; seen: number };
      };
      expect({ relation, foreign: (await rowsOf(other)).n }).toEqual({ relation, foreign: 0 });
      if ((await rowsOf(demo.schoolId)).seen > 0) filled += 1;
    }
    // The demo has rows in most of them, so that there is something to be seen.
    expect(filled).toBeGreaterThan(30);
  });

  it('changes and deletes nothing that is not its own', async () => {
    const changed = await withSchool(other, (db) => db.query("update site set name = 'taken'"));
    const deleted = await withSchool(other, (db) => db.query('delete from walk_taxon'));
    expect([changed.rowCount, deleted.rowCount]).toEqual([0, 0]);
  });

  it('cannot write a row for the demo school, nor refer to one of its rows', async () => {
    const insert = (schoolId: string) =>
      withSchool(other, (db) =>
        db.query(
          "insert into cohort (school_id, id, name, level) values ($1, gen_random_uuid(), 'Intruders', 'beginner')",
          [schoolId]
        )
      );
    await expect(insert(demo.schoolId)).rejects.toThrow(/row-level security/);
    const { rows } = await withSchool(demo.schoolId, (db) => db.query('select id from site limit 1'));
    const refer = withSchool(other, (db) =>
      db.query(
        "insert into patch (school_id, id, site_id, name, taxon, longitude, latitude, abundance) values ($1, gen_random_uuid(), $2, 'x', 'x', 0, 0, 'rare')",
        [other, rows[0].id]
      )
    );
    await expect(refer).rejects.toThrow(/foreign key/);
  });

  it('leaves nothing behind on a reused connection, after commit and after an error', async () => {
    const client = new pg.Client({ connectionString: database.app });
    await client.connect();
    const visible = async () => (await client.query('select count(*)::int as n from person')).rows[0].n;
    await client.query('begin');
    await client.query("select set_config('app.school', $1, true)", [demo.schoolId]);
    expect(await visible()).toBeGreaterThan(0);
    await client.query('commit');
    expect(await visible()).toBe(0);
    await client.end();
    await expect(withSchool(demo.schoolId, (db) => db.query('select 1 / 0'))).rejects.toThrow(
      /division by zero/
    );
    const { rows } = await query('select count(*)::int as n from person');
    expect(rows[0]!.n).toBe(0);
  });
});

describe('append-only tables', () => {
  const appendOnly = [
    'answer_event',
    'audit_entry',
    'batch',
    'batch_event',
    'batch_taking',
    'brief',
    'brief_confirmation',
    'brief_plate',
    'brief_reading',
    'check_lift',
    'cooking',
    'gathering',
    'group_answer',
    'health_access',
    'library_edit',
    'opinion',
    'question',
    'question_picture',
    'question_wish',
    'renaming',
    'round',
    'sighting_picture',
    'sign_off',
    'walk_change',
    'walk_event'
  ];

  it('are these, by what the application may do with them', async () => {
    const tables = await catalogue<{ name: string }>(
      `select relname as name from pg_class
        where relkind = 'r' and relnamespace = 'public'::regnamespace
          and has_table_privilege('good_trail_app', oid, 'insert')
          and not has_any_column_privilege('good_trail_app', oid, 'update')
          and not has_table_privilege('good_trail_app', oid, 'delete, truncate')
        order by 1`
    );
    expect(tables.map(({ name }) => name)).toEqual(appendOnly);
  });

  it.each(appendOnly)('%s can be neither changed nor deleted by the application', async (table) => {
    await expect(withSchool(demo.schoolId, (db) => db.query(`delete from ${table}`))).rejects.toThrow(
      /permission denied/
    );
    await expect(
      withSchool(demo.schoolId, (db) => db.query(`update ${table} set school_id = school_id`))
    ).rejects.toThrow(/permission denied/);
  });
});
