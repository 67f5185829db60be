import {
  type Confidence,
  type DrillName,
  type LearnerState,
  type Outcome,
  type PastAnswer,
  replayMemory
} from '$core/learning';
import type { SchoolDb } from '../school';

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

const readAnswers = async (db: SchoolDb, personId: string): Promise<AnswerRow[]> => {
  const { rows } = await db.query<AnswerRow>(
    `select unit, drill, pair, effective_at, (effective_at at time zone time_zone)::date as day,
            outcome, is_part_right, is_dangerous_specimen, confidence, seconds
       from answer join school using (school_id) where person_id = $1 order by effective_at, id`,
    [personId]
  );
  return rows;
};

/** What a learner remembers and has practised, replayed from the answers that count by now. */
export async function learnerState(db: SchoolDb, personId: string, today: string): Promise<LearnerState> {
  const past = new Map<DrillName, { outcomes: Outcome[]; seconds: number[] }>();
  const asked = new Map<string, Map<DrillName, number>>();
  const shownToday = new Set<string>();
  const answers = await readAnswers(db, personId);
  for (const { drill, pair, day, outcome, seconds, is_dangerous_specimen: isDangerous } of answers) {
    const own = past.get(drill) ?? { outcomes: [], seconds: [] };
    past.set(drill, own);
    own.outcomes.push(outcome);
    own.seconds.push(seconds);
    if (!pair) continue;
    const times = asked.get(pair) ?? new Map<DrillName, number>();
    asked.set(pair, times.set(drill, (times.get(drill) ?? 0) + 1));
    if (day === today && isDangerous) shownToday.add(pair);
  }
  return { memory: replayMemory(answers.map(pastAnswer)), shownToday, past, asked };
}

const pastAnswer = (row: AnswerRow): PastAnswer => ({
  unit: row.unit,
  drill: row.drill,
  at: row.effective_at,
  day: row.day,
  outcome: row.outcome,
  partRight: row.is_part_right ?? undefined,
  confidence: row.confidence ?? undefined,
  seconds: row.seconds
});
