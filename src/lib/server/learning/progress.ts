import { z } from 'zod';
import { stageNames } from '$core/knowledge';
import {
  type Confidence,
  type Decision,
  type Detections,
  type DrillPair,
  type JudgedAnswer,
  type Outcome,
  type Readiness,
  oneSided95,
  pairKey,
  readinessFor,
  unitKey,
  wilsonInterval,
  withinDays
} from '$core/learning';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What learners' answers add up to. */

export interface Tally extends Detections {
  readonly answers: number;
  readonly namedRight: number;
  readonly leftAlone: number;
  readonly dangerousShown: number;
  readonly dangerousGathers: number;
}

/** Answers on a pair whose specimens were at a stage. */
export interface PairTally extends Tally {
  readonly pair: string;
  readonly stage: string;
}

/** One-sided 95 % upper limit of the dangerous-gather rate (Wilson); 1 where nothing dangerous was shown. */
export const dangerLimit = ({
  dangerousGathers,
  dangerousShown
}: Pick<Tally, 'dangerousGathers' | 'dangerousShown'>): number =>
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

const Confusion = z.object({
  specimen: z.string(),
  takenFor: z.string(),
  times: z.number(),
  isDangerous: z.boolean()
});
export type Confusion = Readonly<z.infer<typeof Confusion>>;

export interface GroupProgress {
  /** Answers on pairs of each person who gave some. */
  readonly people: ReadonlyMap<string, Tally & { readonly lastAt: Date }>;
  /** Of all the people together. */
  readonly pairs: readonly PairTally[];
  readonly weeks: readonly WeekTally[];
  readonly confidence: ReadonlyMap<Confidence, { readonly answers: number; readonly right: number }>;
  readonly confusions: readonly Confusion[];
}

const tallyColumns = [
  'answers',
  'named_right',
  'left_alone',
  'dangerous_shown',
  'dangerous_gathers',
  'hits',
  'harmless_shown',
  'false_alarms'
] as const;
const confidenceColumns = [
  'unsure',
  'unsure_right',
  'fairly_sure',
  'fairly_sure_right',
  'sure',
  'sure_right'
] as const;

const numbers = <Name extends string>(names: readonly Name[]) =>
  Object.fromEntries(names.map((name) => [name, z.number()])) as Record<Name, z.ZodNumber>;
const TallyRow = z.object({ ...numbers(tallyColumns), last_at: z.date() });
type TallyRow = z.infer<typeof TallyRow>;
/** Of the groupings that they are added up by, a row has those of its own. */
const SumRow = TallyRow.extend({
  ...numbers(confidenceColumns),
  person_id: z.string().nullable(),
  pair: z.string().nullable(),
  stage: z.string().nullable(),
  week: z.number().nullable(),
  is_on_pair: z.boolean().nullable()
});

const sumsOf = (columns: readonly string[]): string =>
  columns.map((name) => `sum(${name})::int as ${name}`).join(', ');

const tallyOf = (row: TallyRow): Tally => ({
  answers: row.answers,
  namedRight: row.named_right,
  leftAlone: row.left_alone,
  dangerousShown: row.dangerous_shown,
  dangerousGathers: row.dangerous_gathers,
  hits: row.hits,
  signals: row.dangerous_shown,
  falseAlarms: row.false_alarms,
  noises: row.harmless_shown
});

/** The Monday of a week as the sums count them, YYYY-MM-DD. */
const mondayOf = (week: number): string =>
  new Date((week * 604_800 - 259_200) * 1000).toISOString().slice(0, 10);

