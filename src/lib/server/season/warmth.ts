import { z } from 'zod';
import type { DayOfWarmth } from '$core/season';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** Daily temperatures of a site. */

/** Keeps days in place of what stood there before. */
export async function keepWarmth(
  db: SchoolDb,
  siteId: string,
  days: readonly DayOfWarmth[],
  source: string
): Promise<void> {
  await db.query(
    `insert into warmth_day (school_id, site_id, day, min_celsius, max_celsius, source)
     select $1, $2, day, low, high, $6 from unnest($3::date[], $4::real[], $5::real[]) as t (day, low, high)
     on conflict (school_id, site_id, day) do update
        set min_celsius = excluded.min_celsius, max_celsius = excluded.max_celsius, source = excluded.source`,
    [
      db.schoolId,
      siteId,
      days.map(({ on }) => on),
      days.map(({ min }) => min),
      days.map(({ max }) => max),
      source.slice(0, 120)
    ]
  );
}

/** The days of a site up to a date, by date; and where they come from. */
export async function readWarmthDays(
  db: SchoolDb,
  siteId: string,
  until: string
): Promise<{ days: Map<string, DayOfWarmth>; sources: string[] }> {
  const rows = await rowsOf(
    db,
    z.object({ on: z.string(), min: z.number(), max: z.number(), source: z.string() }),
    `select to_char(day, 'YYYY-MM-DD') as on, min_celsius as min, max_celsius as max, source
       from warmth_day where site_id = $1 and day <= $2 order by day`,
    [siteId, until]
  );
  return {
    days: new Map(rows.map(({ on, min, max }) => [on, { on, min, max }])),
    sources: [...new Set(rows.map(({ source }) => source))]
  };
}

export async function forgetWarmth(db: SchoolDb, siteId: string): Promise<void> {
  await db.query('delete from warmth_day where site_id = $1', [siteId]);
}
