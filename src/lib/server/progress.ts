import {
  type Confidence,
  type Decision,
  type Detections,
  type DrillPair,
  type Outcome,
  type Readiness,
  oneSided95,
  pairKey,
  readinessFor,
  unitKey,
  wilsonInterval,
  withinDays
} from '$core/learning';
import type { SchoolDb } from './school';

/** What learners' answers add up to. Sums are worked out from the answers each time: none is kept. */

export interface PairTally extends Detections {
  readonly personId: string;
  readonly pair: string;
  /** Of the specimens that were shown; undefined where all stages are taken together. */
  readonly stage: string | undefined;
  readonly answers: number;
  readonly namedRight: number;
  readonly leftAlone: number;
  readonly dangerousShown: number;
  readonly dangerousGathers: number;
  readonly lastAt: Date;
}

/** One-sided 95 % upper limit of the dangerous-gather rate (Wilson); 1 where nothing dangerous was shown. */
export const dangerLimit = ({
  dangerousGathers,
  dangerousShown
}: Pick<PairTally, 'dangerousGathers' | 'dangerousShown'>): number =>
  wilsonInterval(dangerousGathers, dangerousShown, oneSided95)[1];

export interface WeekTally {
  /** Its Monday, YYYY-MM-DD. */
  readonly week: string;
  readonly answers: number;
  readonly right: number;
  readonly left: number;
  readonly dangerousShown: number;
  readonly dangerousGathers: number;
}

export interface Confusion {
  readonly specimen: string;
  readonly takenFor: string;
  readonly times: number;
  readonly isDangerous: boolean;
}

export interface GroupProgress {
  readonly tallies: readonly PairTally[];
  readonly weeks: readonly WeekTally[];
  readonly confidence: ReadonlyMap<Confidence, { readonly answers: number; readonly right: number }>;
  readonly confusions: readonly Confusion[];
}

interface ScanRow {
  set: number;
  person_id: string | null;
  pair: string | null;
  stage: string | null;
  week: string | null;
  confidence: Confidence | null;
  specimen: string | null;
  taken_for: string | null;
  answers: number;
  right: number;
  left: number;
  dangerous_shown: number;
  gathers: number;
  hits: number;
  harmless: number;
  false_alarms: number;
  last_at: Date;
}

/** What the grouping sets are told apart by: one bit for each column that a set leaves out. */
const setOf = { pair: 0b000_1111, week: 0b111_0111, confidence: 0b111_1011, confusion: 0b111_1100 };

/**
 * Adds up the answers of some people in one reading of them: by person, pair and stage; by week; by confidence;
 * and what was taken for what.
 */
export async function readProgress(db: SchoolDb, personIds: readonly string[]): Promise<GroupProgress> {
  const { rows } = await db.query<ScanRow>(
    `select grouping(person_id, pair, specimen_stage, week, confidence, specimen, taken_for) as set,
            person_id, pair, specimen_stage as stage, week, confidence, specimen, taken_for,
            count(*)::int as answers,
            count(*) filter (where outcome = 'right')::int as right,
            count(*) filter (where outcome = 'left')::int as left,
            count(*) filter (where is_dangerous_specimen)::int as dangerous_shown,
            count(*) filter (where outcome = 'dangerous gather')::int as gathers,
            count(*) filter (where is_dangerous_specimen and decision <> 'gather')::int as hits,
            count(*) filter (where not is_dangerous_specimen and could_be_told)::int as harmless,
            count(*) filter (where not is_dangerous_specimen and could_be_told and decision <> 'gather')::int as false_alarms,
            max(effective_at) as last_at
       from (select *, date_trunc('week', effective_at)::date as week
               from answer where person_id = any ($1)) answered
      group by grouping sets ((person_id, pair, specimen_stage), (week), (confidence), (specimen, taken_for))`,
    [personIds]
  );
  const of = (set: number) => rows.filter((row) => row.set === set);
  return {
    tallies: of(setOf.pair).flatMap((row) =>
      row.pair === null ? [] : [{ ...tallyOf(row), pair: row.pair, stage: row.stage ?? undefined }]
    ),
    weeks: of(setOf.week)
      .map((row) => ({
        week: row.week!,
        answers: row.answers,
        right: row.right,
        left: row.left,
        dangerousShown: row.dangerous_shown,
        dangerousGathers: row.gathers
      }))
      .sort((a, b) => (a.week < b.week ? -1 : 1)),
    // Caution says nothing of whether one was right: it is left out of calibration.
    confidence: new Map(
      of(setOf.confidence).flatMap(({ confidence, answers, left, right }) =>
        confidence && answers > left ? [[confidence, { answers: answers - left, right }] as const] : []
      )
    ),
    confusions: of(setOf.confusion)
      .flatMap(({ specimen, taken_for: takenFor, answers, gathers }) =>
        specimen && takenFor && specimen !== takenFor
          ? [{ specimen, takenFor, times: answers, isDangerous: gathers > 0 }]
          : []
      )
      .sort((a, b) => Number(b.isDangerous) - Number(a.isDangerous) || b.times - a.times)
  };
}

