import { z } from 'zod';
import type { Member, Viewer } from '../accounts';
import { attachment } from '../request/attachment';
import { closedRounds } from '../learning/quizzes';
import { Identified, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** Everything that is kept about one person, for them to take along. */

/** Rows of one table, with the column by which they are the person's. */
const Place = z.object({ table: z.string(), column: z.string() });
type Place = z.infer<typeof Place>;

/** Every table that points to people: what is added later is in it without anybody thinking of it. */
const placesOf = (db: SchoolDb): Promise<Place[]> =>
  rowsOf(
    db,
    Place,
    `select con.conrelid::regclass::text as "table", att.attname as "column"
       from pg_constraint con
       join pg_attribute att on att.attrelid = con.conrelid and att.attnum = any (con.conkey)
      where con.contype = 'f' and con.confrelid = 'person'::regclass and att.attname <> 'school_id'
        and has_table_privilege(con.conrelid, 'select')
      order by 1, 2`
  );

/**
 * The person's row, and all rows that name them, by table and column. Files are left out, and answers of a quiz that is
 * still to be sat.
 * @param closedRounds rounds whose answers would tell what is asked
 */
export async function dataOf(db: SchoolDb, personId: string, closedRounds: readonly string[]) {
  const kept = async (table: string, column: string): Promise<Record<string, unknown>[]> => {
    const rows = await rowsOf(
      db,
      z.object({ row: z.record(z.string(), z.unknown()) }),
      `select to_jsonb(one) - 'school_id' - 'pdf' - 'jpeg' as row from ${table} one where ${column} = $1
        order by row`,
      [personId]
    );
    return rows.map(({ row }) => row);
  };
  const [person] = await kept('person', 'id');
  const closed = await rowsOf(db, Identified, 'select id from question where round_id = any ($1)', [
    closedRounds
  ]);
  const hidden = new Set(closed.map(({ id }) => id));
  const byPlace: Record<string, Record<string, unknown>[]> = {};
  for (const { table, column } of await placesOf(db)) {
    // Accounts stand above the schools.
    if (table === 'membership' || table === 'invitation') continue;
    const rows = (await kept(table, column)).filter((row) => !hidden.has(String(row['question_id'])));
    if (rows.length > 0) byPlace[`${table} by ${column}`] = rows;
  }
  return { person, kept: byPlace };
}

/** Everything that is kept about a person, as a file of JSON. */
export async function dataFile(
  db: SchoolDb,
  viewer: Viewer,
  person: { readonly id: string; readonly name: string },
  member: Member | undefined
): Promise<Response> {
  const { person: row, kept } = await dataOf(
    db,
    person.id,
    await closedRounds(db, { ...viewer, personId: person.id, role: 'learner' })
  );
  const document = {
    about:
      'What Good Trail keeps about one person: their own row, and every row of other tables that names them.',
    school: viewer.school.name,
    takenOut: db.now.toISOString(),
    account: member ? { email: member.email } : null,
    person: row,
    kept
  };
  return attachment(
    JSON.stringify(document, null, 2),
    'application/json',
    `${person.name}, everything kept.json`
  );
}
