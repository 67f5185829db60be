import pg from 'pg';
import type { SchoolDb } from './school';

const snake = (name: string): string => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/**
 * Inserts a row of the school that a connection is in.
 * @param row by its columns in camel case, without the school; undefined is null. An array is one of PostgreSQL, an
 *   object JSON: a list that is JSON comes as its text
 * @param onConflict 'nothing' where the row may be there already
 * @returns whether it is new
 */
export async function insert(
  db: SchoolDb,
  table: string,
  row: Readonly<Record<string, unknown>>,
  onConflict: 'fails' | 'nothing' = 'fails'
): Promise<boolean> {
  const fields = Object.entries(row);
  const columns = ['school_id', ...fields.map(([name]) => snake(name))].map(pg.escapeIdentifier);
  const { rowCount } = await db.query(
    `insert into ${pg.escapeIdentifier(table)} (${columns.join(', ')})
     values (${columns.map((_, i) => `$${i + 1}`).join(', ')})${onConflict === 'nothing' ? ' on conflict do nothing' : ''}`,
    [db.schoolId, ...fields.map(([, value]) => value ?? null)]
  );
  return rowCount === 1;
}
