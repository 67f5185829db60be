import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Weighing, units } from '$core/ground';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What the school weighed or counted out of a part: by it handfuls and grams are entered as pieces. */

export const NewWeighing = z.object({
  part: z.string().trim().min(1, 'Name the part.').max(60),
  unit: z.enum(units),
  amount: z.coerce.number('How much of it?').positive('More than nothing.').max(100_000),
  pieces: z.coerce.number('How many pieces?').int('Whole pieces.').min(1, 'At least one.').max(100_000)
});
export type NewWeighing = z.infer<typeof NewWeighing>;

const RecordedWeighing = z.object({
  id: z.string(),
  taxon: z.string(),
  part: z.string(),
  unit: z.enum(units),
  amount: z.number(),
  pieces: z.number(),
  weighedBy: z.string(),
  on: z.string()
});
export type RecordedWeighing = Readonly<z.infer<typeof RecordedWeighing>> & Weighing;

/** Of some taxa, the latest first. */
export const listWeighings = (db: SchoolDb, taxa: readonly string[]): Promise<RecordedWeighing[]> =>
  rowsOf(
    db,
    RecordedWeighing,
    `select weighing.id, taxon, part, unit, amount, pieces, person.name as "weighedBy",
            to_char(effective_at, 'YYYY-MM-DD') as on
       from weighing join person on person.school_id = weighing.school_id and person.id = weighed_by
      where taxon = any ($1) and effective_at <= domain_now()
      order by effective_at desc, weighing.id desc`,
    [taxa]
  );

export const addWeighing = (db: SchoolDb, viewer: Viewer, taxon: string, weighed: NewWeighing) =>
  insert(db, 'weighing', {
    id: uuid(),
    taxon,
    part: weighed.part,
    unit: weighed.unit,
    amount: weighed.amount,
    pieces: weighed.pieces,
    weighedBy: viewer.personId,
    effectiveAt: db.now
  });

/** @returns false where it is not there */
export async function removeWeighing(db: SchoolDb, taxon: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from weighing where taxon = $1 and id = $2', [taxon, id]);
  return rowCount === 1;
}
