import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Check, type Lift, figuresOf } from '$core/walk';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowsOf } from '../database/rows';

/** Stops of the ledger that somebody lifted, with the reason: kept for ever. */

export interface LiftEntry extends Lift {
  readonly id: string;
  /** What the check said when it was lifted. */
  readonly said: string;
  readonly takenBack: { readonly by: string; readonly on: string; readonly reason: string } | undefined;
}

const LiftRow = z.object({
  id: z.string(),
  key: z.string(),
  figures: z.string(),
  said: z.string(),
  reason: z.string(),
  by: z.string(),
  on: z.string(),
  backBy: maybe(z.string()),
  backOn: maybe(z.string()),
  backReason: maybe(z.string())
});

/** The latest first. */
export async function listLifts(db: SchoolDb, walkId: string): Promise<LiftEntry[]> {
  const rows = await rowsOf(
    db,
    LiftRow,
    `select lift.id, lift.check_key as key, lift.figures, lift.said, lift.reason, person.name as by,
            to_char(lift.effective_at, 'YYYY-MM-DD') as on, undoer.name as "backBy",
            to_char(undo.effective_at, 'YYYY-MM-DD') as "backOn", undo.reason as "backReason"
       from check_lift lift
       join person on person.school_id = lift.school_id and person.id = lift.entered_by
       left join check_lift undo on undo.school_id = lift.school_id and undo.takes_back = lift.id
            and undo.effective_at <= domain_now()
       left join person undoer on undoer.school_id = undo.school_id and undoer.id = undo.entered_by
      where lift.walk_id = $1 and lift.takes_back is null and lift.effective_at <= domain_now()
      order by lift.effective_at desc, lift.id desc`,
    [walkId]
  );
  return rows.map(({ backBy, backOn, backReason, ...row }) => ({
    ...row,
    takenBack: backBy && backOn ? { by: backBy, on: backOn, reason: backReason ?? '' } : undefined
  }));
}

export async function liftCheck(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  check: Check,
  reason: string
): Promise<void> {
  await insert(db, 'check_lift', {
    id: uuid(),
    walkId,
    checkKey: check.key,
    figures: figuresOf(check),
    said: `${check.title.replace(/^Stop: /, '')}. ${check.detail}`,
    reason,
    enteredBy: viewer.personId,
    effectiveAt: db.now
  });
}

/** @returns false where there is no such lift, or it was taken back */
export async function takeLiftBack(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  liftId: string,
  reason: string
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into check_lift (school_id, id, walk_id, check_key, figures, said, reason, takes_back, entered_by, effective_at)
     select school_id, $3, walk_id, check_key, figures, said, $4, id, $5, $6 from check_lift
      where walk_id = $1 and id = $2 and takes_back is null
     on conflict do nothing`,
    [walkId, liftId, uuid(), reason, viewer.personId, db.now]
  );
  return rowCount === 1;
}