/** Adds up the answers of some people: by person, by pair and stage, by week, and by confidence. */
export async function readProgress(db: SchoolDb, personIds: readonly string[]): Promise<GroupProgress> {
  const rows = await rowsOf(
    db,
    SumRow,
    `select person_id, is_on_pair, pair, stage, week, ${sumsOf([...tallyColumns, ...confidenceColumns])},
            max(last_at) as last_at
       from (select *, pair <> '' as is_on_pair from sums_at($2) where person_id = any ($1)) kept
      group by grouping sets ((person_id, is_on_pair), (pair, stage), (week))`,
    [personIds, db.now]
  );
  const weeks = rows.flatMap((row) => (row.week === null ? [] : [{ ...row, week: mondayOf(row.week) }]));
  const sum = (key: (typeof confidenceColumns)[number]) => weeks.reduce((total, row) => total + row[key], 0);
  const levels = [
    ['unsure', sum('unsure'), sum('unsure_right')],
    ['fairly sure', sum('fairly_sure'), sum('fairly_sure_right')],
    ['sure', sum('sure'), sum('sure_right')]
  ] as const;
  return {
    people: new Map(
      rows.flatMap((row) =>
        row.person_id && row.is_on_pair
          ? [[row.person_id, { ...tallyOf(row), lastAt: row.last_at }] as const]
          : []
      )
    ),
    pairs: rows.flatMap((row) =>
      row.pair ? [{ ...tallyOf(row), pair: row.pair, stage: row.stage ?? '' }] : []
    ),
    weeks: weeks
      .map((row) => ({
        week: row.week,
        answers: row.answers,
        right: row.named_right,
        left: row.left_alone,
        dangerousShown: row.dangerous_shown,
        dangerousGathers: row.dangerous_gathers
      }))
      .sort((a, b) => (a.week < b.week ? -1 : 1)),
    confidence: new Map(
      levels.flatMap(([level, answers, right]) => (answers > 0 ? [[level, { answers, right }] as const] : []))
    ),
    confusions: await readConfusions(db, personIds)
  };
}

/** What was taken for what, the dangerous ones first. */
const readConfusions = (db: SchoolDb, personIds: readonly string[]): Promise<Confusion[]> =>
  rowsOf(
    db,
    Confusion,
    `select specimen, taken_for as "takenFor", count(*)::int as times,
            bool_or(outcome = 'dangerous gather') as "isDangerous"
       from answer_event
      where person_id = any ($1) and taken_for is not null and taken_for <> specimen and effective_at <= $2
      group by specimen, taken_for order by 4 desc, 3 desc, 1, 2`,
    [personIds, db.now]
  );

