import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { insert } from '../database/insert';

/** Days that the school has given away, or keeps free. */
const DiaryEntry = z.object({
  id: z.string(),
  from: z.string(),
  until: z.string(),
  what: z.string(),
  /** No walk can be held then; otherwise it is a remark only. */
  bars: z.boolean()
});
export type DiaryEntry = Readonly<z.infer<typeof DiaryEntry>>;

export const NewDiaryEntry = z
  .object({
    from: z.iso.date('This is no date.'),
    until: z.union([z.iso.date('This is no date.'), z.literal('')]).default(''),
    what: z.string().trim().min(1, 'Say what it is.').max(120),
    bars: z.boolean().default(true)
  })
  .refine(({ from, until }) => !until || until >= from, {
    path: ['until'],
    message: 'This is before it begins.'
  });

/** What has not ended before a date, in order. */
export const listDiary = (db: SchoolDb, from: string): Promise<DiaryEntry[]> =>
  rowsOf(
    db,
    DiaryEntry,
    `select id, to_char(from_on, 'YYYY-MM-DD') as from, to_char(until_on, 'YYYY-MM-DD') as until, what, bars
       from diary_entry where until_on >= $1 order by from_on, what`,
    [from]
  );

/** @param entry without an end it lasts one day */
export async function addDiaryEntry(db: SchoolDb, entry: Omit<DiaryEntry, 'id'>): Promise<void> {
  await insert(db, 'diary_entry', {
    id: uuid(),
    fromOn: entry.from,
    untilOn: entry.until || entry.from,
    what: entry.what,
    bars: entry.bars
  });
}

export async function removeDiaryEntry(db: SchoolDb, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from diary_entry where id = $1', [id]);
  return rowCount === 1;
}
