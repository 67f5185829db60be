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
import type { SchoolDb } from './school';

/** What learners' answers add up to. */

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

interface TallyRow {
  person_id: string;
  pair: string;
  stage: string;
  answers: number;
  named_right: number;
  left_alone: number;
  dangerous_shown: number;
  dangerous_gathers: number;
  hits: number;
  harmless_shown: number;
  false_alarms: number;
  last_at: Date;
}

interface WeekRow extends Pick<
  TallyRow,
  'answers' | 'named_right' | 'left_alone' | 'dangerous_shown' | 'dangerous_gathers'
> {
  week: number;
  unsure: number;
  unsure_right: number;
  fairly_sure: number;
  fairly_sure_right: number;
  sure: number;
  sure_right: number;
}

const shownColumns = ['answers', 'named_right', 'left_alone', 'dangerous_shown', 'dangerous_gathers'];
const tallyColumns = [...shownColumns, 'hits', 'harmless_shown', 'false_alarms'];
const weekColumns = [
  ...shownColumns,
  'unsure',
  'unsure_right',
  'fairly_sure',
  'fairly_sure_right',
  'sure',
  'sure_right'
];

/**
 * Sums by some columns: whole weeks are kept as such, and the answers of this week are added to them, so that what is
 * not effective yet does not count. $1 are the people, $2 is now.
 */
const summedBy = (keys: string, columns: readonly string[]): string => {
  const sums = columns.map((name) => `sum(${name})::int as ${name}`).join(', ');
  const part = (from: string) =>
    `select ${keys}, ${sums}, max(last_at) as last_at from ${from} group by ${keys}`;
  return `select ${keys}, ${sums}, max(last_at) as last_at
    from (${part('answer_sum where person_id = any ($1) and week < week_of($2)')} union all
          ${part(`answer_as_sum where person_id = any ($1) and last_at <= $2
                    and last_at >= to_timestamp(week_of($2)::bigint * 604800 - 259200)`)}) counted
   group by ${keys}`;
};

/** The Monday of a week as the sums count them, YYYY-MM-DD. */
const mondayOf = (week: number): string =>
  new Date((week * 604_800 - 259_200) * 1000).toISOString().slice(0, 10);

/** Adds up the answers of some people: by person, pair and stage, by week, and by confidence. */
export async function readProgress(db: SchoolDb, personIds: readonly string[]): Promise<GroupProgress> {
  const { rows } = await db.query<TallyRow>(summedBy('person_id, pair, stage', tallyColumns), [
    personIds,
    db.now
  ]);
  const { rows: weeks } = await db.query<WeekRow>(summedBy('week', weekColumns), [personIds, db.now]);
  const sum = (key: keyof WeekRow) => weeks.reduce((total, row) => total + row[key], 0);
  const levels: [Confidence, keyof WeekRow, keyof WeekRow][] = [
    ['unsure', 'unsure', 'unsure_right'],
    ['fairly sure', 'fairly_sure', 'fairly_sure_right'],
    ['sure', 'sure', 'sure_right']
  ];
  return {
    tallies: rows.flatMap((row) =>
      row.pair ? [{ ...tallyOf(row), pair: row.pair, stage: row.stage || undefined }] : []
    ),
    weeks: weeks
      .map((row) => ({
        week: mondayOf(row.week),
        answers: row.answers,
        right: row.named_right,
        left: row.left_alone,
        dangerousShown: row.dangerous_shown,
        dangerousGathers: row.dangerous_gathers
      }))
      .sort((a, b) => (a.week < b.week ? -1 : 1)),
    confidence: new Map(
      levels.flatMap(([level, all, right]) =>
        sum(all) > 0 ? [[level, { answers: sum(all), right: sum(right) }] as const] : []
      )
    ),
    confusions: await readConfusions(db, personIds)
  };
}

/** What was taken for what, the dangerous ones first. */
async function readConfusions(db: SchoolDb, personIds: readonly string[]): Promise<Confusion[]> {
  const { rows } = await db.query<Confusion>(
    `select specimen, taken_for as "takenFor", count(*)::int as times,
            bool_or(outcome = 'dangerous gather') as "isDangerous"
       from answer_event
      where person_id = any ($1) and taken_for is not null and taken_for <> specimen and effective_at <= $2
      group by specimen, taken_for order by 4 desc, 3 desc, 1, 2`,
    [personIds, db.now]
  );
  return rows;
}

const tallyOf = (row: TallyRow) => ({
  personId: row.person_id,
  answers: row.answers,
  namedRight: row.named_right,
  leftAlone: row.left_alone,
  dangerousShown: row.dangerous_shown,
  dangerousGathers: row.dangerous_gathers,
  hits: row.hits,
  signals: row.dangerous_shown,
  falseAlarms: row.false_alarms,
  noises: row.harmless_shown,
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
  const { rows } = await db.query<{ person_id: string; pair: string; answers: string }>(
    `select person_id, pair,
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
  for (const { person_id: personId, pair, answers: letters } of rows) {
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
