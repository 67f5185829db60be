import { z } from 'zod';
import { rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';

/** What the leaders did with the proposed kit of a walk: packed, struck off, added. */

const Step = z.object({ isPacked: z.boolean(), isStruck: z.boolean() });
const KitState = Step.extend({
  item: z.string(),
  /** Added by the leaders; its words are the item. */
  isOwn: z.boolean()
});
export type KitState = z.infer<typeof KitState>;

export const stepOf = ({ isPacked, isStruck }: z.infer<typeof Step>): KitStep =>
  isStruck ? 'struck' : isPacked ? 'packed' : 'unpacked';

export async function listKit(db: SchoolDb, walkId: string): Promise<KitState[]> {
  return rowsOf(
    db,
    KitState,
    `select item, is_packed as "isPacked", is_struck as "isStruck", is_own as "isOwn"
       from walk_kit where walk_id = $1 order by changed_at, item`,
    [walkId]
  );
}

/** What can be done with a thing in the kit. */
export const kitSteps = ['packed', 'unpacked', 'struck'] as const;
export type KitStep = (typeof kitSteps)[number];

const stepWords: Readonly<Record<KitStep, string>> = {
  packed: 'packed it',
  unpacked: 'took it out',
  struck: 'struck it off'
};

/**
 * Packs a thing, takes it out or strikes it off. Several pack at once, so that each states how the thing itself stood
 * on their page.
 * @returns what somebody else did with it since; undefined where it is done
 */
export async function setKit(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  { item, isOwn, from, to }: { item: string; isOwn: boolean; from: KitStep; to: KitStep }
): Promise<string | undefined> {
  // One thing at a time, also where no row says anything of it yet.
  await db.query('select 1 from walk where id = $1 for no key update', [walkId]);
  const row = await rowOf(
    db,
    Step.extend({ name: z.string(), clock: z.string() }),
    `select is_packed as "isPacked", is_struck as "isStruck", person.name, to_char(changed_at, 'HH24:MI') as clock
       from walk_kit join person on person.school_id = walk_kit.school_id and person.id = changed_by
      where walk_id = $1 and item = $2`,
    [walkId, item]
  );
  const now = row ? stepOf(row) : 'unpacked';
  if (row && now !== from && now !== to)
    return `Not stored: ${row.name} ${stepWords[now]} at ${row.clock}, while you had this open.`;
  await db.query(
    `insert into walk_kit (school_id, walk_id, item, is_packed, is_struck, is_own, changed_by, changed_at)
     values ($1, $2, $3, $4, $5, $6, $7, now())
     on conflict (school_id, walk_id, item) do update
       set is_packed = $4, is_struck = $5, changed_by = $7, changed_at = now()`,
    [db.schoolId, walkId, item, to === 'packed', to === 'struck', isOwn, viewer.personId]
  );
  return undefined;
}

export async function removeOwnKit(db: SchoolDb, walkId: string, item: string): Promise<void> {
  await db.query('delete from walk_kit where walk_id = $1 and item = $2 and is_own', [walkId, item]);
}
