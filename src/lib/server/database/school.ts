import pg, { type PoolClient } from 'pg';
import { z } from 'zod';
import { inTransaction, patienceMs, query } from './database';
import { rowsOf } from './rows';

export { assertHoldsNone } from './database';

/** A connection inside a transaction of one school: row-level security shows and takes that school's rows only. */
export type SchoolDb = PoolClient & { readonly schoolId: string; readonly now: Date };

/**
 * Binds a running transaction to one school. The setting is local to the transaction, so a reused connection carries
 * nothing over. Inside, `now` is the school's own clock: its demo date at this time of day, or the wall clock; and an
 * instant's date is the school's, in the hour after midnight too.
 */
export async function enterSchool(client: PoolClient, schoolId: string): Promise<SchoolDb> {
  return entered(client, schoolId, await rowsOf(client, Entered, entering(schoolId)));
}

const entering = (schoolId: string): string =>
  `select enter_school(${pg.escapeLiteral(schoolId)}, ${patienceMs()}) as now`;

const Entered = z.object({ now: z.date() });

const entered = (client: PoolClient, schoolId: string, [row]: unknown[]): SchoolDb =>
  Object.assign(client, { schoolId, ...Entered.parse(row) });

/**
 * One statement that enters the school by itself, with the school and how long it may take as its first two parameters:
 * a single trip. Where it would not enter, row-level security shows it nothing.
 */
export const onceIn = (schoolId: string) => ({
  query: (text: string, values: unknown[] = []): Promise<pg.QueryResult> =>
    query(text, [schoolId, patienceMs(), ...values])
});

/**
 * Runs work in a transaction that is bound to one school.
 * @throws what the work throws, after rolling back
 */
export const withSchool = <T>(schoolId: string, work: (db: SchoolDb) => Promise<T>): Promise<T> =>
  inTransaction((client, rows) => work(entered(client, schoolId, rows)), entering(schoolId));

/** As {@link withSchool}, seeing the school as it is at one moment, however long it takes. For reading alone. */
export const withSnapshotOf = <T>(schoolId: string, work: (db: SchoolDb) => Promise<T>): Promise<T> =>
  inTransaction(
    (client, rows) => work(entered(client, schoolId, rows)),
    entering(schoolId),
    'begin isolation level repeatable read'
  );
