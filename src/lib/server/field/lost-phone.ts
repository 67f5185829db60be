import { v7 as uuid } from 'uuid';
import { WalkEvent, lostShares } from '$core/field';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import type { Plan } from '../walk/plan';
import { readFieldDay } from './day';
import { recordEvent } from './walk-events';

/**
 * A phone is lost or broken: what it may still count goes to another one, as if it had handed it over. Should it come
 * back, it learns of that as soon as it has network; until then it could count what it had, so that whoever says a
 * phone to be lost answers for it.
 * @returns how many pieces went over
 */
export async function giveUpPhone(
  db: SchoolDb,
  viewer: Viewer,
  plan: Plan,
  lost: number,
  to: number
): Promise<number> {
  const walkId = plan.walk.id;
  // Of two who say so at once the second finds nothing left.
  await db.query('select 1 from walk where id = $1 for no key update', [walkId]);
  const { pack, day } = await readFieldDay(db, viewer, plan, undefined);
  const shares = lostShares(pack, day, lost);
  const tapped = { at: db.now.toISOString(), offsetMs: 0, walkId, by: viewer.personId };
  for (const { patch, part, pieces, number } of shares)
    for (const own of [
      { kind: 'handed over', phone: lost, to },
      { kind: 'taken over', phone: to, from: lost }
    ])
      await recordEvent(
        db,
        viewer,
        WalkEvent.parse({ id: uuid(), ...tapped, patch, part, pieces, number, ...own })
      );
  await db.query('update walk_phone set lost_at = $3 where walk_id = $1 and number = $2', [
    walkId,
    lost,
    db.now
  ]);
  return shares.reduce((sum, { pieces }) => sum + pieces, 0);
}
