import { z } from 'zod';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';

/** What leaders add to the pairs of a walk: by the pair's key, target~lookalike. */
export async function listRemarks(db: SchoolDb, walkId: string): Promise<Map<string, string>> {
  const rows = await rowsOf(
    db,
    z.object({ pair: z.string(), words: z.string() }),
    'select pair, words from walk_remark where walk_id = $1 order by pair',
    [walkId]
  );
  return new Map(rows.map(({ pair, words }) => [pair, words]));
}

/** @param words empty takes the remark away */
export async function setRemark(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  pair: string,
  words: string
): Promise<void> {
  await db.query('delete from walk_remark where walk_id = $1 and pair = $2', [walkId, pair]);
  if (words) await insert(db, 'walk_remark', { walkId, pair, words, enteredBy: viewer.personId });
}
