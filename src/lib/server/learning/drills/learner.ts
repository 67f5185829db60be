import {
  type Confidence,
  type DrillName,
  type LearnerState,
  type LearnersAnswer,
  type Outcome,
  learnerFrom
} from '$core/learning';
import type { SchoolDb } from '../../database/school';

interface AnswerRow {
  readonly unit: string;
  readonly drill: DrillName;
  readonly pair: string | null;
  readonly effective_at: Date;
  readonly day: string;
  readonly outcome: Outcome;
  readonly is_part_right: boolean | null;
  readonly is_dangerous_specimen: boolean;
  readonly confidence: Confidence | null;
  readonly seconds: number;
}

/** What a learner remembers and has practised, replayed from the answers that count by now. */
export async function learnerState(db: SchoolDb, personId: string, today: string): Promise<LearnerState> {
  const { rows } = await db.query<AnswerRow>(
    `select unit, drill, pair, effective_at, (effective_at at time zone time_zone)::date as day,
            outcome, is_part_right, is_dangerous_specimen, confidence, seconds
       from answer join school using (school_id) where person_id = $1 order by effective_at, id`,
    [personId]
  );
  return learnerFrom(rows.map(answerOf), today);
}

const answerOf = (row: AnswerRow): LearnersAnswer => ({
  unit: row.unit,
  drill: row.drill,
  pair: row.pair ?? undefined,
  at: row.effective_at,
  day: row.day,
  outcome: row.outcome,
  isDangerousSpecimen: row.is_dangerous_specimen,
  partRight: row.is_part_right ?? undefined,
  confidence: row.confidence ?? undefined,
  seconds: row.seconds
});
