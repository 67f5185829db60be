import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import {
  type Change,
  type DrillName,
  type Outcome,
  Specification,
  anybody,
  composeRound,
  meanInterval,
  plantDrills,
  plantQuestion,
  pairDrills,
  pairKey,
  pairedChange,
  questionOn
} from '$core/learning';
import type { Random } from '$core/random';
import { comingPairs } from './drills';
import { roundFrame, storeQuestions } from './drills/rounds';
import { schoolLibrary } from '../library/library';
import type { SchoolDb } from '../database/school';
import { systemRandom } from '../system-random';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';

/** Quizzes: the same questions for a group, once, or before and after a walk. */

export const quizKinds = ['once', 'before and after'] as const;
export const phases = ['once', 'before', 'after'] as const;
export type Phase = (typeof phases)[number];

export interface Quiz {
  readonly id: string;
  readonly name: string;
  readonly cohortId: string;
  readonly cohortName: string;
  readonly walkId: string | undefined;
  readonly walkName: string | undefined;
  /** The day from which the second sitting is open, YYYY-MM-DD. */
  readonly afterFrom: string | undefined;
  readonly kind: (typeof quizKinds)[number];
  readonly minutes: number | undefined;
  readonly questions: readonly Specification[];
  readonly sittings: number;
}

const select = `select quiz.id, quiz.name, quiz.cohort_id as "cohortId", cohort.name as "cohortName", walk_id as "walkId",
         walk.name as "walkName", walk.held_on as "afterFrom", quiz.kind, minutes, questions,
         (select count(*)::int from round where round.school_id = quiz.school_id and quiz_id = quiz.id) as sittings
    from quiz join cohort on cohort.school_id = quiz.school_id and cohort.id = quiz.cohort_id
    left join walk on walk.school_id = quiz.school_id and walk.id = walk_id`;

/** Those who teach see every quiz, learners those of their groups. */
const visible = `($1 or exists (select from cohort_member where cohort_member.school_id = quiz.school_id
                    and cohort_member.cohort_id = quiz.cohort_id and person_id = $2))`;

type QuizRow = Omit<Quiz, 'questions' | 'walkId' | 'walkName' | 'afterFrom' | 'minutes'> & {
  questions: unknown;
  walkId: string | null;
  walkName: string | null;
  afterFrom: string | null;
  minutes: number | null;
};

const quizOf = (row: QuizRow): Quiz => ({
  ...row,
  walkId: row.walkId ?? undefined,
  walkName: row.walkName ?? undefined,
  afterFrom: row.afterFrom ?? undefined,
  minutes: row.minutes ?? undefined,
  questions: z.array(Specification).parse(row.questions)
});

const seesAll = (viewer: Viewer) => viewer.role !== 'learner';

export async function listQuizzes(db: SchoolDb, viewer: Viewer): Promise<Quiz[]> {
  const { rows } = await db.query<QuizRow>(
    `${select} where ${visible} order by quiz.effective_at desc, quiz.id`,
    [seesAll(viewer), viewer.personId]
  );
  return rows.map(quizOf);
}

export async function readQuiz(db: SchoolDb, viewer: Viewer, id: string): Promise<Quiz | undefined> {
  const { rows } = await db.query<QuizRow>(`${select} where ${visible} and quiz.id = $3`, [
    seesAll(viewer),
    viewer.personId,
    id
  ]);
  return rows[0] && quizOf(rows[0]);
}

/** What questions may be about: the pairs of one walk's brief, or of all coming walks of the school. */
async function frameFor(db: SchoolDb, viewer: Viewer, walkId: string | undefined) {
  const own = await schoolLibrary(db);
  const walks = (await comingPairs(db, viewer, own)).filter(
    ({ id }) => walkId === undefined || id === walkId
  );
  const pairs = walks.flatMap((walk) => walk.pairs);
  // The same for everybody: nobody's past makes it harder, and the kinds alternate from the start.
  return roundFrame(db, anybody(pairs), own.library, pairs, walks[0]?.heldOn ?? viewer.today);
}

export interface QuizHead {
  readonly name: string;
  readonly cohortId: string;
  readonly walkId: string | undefined;
  readonly kind: Quiz['kind'];
  readonly minutes: number | undefined;
}

/** @param size how many questions are composed from the brief; 0 leaves them to be chosen by hand */
export async function addQuiz(db: SchoolDb, viewer: Viewer, head: QuizHead, size: number): Promise<string> {
  const id = uuid();
  const frame = await frameFor(db, viewer, head.walkId);
  const questions = size > 0 ? composeRound(frame, frame.context, size, systemRandom()) : [];
  await insert(db, 'quiz', {
    id,
    name: head.name,
    cohortId: head.cohortId,
    walkId: head.walkId,
    kind: head.kind,
    minutes: head.minutes,
    questions: JSON.stringify(questions),
    madeBy: viewer.personId,
    effectiveAt: db.now
  });
  return id;
}

