import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type LivingResult, type Outcome, livingSteps, outcomes } from '$core/learning';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';

const SignOff = z.object({
  id: z.string(),
  personId: z.string(),
  pair: z.string(),
  stage: z.string(),
  step: z.enum(livingSteps),
  outcome: z.enum(outcomes),
  plant: z.string(),
  by: z.string(),
  on: z.string()
});
export type SignOff = Readonly<z.infer<typeof SignOff>>;

/** Results on living plants and sign-offs of some people: events, in order of their time. */
export const readSignOffs = (db: SchoolDb, personIds: readonly string[]): Promise<SignOff[]> =>
  rowsOf(
    db,
    SignOff,
    `select sign_off.id, person_id as "personId", pair, stage, step, outcome, plant, person.name as by,
            to_char(effective_at, 'YYYY-MM-DD') as on
       from sign_off join person on person.school_id = sign_off.school_id and person.id = signed_by
      where person_id = any ($1) and effective_at <= domain_now()
        and not exists (select 1 from walk_event undo
                         where undo.school_id = sign_off.school_id and undo.kind = 'taken back'
                           and undo.body ->> 'event' = sign_off.id::text)
      order by effective_at, sign_off.id`,
    [personIds]
  );

/** Records what a learner did on a living plant, or signs the pair off at that stage. */
export async function recordSignOff(
  db: SchoolDb,
  viewer: Viewer,
  signed: {
    readonly personId: string;
    readonly pair: string;
    readonly stage: string;
    readonly step: LivingResult['step'];
    readonly outcome: Outcome;
    readonly plant: string;
  }
): Promise<void> {
  await insert(db, 'sign_off', {
    id: uuid(),
    personId: signed.personId,
    pair: signed.pair,
    stage: signed.stage,
    step: signed.step,
    outcome: signed.step === 'signed off' ? 'right' : signed.outcome,
    plant: signed.plant,
    signedBy: viewer.personId,
    effectiveAt: db.now
  });
}
