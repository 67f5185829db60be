import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';
import type { SchoolDb } from '../../src/lib/server/database/school';

/** Rows as they are stored. */

let database: TestDatabase;
let inDemo: <T>(work: (db: SchoolDb) => Promise<T>) => Promise<T>;
let insert: typeof import('../../src/lib/server/database/insert').insert;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  const { withSchool } = await import('../../src/lib/server/database/school');
  ({ insert } = await import('../../src/lib/server/database/insert'));
  inDemo = (work) => withSchool(demo.schoolId, work);
});
afterAll(async () => {
  const { closePool } = await import('../../src/lib/server/database/database');
  await closePool();
  await database.drop();
});

describe('a row', () => {
  const person = (change: object = {}) => ({ id: uuid(), name: 'Mona Reed', role: 'learner', ...change });

  it('is stored by the names of its columns, in the school that it is entered in', async () => {
    const row = person({ isMinor: true, guardianName: undefined });
    const kept = await inDemo(async (db) => {
      expect(await insert(db, 'person', row)).toBe(true);
      const { rows } = await db.query('select * from person where id = $1', [row.id]);
      return rows[0] as Record<string, unknown>;
    });
    expect(kept).toMatchObject({
      school_id: demo.schoolId,
      name: 'Mona Reed',
      is_minor: true,
      guardian_name: null
    });
  });

  it('that is there already is an error, or is left as it is', async () => {
    const row = person();
    await inDemo((db) => insert(db, 'person', row));
    await expect(inDemo((db) => insert(db, 'person', row))).rejects.toThrow(/duplicate key/);
    expect(await inDemo((db) => insert(db, 'person', { ...row, name: 'Other' }, 'nothing'))).toBe(false);
    const { rows } = await inDemo((db) => db.query('select name from person where id = $1', [row.id]));
    expect(rows).toEqual([{ name: 'Mona Reed' }]);
  });

  it('of another school is refused, whatever it says', async () => {
    const other = '0192f000-0000-7000-8000-0000000000cc';
    await expect(
      inDemo((db) =>
        insert({ ...db, schoolId: other, query: db.query.bind(db) } as SchoolDb, 'person', person())
      )
    ).rejects.toThrow(/row-level security|foreign key/);
  });

  it('with a column that is none says which', async () => {
    await expect(inDemo((db) => insert(db, 'person', person({ shoeSize: 43 })))).rejects.toThrow(/shoe_size/);
  });

  it('keeps an object as JSON and a list as a list', async () => {
    const id = uuid();
    const ground = { type: 'FeatureCollection', features: [] };
    const row = {
      id,
      name: 'Fen',
      region: 'north-west-europe',
      timeZone: 'Europe/Dublin',
      ground,
      habitats: ['fen', 'carr']
    };
    const { rows } = await inDemo(async (db) => {
      await insert(db, 'site', row);
      return db.query('select ground, habitats from site where id = $1', [id]);
    });
    expect(rows).toEqual([{ ground, habitats: ['fen', 'carr'] }]);
  });
});
