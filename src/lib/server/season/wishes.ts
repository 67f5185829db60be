import { z } from 'zod';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What a school would like to teach at a site, and how much it is worth to it. */
const Wish = z.object({
  taxon: z.string(),
  /** 1 would be nice, 2 wanted, 3 what the day is for. */
  worth: z.number()
});
export type Wish = Readonly<z.infer<typeof Wish>>;

export const listWishes = (db: SchoolDb, siteId: string): Promise<Wish[]> =>
  rowsOf(db, Wish, 'select taxon, worth from wish where site_id = $1 order by worth desc, taxon', [siteId]);

/** @param worth 0 takes it off the list */
export async function setWish(db: SchoolDb, siteId: string, taxon: string, worth: number): Promise<void> {
  if (worth === 0) {
    await db.query('delete from wish where site_id = $1 and taxon = $2', [siteId, taxon]);
    return;
  }
  await db.query(
    `insert into wish (school_id, site_id, taxon, worth) values ($1, $2, $3, $4)
     on conflict (school_id, site_id, taxon) do update set worth = excluded.worth`,
    [db.schoolId, siteId, taxon, worth]
  );
}