/** What is done to the list of questions, by the number of one of them. */
export type QuizChange =
  | { readonly what: 'remove' | 'earlier' | 'later' | 'anew'; readonly index: number }
  | {
      readonly what: 'add';
      readonly drill: DrillName;
      /** Of a question on a pair. */
      readonly pair: string;
      readonly member: 'target' | 'lookalike' | 'by chance';
    };

const withSeed = (question: Specification, seed: number): Specification => ({ ...question, seed });

/**
 * Changes the questions while nobody has sat the quiz: then they are the same for all.
 * @returns what speaks against it
 */
export async function changeQuiz(
  db: SchoolDb,
  viewer: Viewer,
  quiz: Quiz,
  change: QuizChange
): Promise<string | undefined> {
  if (quiz.sittings > 0)
    return 'Somebody has sat this quiz already: its questions stay as they are. Make a new one.';
  const questions = [...quiz.questions];
  const random = systemRandom();
  const seed = random.integer(1, 2 ** 31 - 1);
  if (change.what === 'add') {
    const made = await madeFor(db, viewer, quiz, change, random);
    if (typeof made === 'string') return made;
    questions.push(made);
  } else {
    const own = questions[change.index];
    if (!own) return 'There is no such question any more.';
    if (change.what === 'remove') questions.splice(change.index, 1);
    else if (change.what === 'anew') questions[change.index] = withSeed(own, seed);
    else {
      const to = change.index + (change.what === 'earlier' ? -1 : 1);
      if (to < 0 || to >= questions.length) return undefined;
      [questions[change.index], questions[to]] = [questions[to]!, own];
    }
  }
  await db.query('update quiz set questions = $2 where id = $1', [quiz.id, JSON.stringify(questions)]);
  return undefined;
}

async function madeFor(
  db: SchoolDb,
  viewer: Viewer,
  quiz: Quiz,
  { drill, pair: key, member }: Extract<QuizChange, { what: 'add' }>,
  random: Random
): Promise<Specification | string> {
  const frame = await frameFor(db, viewer, quiz.walkId);
  const other = plantDrills.find((one) => one === drill);
  if (other)
    return plantQuestion(frame, other, random) ?? 'Nothing of that kind can be asked on these plants now.';
  const pair = frame.context.find((one) => pairKey(one) === key);
  const onPair = pairDrills.find((one) => one === drill);
  if (!pair || !onPair) return 'Choose the pair that the question is about.';
  const chosen = member === 'by chance' ? (random.next() < 0.5 ? 'target' : 'lookalike') : member;
  return questionOn(frame, { pair, member: chosen }, onPair, true, random);
}

export async function removeQuiz(db: SchoolDb, quiz: Quiz): Promise<string | undefined> {
  if (quiz.sittings > 0) return 'Somebody has sat this quiz: it stays with its results.';
  await db.query('delete from quiz where id = $1', [quiz.id]);
  return undefined;
}

export interface Sitting {
  readonly roundId: string;
  readonly personId: string;
  readonly phase: Phase;
  readonly isOver: boolean;
  /** By position: the outcome, or nothing where there is no answer. */
  readonly outcomes: readonly (Outcome | undefined)[];
}

/** The sittings of a quiz, of one person or of all. A sitting is over when all is answered, or its time is up. */
export async function sittingsOf(db: SchoolDb, quiz: Quiz, personId?: string): Promise<Sitting[]> {
  const { rows } = await db.query<{
    roundId: string;
    personId: string;
    phase: Phase;
    is_late: boolean;
    outcomes: (Outcome | null)[];
  }>(
    `select round.id as "roundId", round.person_id as "personId", phase,
            $3::int is not null and now() > opened_at + make_interval(mins => $3::int) as is_late,
            array_agg(outcome order by position) as outcomes
       from round
       join question on question.school_id = round.school_id and round_id = round.id
       left join answer_event on answer_event.school_id = question.school_id and question_id = question.id
      where quiz_id = $1 and ($2::uuid is null or round.person_id = $2)
      group by round.school_id, round.id`,
    [quiz.id, personId ?? null, quiz.minutes ?? null]
  );
  return rows.map(({ is_late: isLate, outcomes, ...sitting }) => ({
    ...sitting,
    isOver: isLate || outcomes.every((outcome) => outcome !== null),
    outcomes: outcomes.map((outcome) => outcome ?? undefined)
  }));
}

/** Which sitting a learner may begin or go on with now; undefined where there is none. */
export function openPhase(quiz: Quiz, own: readonly Sitting[], today: string): Phase | undefined {
  const of = (phase: Phase) => own.find((sitting) => sitting.phase === phase);
  if (quiz.kind === 'once') return of('once')?.isOver ? undefined : 'once';
  if (!of('before')?.isOver && !of('after')) return 'before';
  if (of('after')?.isOver) return undefined;
  return quiz.afterFrom === undefined || today >= quiz.afterFrom ? 'after' : undefined;
}

/** Explanations are shown once nothing can be learned from them for a sitting to come. */
export const mayReview = (quiz: Quiz, own: readonly Sitting[]): boolean =>
  own.some(({ phase, isOver }) => isOver && phase === (quiz.kind === 'once' ? 'once' : 'after'));

