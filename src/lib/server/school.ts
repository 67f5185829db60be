import type { PoolClient } from 'pg';
import { pool } from './pool';

/** A connection inside a transaction of one school: row-level security shows and takes that school's rows only. */
export type SchoolDb = PoolClient & { readonly schoolId: string; readonly now: Date };

/** The school's own clock, its demo date at this time of day or the wall clock; and the zone that it goes by. */
async function domainClock(client: PoolClient): Promise<{ now: Date; zone: string }> {
  const { rows } = await client.query<{ now: Date; zone: string }>(
    `select case when demo_date is null then now()
                 else (demo_date + (now() at time zone time_zone)::time) at time zone time_zone end as now,
            time_zone as zone
       from school`
  );
  return rows[0] ?? { now: new Date(), zone: 'UTC' };
}

/**
 * Runs work in a transaction that is bound to one school. The setting is local to the transaction, so a
 * reused connection carries nothing over.
 * @throws what the work throws, after rolling back
 */
export async function withSchool<T>(schoolId: string, work: (db: SchoolDb) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  try {
    await client.query('begin');
    await client.query("select set_config('app.school', $1, true)", [schoolId]);
    const { now, zone } = await domainClock(client);
    // An instant's date is the school's, in the hour after midnight too.
    await client.query("select set_config('app.now', $1, true), set_config('TimeZone', $2, true)", [
      now.toISOString(),
      zone
    ]);
    const result = await work(Object.assign(client, { schoolId, now }));
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}
