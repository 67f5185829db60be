import type pg from 'pg';
import { z } from 'zod';

/** Rows as they are read: parsed by the schema of what they are taken for, never taken on trust. */

/** What a statement can be sent to: a connection inside a school, or the door for tables above the schools. */
export interface Asked {
  query(text: string, values?: unknown[]): Promise<pg.QueryResult>;
}

/**
 * The rows that a statement finds.
 * @param row by the names that the statement gives its columns; others are left out
 * @throws where a row is not of that shape: a fault of the statement, or of the data
 */
export async function rowsOf<Row extends z.ZodType>(
  db: Asked,
  row: Row,
  text: string,
  values: unknown[] = []
): Promise<z.output<Row>[]> {
  const { rows } = await db.query(text, values);
  return rows.map((found) => row.parse(found));
}

/** The first row that a statement finds; undefined where it finds none. */
export const rowOf = async <Row extends z.ZodType>(
  db: Asked,
  row: Row,
  text: string,
  values: unknown[] = []
): Promise<z.output<Row> | undefined> => (await rowsOf(db, row, text, values))[0];

/** A column that may be null: undefined then. */
export const maybe = <Value extends z.ZodType>(value: Value) =>
  value.nullable().transform((given): z.output<Value> | undefined => given ?? undefined);

/** A row that is asked for its id alone. */
export const Identified = z.object({ id: z.string() });