/** Adds tallies up. */
export const addTallies = (tallies: readonly Tally[]): Tally => {
  const sum = (key: keyof Tally) => tallies.reduce((total, tally) => total + tally[key], 0);
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

/** A person's answers on a pair, with the stage where that was asked for. */
export interface OwnTally extends Tally {
  readonly personId: string;
  readonly pair: string;
  readonly stage: string | undefined;
  readonly lastAt: Date;
}

const OwnTallyRow = TallyRow.extend({
  person_id: z.string(),
  pair: z.string(),
  stage: z.string().optional()
});

/** What some people answered, by person and pair, and by stage where that is asked for. */
export async function pairTallies(
  db: SchoolDb,
  personIds: readonly string[],
  { byStage = false } = {}
): Promise<OwnTally[]> {
  const stage = byStage ? ', stage' : '';
  const rows = await rowsOf(
    db,
    OwnTallyRow,
    `select person_id, pair${stage}, ${sumsOf(tallyColumns)}, max(last_at) as last_at
       from sums_at($2) where person_id = any ($1) and pair <> ''
      group by person_id, pair${stage} order by pair, person_id`,
    [personIds, db.now]
  );
  return rows.map((row) => ({
    ...tallyOf(row),
    personId: row.person_id,
    pair: row.pair,
    stage: row.stage,
    lastAt: row.last_at
  }));
}

/** Whether each of some people answered on each of some pairs yet. */
export async function isDrilled(
  db: SchoolDb,
  pairs: readonly string[],
  personIds: readonly string[]
): Promise<boolean> {
  const { rowCount } = await db.query(
    'select distinct person_id, pair from sums_at($3) where pair = any ($1) and person_id = any ($2)',
    [pairs, personIds, db.now]
  );
  return rowCount !== 0 && rowCount === pairs.length * personIds.length;
}

const outcomeLetter: Readonly<Record<string, Outcome>> = {
  r: 'right',
  l: 'left',
  m: 'missed',
  d: 'dangerous gather'
};
const decisionLetter: Readonly<Record<string, Decision>> = { g: 'gather', l: 'leave', f: 'look further' };
/** Letters of an answer: five for the day, then one each for its stage, outcome, danger, told and decision. */
const lettersEach = 10;
const dayZero = Date.UTC(2000, 0, 1);
const stageLetters = 'abcdefgh';

/**
 * How ready some people are for a walk, by person. Thousands of answers come as a row for each person and pair, a few
 * letters an answer.
 */
export async function readinessOf(
  db: SchoolDb,
  pairs: readonly DrillPair[],
  personIds: readonly string[],
  today: string,
  isUnsupervised = false
): Promise<Map<string, Readiness>> {
  const rows = await rowsOf(
    db,
    z.object({ personId: z.string(), pair: z.string(), answers: z.string() }),
    `select person_id as "personId", pair,
            string_agg((10000 + (effective_at::date - date '2000-01-01'))::text
              || substr($4, array_position($5::text[], specimen_stage), 1)
              || left(outcome, 1) || is_dangerous_specimen::int || coalesce(could_be_told, false)::int
              || case decision when 'gather' then 'g' when 'look further' then 'f' else 'l' end,
              '' order by effective_at, id) as answers
       from answer_event
      where person_id = any ($1) and pair = any ($2) and effective_at <= $6
        and effective_at > $6::timestamptz - make_interval(days => $3)
      group by person_id, pair`,
    [personIds, pairs.map(pairKey), withinDays + 1, stageLetters, [...stageNames], db.now]
  );
  const days = new Map<string, string>();
  const dayOf = (text: string): string => {
    let day = days.get(text);
    if (!day)
      days.set(
        text,
        (day = new Date(dayZero + (Number(text) - 10_000) * 86_400_000).toISOString().slice(0, 10))
      );
    return day;
  };
  const answers = new Map(personIds.map((id) => [id, [] as JudgedAnswer[]]));
  for (const { personId, pair, answers: letters } of rows) {
    const own = answers.get(personId)!;
    for (let i = 0; i < letters.length; i += lettersEach)
      own.push({
        unit: unitKey(pair, stageNames[stageLetters.indexOf(letters[i + 5]!)]!),
        day: dayOf(letters.slice(i, i + 5)),
        outcome: outcomeLetter[letters[i + 6]!]!,
        isDangerousSpecimen: letters[i + 7] === '1',
        couldBeTold: letters[i + 8] === '1',
        decision: decisionLetter[letters[i + 9]!]!
      });
  }
  return new Map([...answers].map(([id, own]) => [id, readinessFor(pairs, own, today, isUnsupervised)]));
}

/**
 * A person's answers as texts, one row each, for taking them out.
 * @param closedRounds whose answers are left out
 */
export async function readAnswerRows(
  db: SchoolDb,
  personId: string,
  closedRounds: readonly string[]
): Promise<Record<string, string>[]> {
  const rows = await rowsOf(
    db,
    z.record(z.string(), z.unknown()),
    `select effective_at as at, drill, pair, specimen_stage as stage, specimen, taken_for, decision, outcome, score,
            is_part_right as part_right, confidence, seconds
       from answer
      where person_id = $1
        and question_id not in (select id from question where round_id = any ($2))
      order by effective_at, id`,
    [personId, closedRounds]
  );
  const text = (value: unknown) =>
    value instanceof Date ? value.toISOString() : value === null ? '' : String(value);
  return rows.map((row) =>
    Object.fromEntries(Object.entries(row).map(([name, value]) => [name, text(value)]))
  );
}
