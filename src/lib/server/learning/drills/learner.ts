import { z } from 'zod';
import { type LearnerState, confidences, drillNames, learnerFrom, outcomes } from '$core/learning';
import { maybe, rowsOf } from '../../database/rows';
import type { SchoolDb } from '../../database/school';

const KeptAnswer = z.object({
  unit: z.string(),
  drill: z.enum(drillNames),
  pair: maybe(z.string()),
  at: z.date(),
  day: z.string(),
  outcome: z.enum(outcomes),
  partRight: maybe(z.boolean()),
  isDangerousSpecimen: z.boolean(),
  confidence: maybe(z.enum(confidences)),
  seconds: z.number()
});

/** What a learner remembers and has practised, replayed from the answers that count by now. */
export async function learnerState(db: SchoolDb, personId: string, today: string): Promise<LearnerState> {
  const answers = await rowsOf(
    db,
    KeptAnswer,
    `select unit, drill, pair, effective_at as at, (effective_at at time zone time_zone)::date as day, outcome,
            is_part_right as "partRight", is_dangerous_specimen as "isDangerousSpecimen", confidence, seconds
       from answer join school using (school_id) where person_id = $1 order by effective_at, id`,
    [personId]
  );
  return learnerFrom(answers, today, await mistakenOutside(db, personId));
}

/** Pairs on whose living plants somebody would have gathered the dangerous one, without an answer on them since. */
async function mistakenOutside(db: SchoolDb, personId: string): Promise<Set<string>> {
  const rows = await rowsOf(
    db,
    z.object({ pair: z.string() }),
    `select distinct pair from sign_off
      where person_id = $1 and outcome = 'dangerous gather' and effective_at <= domain_now()
        and not exists (select from walk_event undo
                         where undo.school_id = sign_off.school_id and undo.kind = 'taken back'
                           and undo.body ->> 'event' = sign_off.id::text)
        and not exists (select from answer
                         where answer.person_id = sign_off.person_id and answer.pair = sign_off.pair
                           and answer.effective_at > sign_off.effective_at)`,
    [personId]
  );
  return new Set(rows.map(({ pair }) => pair));
}
