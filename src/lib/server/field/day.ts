import { type FieldDay, type Pack, fieldDay } from '$core/field';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { schoolLibrary } from '../library/library';
import type { Brief } from '../walk/briefs';
import type { Plan } from '../walk/plan';
import { packOf } from './pack';
import { readShares } from './phones';
import { readWalkEvents } from './walk-events';

/** A walk as it went, worked out on the server by what the phones work out. */
export async function readFieldDay(
  db: SchoolDb,
  viewer: Viewer,
  plan: Plan,
  brief: Brief | undefined
): Promise<{ readonly pack: Pack; readonly day: FieldDay }> {
  const { document } = await schoolLibrary(db, plan.site.region);
  const shares = (await readShares(db, plan.walk.id)) ?? { phones: 1, key: '', leftOf: {} };
  // Drawings say nothing of what happened.
  const undrawn = brief && { ...brief, plates: {} };
  const pack = packOf(plan, viewer, { phone: 1, ...shares }, undrawn, document, [], db.now);
  return { pack, day: fieldDay(pack, await readWalkEvents(db, plan.walk.id)) };
}
