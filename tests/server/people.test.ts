import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createAccount, signIn } from '../../src/lib/server/accounts';
import { audit, listAudit, refusedSince } from '../../src/lib/server/school/audit';
import { closePool } from '../../src/lib/server/database/database';
import { queueMessage } from '../../src/lib/server/school/outbox';
import { dataOf } from '../../src/lib/server/school/own-data';
import { addPerson, erasePerson, erasedName, listPeople, setRole } from '../../src/lib/server/school/people';
import { pairTallies } from '../../src/lib/server/learning/progress';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { type TestDatabase, caller, cloneDatabase, demo } from '../support/database';

let database: TestDatabase;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

describe('erasing a person', () => {
  it('leaves no name, guardian, group, account or message behind, but the answers without a name', async () => {
    const piet = await inDemo(async (db) =>
      (await listPeople(db)).find(({ name }) => name === 'Piet Lackenby')!
    );
    await createAccount(demo.schoolId, piet.id, 'piet@demo.example', 'piet likes plovers');
    const answersOf = () => inDemo(async (db) => (await pairTallies(db, [piet.id])).length);
    const before = await answersOf();
    await inDemo((db) =>
      queueMessage(
        db,
        {
          recipient: 'piet@demo.example',
          subject: 'Dear Piet',
          body: 'Come in, Piet Lackenby.'
        },
        { personId: piet.id }
      )
    );
    expect(await inDemo((db) => erasePerson(db, piet.id))).toBeUndefined();
    expect(await answersOf()).toBe(before);
    expect(before).toBeGreaterThan(0);
    expect('problem' in (await signIn('piet@demo.example', 'piet likes plovers', caller()))).toBe(true);
    const admin = new pg.Client({ connectionString: database.superuser });
    await admin.connect();
    const { rows: tables } = await admin.query<{ name: string }>(
      "select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace"
    );
    for (const { name } of tables) {
      const { rows } = await admin.query(`select 1 from ${name} t where t::text ~* 'piet|lackenby'`);
      expect({ name, rows: rows.length }).toEqual({ name, rows: 0 });
    }
    await admin.end();
  });

  it('takes a leader’s name out of plans, published briefs, printed files and letters to others', async () => {
    const leader = await inDemo(async (db) =>
      (await listPeople(db)).find(({ name }) => name === 'Bram Oakhill')!
    );
    await inDemo((db) =>
      queueMessage(
        db,
        {
          recipient: 'landowner@example.org',
          subject: 'Leave to walk',
          body: 'Bram Oakhill will lead; write to instructor@demo.example.'
        },
        { personId: leader.id }
      )
    );
    await inDemo((db) =>
      db.query(
        `insert into print_job (school_id, id, walk_id, brief_id, kind, requested_by, state, pdf)
         select school_id, gen_random_uuid(), walk_id, id, 'learners', $1, 'done', 'with a name' from brief limit 1`,
        [leader.id]
      )
    );
    const walks = () =>
      inDemo(async (db) =>
        (
          await db.query(
            "select document #- '{front,leader}' #- '{front,otherLeaders}' #- '{front,weather}' as rest from brief order by id"
          )
        ).rows.map(({ rest }) => JSON.stringify(rest).replaceAll('Bram Oakhill', erasedName))
      );
    const before = await walks();
    expect(await inDemo((db) => erasePerson(db, leader.id))).toBeUndefined();
    expect(await walks()).toEqual(before);
    const admin = new pg.Client({ connectionString: database.superuser });
    await admin.connect();
    const { rows: tables } = await admin.query<{ name: string }>(
      "select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace"
    );
    for (const { name } of tables) {
      const { rows } = await admin.query(
        `select 1 from ${name} t where t::text ~ 'Bram Oakhill|instructor@demo'`
      );
      expect({ name, rows: rows.length }).toEqual({ name, rows: 0 });
    }
    const { rows: printed } = await admin.query("select from print_job where state = 'done'");
    expect(printed).toHaveLength(0);
    await admin.end();
  });

  it('of one word leaves plants of that name in the sentences of a brief', async () => {
    const id = await inDemo((db) =>
      addPerson(db, { name: 'Hemlock', role: 'assistant', isMinor: false, cohortId: undefined })
    );
    const briefs = () =>
      inDemo(async (db) => (await db.query('select document::text as text from brief order by id')).rows);
    const before = await briefs();
    expect(JSON.stringify(before)).toContain('Hemlock');
    expect(await inDemo((db) => erasePerson(db, id))).toBeUndefined();
    expect(await briefs()).toEqual(before);
  });

  it('stops at the last owner, without whom the school would have nobody; so does another role', async () => {
    const owner = await inDemo(async (db) => (await listPeople(db)).find(({ role }) => role === 'owner')!);
    expect(await inDemo((db) => erasePerson(db, owner.id))).toMatch(/only owner/);
    expect(await inDemo((db) => setRole(db, owner.id, 'instructor'))).toMatch(/only owner/);
    expect(await inDemo((db) => erasePerson(db, '0192f000-0000-7000-8000-00000000beef'))).toMatch(
      /no such person/
    );
    const heir = await inDemo((db) =>
      addPerson(db, { name: 'Hanne Heir', role: 'assistant', isMinor: false, cohortId: undefined })
    );
    expect(await inDemo((db) => setRole(db, heir, 'owner'))).toBeUndefined();
    expect(await inDemo((db) => setRole(db, owner.id, 'instructor'))).toBeUndefined();
  });
});

