import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Library, foodWays } from '$core/knowledge';
import { allergens, dishFacts, turnedOut } from '$core/making';
import { longDate } from '$core/words';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { actOnBatch } from './batches';

/** Dishes join cards; each time one is cooked, what was taken out of which jars stands with how it turned out. */

const DishPart = z.object({
  taxon: z.string().min(1).max(120),
  part: z.string().min(1).max(60),
  way: z.enum(foodWays, 'Choose a way of preparing it to be eaten.'),
  grams: z.coerce.number('Say how many grams for each.').positive('More than nothing.').max(500)
});
const Other = z.object({
  words: z.string().trim().min(1, 'Name the ingredient.').max(120),
  contains: z.array(z.enum(allergens)).max(14)
});

export const DishForm = z.object({
  name: z.string().trim().min(1, 'Give the dish a name.').max(80),
  note: z.string().trim().max(1000).default(''),
  parts: z.array(DishPart).min(1, 'A dish needs at least one plant.').max(20),
  others: z.array(Other).max(30)
});
export type DishForm = z.output<typeof DishForm>;

const Dish = z.object({
  id: z.string(),
  name: z.string(),
  note: z.string(),
  parts: z.array(DishPart),
  others: z.array(Other),
  revision: z.number(),
  changedBy: z.string()
});
export type Dish = Readonly<z.infer<typeof Dish>>;

const select = `select dish.id, dish.name, note, parts, others, revision, person.name as "changedBy"
                  from dish join person on person.school_id = dish.school_id and person.id = changed_by`;

export const listDishes = (db: SchoolDb): Promise<Dish[]> =>
  rowsOf(db, Dish, `${select} order by lower(dish.name)`);

export const readDish = (db: SchoolDb, id: string): Promise<Dish | undefined> =>
  rowOf(db, Dish, `${select} where dish.id = $1`, [id]);

type Saved = { readonly id: string } | { readonly problem: string; readonly conflict?: true };

/**
 * Keeps a dish, a new one or a change of one.
 * @param seen the revision that the page showed; undefined for a new one
 */
export async function saveDish(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  dish: DishForm,
  id: string | undefined,
  seen: number | undefined
): Promise<Saved> {
  const { problems } = dishFacts(library, dish.parts, dish.others);
  if (problems.length > 0) return { problem: problems.join(' ') };
  const same = await rowOf(
    db,
    z.object({ id: z.string() }),
    'select id from dish where lower(name) = lower($1) and id is distinct from $2',
    [dish.name, id ?? null]
  );
  if (same) return { problem: `There is a dish called ${dish.name} already.` };
  const row = [dish.name, dish.note, JSON.stringify(dish.parts), JSON.stringify(dish.others)];
  if (id === undefined) {
    const made = uuid();
    await db.query(
      `insert into dish (school_id, id, name, note, parts, others, changed_by, changed_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [db.schoolId, made, ...row, viewer.personId, db.now]
    );
    return { id: made };
  }
  const { rowCount } = await db.query(
    `update dish set name = $2, note = $3, parts = $4, others = $5, changed_by = $6, changed_at = $7,
                     revision = revision + 1
      where id = $1 and revision = $8`,
    [id, ...row, viewer.personId, db.now, seen ?? 0]
  );
  if (rowCount === 1) return { id };
  const now = await readDish(db, id);
  return now
    ? { problem: `${now.changedBy} changed it meanwhile. What you typed still stands here.`, conflict: true }
    : { problem: 'It was taken away meanwhile.', conflict: true };
}

/** @returns why it stays, in words; undefined where it is gone */
export async function removeDish(db: SchoolDb, id: string): Promise<string | undefined> {
  const { rowCount } = await db.query(
    `delete from dish where id = $1
        and not exists (select 1 from cooking where cooking.school_id = dish.school_id and dish_id = dish.id)`,
    [id]
  );
  return rowCount === 1 ? undefined : 'It was cooked already: it stays, for what was written of it.';
}

const Cooking = z.object({
  id: z.string(),
  dishId: z.string(),
  dish: z.string(),
  cookedOn: z.string(),
  people: z.number(),
  how: z.enum(turnedOut),
  words: z.string(),
  otherwise: z.string(),
  writtenBy: z.string(),
  /** Jars that went in. */
  from: z.array(z.object({ batchId: z.string(), code: z.string(), grams: z.number() }))
});
export type Cooking = Readonly<z.infer<typeof Cooking>>;

const cookings = `
  select cooking.id, dish_id as "dishId", dish.name as dish, to_char(cooked_on, 'YYYY-MM-DD') as "cookedOn", people,
         how, words, otherwise, person.name as "writtenBy",
         coalesce((select jsonb_agg(jsonb_build_object('batchId', batch.id, 'code', batch.code,
                                                       'grams', event.body -> 'grams') order by event.id)
                     from standing_batch_event event
                     join batch on batch.school_id = event.school_id and batch.id = event.batch_id
                    where event.school_id = cooking.school_id and event.body ->> 'cooking' = cooking.id::text), '[]') as "from"
    from cooking
    join dish on dish.school_id = cooking.school_id and dish.id = dish_id
    join person on person.school_id = cooking.school_id and person.id = written_by
   where effective_at <= domain_now()`;

/** Every time a dish was cooked, the latest first. */
export const cookingsOf = (db: SchoolDb, dishId: string): Promise<Cooking[]> =>
  rowsOf(db, Cooking, `${cookings} and dish_id = $1 order by cooked_on desc, cooking.id desc`, [dishId]);

/** In what a batch went. */
export const cookingsWith = (db: SchoolDb, batchId: string): Promise<Cooking[]> =>
  rowsOf(
    db,
    Cooking,
    `${cookings} and exists (select from standing_batch_event event
                              where event.school_id = cooking.school_id and event.batch_id = $1
                                and event.body ->> 'cooking' = cooking.id::text)
      order by cooked_on desc, cooking.id desc`,
    [batchId]
  );

export const NewCooking = z.object({
  cookedOn: z.iso.date('This is no date.'),
  people: z.coerce.number('Say for how many.').int().min(1, 'For one at least.').max(500),
  how: z.enum(turnedOut),
  words: z.string().trim().max(500).default(''),
  otherwise: z.string().trim().max(500).default('')
});

/**
 * Keeps that a dish was cooked, and takes out of its jars what went in.
 * @param from grams by batch; what is zero is left out
 * @returns what speaks against it; then nothing was kept
 */
export async function cook(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  dish: Dish,
  cooking: z.output<typeof NewCooking>,
  from: readonly { readonly batchId: string; readonly grams: number }[]
): Promise<string | undefined> {
  if (cooking.cookedOn > viewer.today)
    return `That day is still to come; today is ${longDate(viewer.today)}.`;
  const id = uuid();
  await insert(db, 'cooking', {
    id,
    dishId: dish.id,
    ...cooking,
    writtenBy: viewer.personId,
    effectiveAt: db.now
  });
  for (const { batchId, grams } of from) {
    const problem = await actOnBatch(db, viewer, library, batchId, 'taken out', {
      grams,
      what: `${dish.name}, for ${cooking.people}`,
      cooking: id
    });
    if (problem) throw new CookingProblem(problem);
  }
  return undefined;
}

/** Ends the transaction, so that nothing of a cooking stays whose jars do not hold so much. */
export class CookingProblem extends Error {}
