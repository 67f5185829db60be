import {
  type Outcome,
  type Confidence,
  type PastAnswer,
  type UnitMemory,
  replayMemory,
  unitKey,
  wilsonInterval,
  oneSided95
} from '$core/learning';
import type { SchoolDb } from './school';

/** A learner's memory states, replayed from the answers that count by now. */
export async function memoryOf(db: SchoolDb, personId: string): Promise<Map<string, UnitMemory>> {
  const { rows } = await db.query<{
    pair: string;
    specimen_stage: string;
    effective_at: Date;
    day: string;
    outcome: Outcome;
    is_part_right: boolean | null;
    confidence: Confidence;
    seconds: number;
  }>(
    `select pair, specimen_stage, effective_at, (effective_at at time zone time_zone)::date as day,
            outcome, is_part_right, confidence, seconds
       from answer join school using (school_id) where person_id = $1 order by effective_at, id`,
    [personId]
  );
  return replayMemory(
    rows.map((row): PastAnswer => ({
      unit: unitKey(row.pair, row.specimen_stage),
      at: row.effective_at,
      day: row.day,
      outcome: row.outcome,
      partRight: row.is_part_right ?? undefined,
      confidence: row.confidence,
      seconds: row.seconds
    }))
  );
}

export interface PairTally {
  readonly personId: string;
  readonly pair: string;
  readonly answers: number;
  readonly namedRight: number;
  readonly leftAlone: number;
  readonly dangerousShown: number;
  readonly dangerousGathers: number;
  readonly lastAt: Date;
  /** One-sided 95 % upper limit of the dangerous-gather rate (Wilson); 1 where nothing dangerous was shown. */
  readonly dangerLimit: number;
}

/** Answers by pair, of one person or of the whole school. Dangerous 'gather' answers are counted apart. */
export async function pairTallies(db: SchoolDb, personId?: string): Promise<PairTally[]> {
  const { rows } = await db.query<Omit<PairTally, 'dangerLimit'>>(
    `select person_id as "personId", pair, answers, named_right as "namedRight", left_alone as "leftAlone",
            dangerous_shown as "dangerousShown", dangerous_gathers as "dangerousGathers", last_at as "lastAt"
       from pair_tally where $1::uuid is null or person_id = $1 order by pair`,
    [personId ?? null]
  );
  return rows.map((row) => ({
    ...row,
    dangerLimit: wilsonInterval(row.dangerousGathers, row.dangerousShown, oneSided95)[1]
  }));
}
