import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What was sown or planted in a patch, and what came of it. */

export const plantingKinds = [
  'seeds',
  'bulbs or tubers',
  'divided plants',
  'cuttings',
  'young plants'
] as const;

const pieces = (least: number) =>
  z.coerce.number('How many?').int('Whole pieces.').min(least, 'How many?').max(1_000_000);

export const NewPlanting = z.object({
  plantedOn: z.iso.date('This is no date.'),
  kind: z.enum(plantingKinds),
  amount: pieces(1),
  origin: z.string().trim().min(1, 'Say where it came from.').max(200),
  note: z.string().trim().max(500).default('')
});
export type NewPlanting = z.infer<typeof NewPlanting>;

/** What somebody found who looked what has come of it. */
export const CameUp = z.object({ id: z.uuid(), lookedOn: z.iso.date('This is no date.'), cameUp: pieces(0) });

const Planting = z.object({
  id: z.string(),
  plantedOn: z.string(),
  kind: z.enum(plantingKinds),
  amount: z.number(),
  origin: z.string(),
  note: z.string(),
  plantedBy: z.string(),
  cameUp: maybe(z.number()),
  lookedOn: maybe(z.string())
});
export type Planting = Readonly<z.infer<typeof Planting>>;

/** Of a patch, the latest first. */
export const listPlantings = (db: SchoolDb, patchId: string): Promise<Planting[]> =>
  rowsOf(
    db,
    Planting,
    `select planting.id, to_char(planted_on, 'YYYY-MM-DD') as "plantedOn", kind, amount, origin, note,
            person.name as "plantedBy", came_up as "cameUp", to_char(looked_on, 'YYYY-MM-DD') as "lookedOn"
       from planting join person on person.school_id = planting.school_id and person.id = planted_by
      where patch_id = $1 and effective_at <= domain_now()
      order by planted_on desc, planting.id desc`,
    [patchId]
  );

export const addPlanting = (db: SchoolDb, viewer: Viewer, patchId: string, planting: NewPlanting) =>
  insert(db, 'planting', {
    id: uuid(),
    patchId,
    ...planting,
    plantedBy: viewer.personId,
    effectiveAt: db.now
  });

/** @returns false where it is not there, or was not in the ground yet */
export async function noteCameUp(
  db: SchoolDb,
  patchId: string,
  { id, lookedOn, cameUp }: z.infer<typeof CameUp>
): Promise<boolean> {
  const { rowCount } = await db.query(
    'update planting set came_up = $3, looked_on = $4 where patch_id = $1 and id = $2 and planted_on <= $4',
    [patchId, id, cameUp, lookedOn]
  );
  return rowCount === 1;
}

/** @returns false where it is not there */
export async function removePlanting(db: SchoolDb, patchId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from planting where patch_id = $1 and id = $2', [patchId, id]);
  return rowCount === 1;
}