/**
 * What a learner may see of their own sittings: nothing of one that runs, or each answer would tell at once whether it
 * was right.
 */
export const shownToSitter = (own: readonly Sitting[]): Sitting[] => own.filter(({ isOver }) => isOver);

/** A quiz that the viewer has begun to answer and not ended: until then their progress would tell how each answer went. */
export async function runningQuiz(
  db: SchoolDb,
  viewer: Viewer
): Promise<Pick<Quiz, 'id' | 'name'> | undefined> {
  for (const quiz of await listQuizzes(db, viewer)) {
    const own = await sittingsOf(db, quiz, viewer.personId);
    if (own.some(({ isOver, outcomes }) => !isOver && outcomes.some(Boolean))) return quiz;
  }
  return undefined;
}

/** The person's rounds on quizzes of which a sitting is still to come: what was answered in them tells what is asked. */
export async function closedRounds(db: SchoolDb, viewer: Viewer): Promise<string[]> {
  const closed: string[] = [];
  for (const quiz of await listQuizzes(db, viewer)) {
    const own = await sittingsOf(db, quiz, viewer.personId);
    if (!mayReview(quiz, own)) closed.push(...own.map(({ roundId }) => roundId));
  }
  return closed;
}

/** Begins a sitting, or finds the one that was begun. @returns the round, or what speaks against it */
export async function sit(
  db: SchoolDb,
  viewer: Viewer,
  quiz: Quiz
): Promise<{ readonly roundId: string } | { readonly problem: string }> {
  if (quiz.questions.length === 0) return { problem: 'This quiz has no questions yet.' };
  const own = await sittingsOf(db, quiz, viewer.personId);
  const phase = openPhase(quiz, own, viewer.today);
  if (!phase)
    return {
      problem:
        own.length > 0 && quiz.kind === 'before and after' && !own.some((one) => one.phase === 'after')
          ? 'The second sitting opens on the day of the walk.'
          : 'You have sat this quiz.'
    };
  const begun = own.find((sitting) => sitting.phase === phase);
  if (begun) return { roundId: begun.roundId };
  const id = uuid();
  const sitting = { personId: viewer.personId, walkId: quiz.walkId, quizId: quiz.id, phase };
  if (!(await insert(db, 'round', { id, ...sitting, effectiveAt: db.now }, 'nothing'))) {
    const again = (await sittingsOf(db, quiz, viewer.personId)).find((sitting) => sitting.phase === phase);
    return again ? { roundId: again.roundId } : { problem: 'Try again in a moment.' };
  }
  await storeQuestions(db, id, quiz.questions);
  return { roundId: id };
}

const isRight = (outcome: Outcome | undefined) => outcome === 'right';

export interface QuizResult {
  readonly right: number;
  readonly left: number;
  readonly dangerous: number;
  readonly isOver: boolean;
  readonly roundId: string;
}

const resultOf = (sitting: Sitting | undefined): QuizResult | undefined =>
  sitting && {
    right: sitting.outcomes.filter(isRight).length,
    left: sitting.outcomes.filter((outcome) => outcome === 'left').length,
    dangerous: sitting.outcomes.filter((outcome) => outcome === 'dangerous gather').length,
    isOver: sitting.isOver,
    roundId: sitting.roundId
  };

/** Of the same questions before and after: the share that is right more, with its interval. */
export function changeOf(before: Sitting | undefined, after: Sitting | undefined): Change | undefined {
  if (!before?.isOver || !after?.isOver) return undefined;
  const counts = { both: 0, onlyAfter: 0, onlyBefore: 0, neither: 0 };
  before.outcomes.forEach((outcome, i) => {
    const [was, is] = [isRight(outcome), isRight(after.outcomes[i])];
    counts[was && is ? 'both' : is ? 'onlyAfter' : was ? 'onlyBefore' : 'neither'] += 1;
  });
  return pairedChange(counts);
}

/** Results of some people, and of the group: the mean change with its interval. */
export function quizResults(
  sittings: readonly Sitting[],
  people: readonly { readonly id: string; readonly name: string }[]
) {
  const rows = people.map(({ id, name }) => {
    const of = (phase: Phase) => sittings.find((one) => one.personId === id && one.phase === phase);
    return {
      id,
      name,
      first: resultOf(of('once') ?? of('before')),
      after: resultOf(of('after')),
      change: changeOf(of('before'), of('after'))
    };
  });
  const changes = rows.flatMap(({ change }) => (change ? [change.difference] : []));
  return { rows, changed: changes.length, mean: meanInterval(changes) };
}

/** How many have each question right, in a phase. */
export const rightByQuestion = (sittings: readonly Sitting[], phase: Phase, count: number): number[] => {
  const own = sittings.filter((sitting) => sitting.phase === phase && sitting.isOver);
  return Array.from({ length: count }, (_, i) => own.filter(({ outcomes }) => isRight(outcomes[i])).length);
};
