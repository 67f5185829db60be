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
  return learnerFrom(answers, today);
}