const tallyOf = (row: ScanRow) => ({
  personId: row.person_id!,
  answers: row.answers,
  namedRight: row.right,
  leftAlone: row.left,
  dangerousShown: row.dangerous_shown,
  dangerousGathers: row.gathers,
  hits: row.hits,
  signals: row.dangerous_shown,
  falseAlarms: row.false_alarms,
  noises: row.harmless,
  lastAt: row.last_at
});

/** Adds tallies up: of one person, one pair, or all of them. */
export const addTallies = (
  tallies: readonly PairTally[]
): Omit<PairTally, 'personId' | 'pair' | 'stage' | 'lastAt'> => {
  const sum = (
    key: 'answers' | 'namedRight' | 'leftAlone' | 'dangerousShown' | 'dangerousGathers' | keyof Detections
  ) => tallies.reduce((total, tally) => total + tally[key], 0);
  return {
    answers: sum('answers'),
    namedRight: sum('namedRight'),
    leftAlone: sum('leftAlone'),
    dangerousShown: sum('dangerousShown'),
    dangerousGathers: sum('dangerousGathers'),
    hits: sum('hits'),
    signals: sum('signals'),
    falseAlarms: sum('falseAlarms'),
    noises: sum('noises')
  };
};

/** Answers by pair, of one person or of the whole school. */
export async function pairTallies(db: SchoolDb, personId?: string): Promise<PairTally[]> {
  const { rows } = await db.query<Omit<PairTally, 'stage'>>(
    `select person_id as "personId", pair, answers, named_right as "namedRight", left_alone as "leftAlone",
            dangerous_shown as "dangerousShown", dangerous_gathers as "dangerousGathers", hits,
            dangerous_shown as signals, false_alarms as "falseAlarms", harmless_shown as noises, last_at as "lastAt"
       from pair_tally where $1::uuid is null or person_id = $1 order by pair`,
    [personId ?? null]
  );
  return rows.map((row) => ({ ...row, stage: undefined }));
}

/** How ready some people are for a walk, by person. */
export async function readinessOf(
  db: SchoolDb,
  pairs: readonly DrillPair[],
  personIds: readonly string[],
  today: string,
  isUnsupervised = false
): Promise<Map<string, Readiness>> {
  const { rows } = await db.query<{
    person_id: string;
    pair: string;
    stage: string;
    day: string;
    outcome: Outcome;
    is_dangerous: boolean;
    could_be_told: boolean | null;
    decision: Decision | null;
  }>(
    `select person_id, pair, specimen_stage as stage, effective_at::date as day, outcome,
            is_dangerous_specimen as is_dangerous, could_be_told, decision
       from answer
      where person_id = any ($1) and pair = any ($2) and effective_at > domain_now() - make_interval(days => $3)
      order by effective_at, id`,
    [personIds, pairs.map(pairKey), withinDays + 1]
  );
  const answers = new Map(personIds.map((id) => [id, [] as Parameters<typeof readinessFor>[1][number][]]));
  for (const row of rows)
    answers.get(row.person_id)!.push({
      unit: unitKey(row.pair, row.stage),
      day: row.day,
      outcome: row.outcome,
      isDangerousSpecimen: row.is_dangerous,
      couldBeTold: row.could_be_told ?? false,
      decision: row.decision ?? 'leave'
    });
  return new Map([...answers].map(([id, own]) => [id, readinessFor(pairs, own, today, isUnsupervised)]));
}

/** A person's answers as texts, one row each, for taking them out. */
export async function readAnswerRows(db: SchoolDb, personId: string): Promise<Record<string, string>[]> {
  const { rows } = await db.query<Record<string, unknown>>(
    `select effective_at as at, drill, pair, specimen_stage as stage, specimen, taken_for, decision, outcome, score,
            is_part_right as part_right, confidence, seconds
       from answer where person_id = $1 order by effective_at, id`,
    [personId]
  );
  const text = (value: unknown) =>
    value instanceof Date ? value.toISOString() : value === null ? '' : String(value);
  return rows.map((row) =>
    Object.fromEntries(Object.entries(row).map(([name, value]) => [name, text(value)]))
  );
}
