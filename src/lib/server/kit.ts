import type { SchoolDb } from './school';
import type { Viewer } from './accounts';

/** What the leaders did with the proposed kit of a walk: packed, struck off, added. */

export interface KitState {
  readonly item: string;
  readonly isPacked: boolean;
  readonly isStruck: boolean;
  /** Added by the leaders; its words are the item. */
  readonly isOwn: boolean;
}

export async function listKit(db: SchoolDb, walkId: string): Promise<KitState[]> {
  const { rows } = await db.query<KitState>(
    `select item, is_packed as "isPacked", is_struck as "isStruck", is_own as "isOwn"
       from walk_kit where walk_id = $1 order by changed_at, item`,
    [walkId]
  );
  return rows;
}

export async function setKit(db: SchoolDb, viewer: Viewer, walkId: string, state: KitState): Promise<void> {
  await db.query(
    `insert into walk_kit (school_id, walk_id, item, is_packed, is_struck, is_own, changed_by, changed_at)
     values ($1, $2, $3, $4, $5, $6, $7, now())
     on conflict (school_id, walk_id, item) do update
       set is_packed = $4, is_struck = $5, changed_by = $7, changed_at = now()`,
    [db.schoolId, walkId, state.item, state.isPacked, state.isStruck, state.isOwn, viewer.personId]
  );
}

export async function removeOwnKit(db: SchoolDb, walkId: string, item: string): Promise<void> {
  await db.query('delete from walk_kit where walk_id = $1 and item = $2 and is_own', [walkId, item]);
}
