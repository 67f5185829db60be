import pg, { type PoolClient } from 'pg';
import { inTransaction, patienceMs, query } from './database';

export { assertHoldsNone } from './database';

/** A connection inside a transaction of one school: row-level security shows and takes that school's rows only. */
export type SchoolDb = PoolClient & { readonly schoolId: string; readonly now: Date };

/**
 * Binds a running transaction to one school. The setting is local to the transaction, so a reused connection carries
 * nothing over. Inside, `now` is the school's own clock: its demo date at this time of day, or the wall clock; and an
 * instant's date is the school's, in the hour after midnight too.
 */
export async function enterSchool(client: PoolClient, schoolId: string): Promise<SchoolDb> {
  const { rows } = await client.query(entering(schoolId));
  return entered(client, schoolId, rows);
}

const entering = (schoolId: string): string =>
  `select enter_school(${pg.escapeLiteral(schoolId)}, ${patienceMs()}) as now`;

const entered = (client: PoolClient, schoolId: string, rows: unknown[]): SchoolDb =>
  Object.assign(client, { schoolId, now: (rows as { now: Date }[])[0]!.now });

/**
 * One statement that enters the school by itself, with the school and how long it may take as its first two parameters:
 * a single trip. Where it would not enter, row-level security shows it nothing.
 */
export const askSchool = <Row extends pg.QueryResultRow>(
  schoolId: string,
  text: string,
  values: unknown[]
): Promise<Row[]> => query<Row>(text, [schoolId, patienceMs(), ...values]).then(({ rows }) => rows);

/**
 * Runs work in a transaction that is bound to one school.
 * @throws what the work throws, after rolling back
 */
export const withSchool = <T>(schoolId: string, work: (db: SchoolDb) => Promise<T>): Promise<T> =>
  inTransaction((client, rows) => work(entered(client, schoolId, rows)), entering(schoolId));