describe('what is kept about a person', () => {
  it('comes out whole, from every table that names them, without the answers of a quiz still to be sat', async () => {
    const learner = await inDemo(async (db) => {
      const { rows } = await db.query<{ id: string }>(
        'select person_id as id from answer_event group by 1 order by count(*) desc limit 1'
      );
      return rows[0]!.id;
    });
    const { person, kept } = await inDemo((db) => dataOf(db, learner, []));
    expect(person).toMatchObject({ id: learner });
    expect(Object.keys(kept)).toEqual(
      expect.arrayContaining([
        'answer_event by person_id',
        'cohort_member by person_id',
        'round by person_id'
      ])
    );
    const rounds = kept['round by person_id']!.map(({ id }) => String(id));
    const closed = await inDemo((db) => dataOf(db, learner, rounds));
    expect(closed.kept['answer_event by person_id']).toBeUndefined();
    expect(JSON.stringify(kept)).not.toContain(demo.schoolId);
  });
});

describe('what was done', () => {
  it('is told to owners with names, the latest first, and nobody can change it', async () => {
    const { id } = await inDemo(async (db) => (await listPeople(db))[0]!);
    await inDemo(async (db) => {
      await audit(db, { personId: id, number: 'abc' }, 'role changed', id, {
        from: 'learner',
        to: 'assistant'
      });
      await audit(db, {}, 'sign-in refused', id);
    });
    const [latest, before] = await inDemo((db) => listAudit(db, 2));
    expect([latest!.what, latest!.actor, before!.detail, before!.request]).toEqual([
      'sign-in refused',
      undefined,
      { from: 'learner', to: 'assistant' },
      'abc'
    ]);
    expect(await inDemo((db) => listAudit(db, 5, before!.id))).not.toContainEqual(before);
    expect(await inDemo((db) => refusedSince(db, id))).toBe(1);
    await expect(inDemo((db) => db.query('update audit_entry set what = what'))).rejects.toThrow(
      /permission/
    );
  });

  it('is kept for two years', async () => {
    const admin = new pg.Client({ connectionString: database.superuser });
    await admin.connect();
    await admin.query("update audit_entry set recorded_at = now() - interval '2 years 1 day'");
    await inDemo((db) => audit(db, {}, 'settings changed'));
    await inDemo((db) => db.query('select sweep_audit()'));
    const { rows } = await admin.query('select what from audit_entry');
    expect(rows).toEqual([{ what: 'settings changed' }]);
    await admin.end();
  });
});
