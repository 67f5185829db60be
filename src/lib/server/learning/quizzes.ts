import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import {
  type ComposedDrill,
  outcomes,
  Specification,
  anybody,
  composeRound,
  mayReview,
  openPhase,
  plantDrills,
  plantQuestion,
  pairDrills,
  pairKey,
  phases,
  quizKinds,
  questionOn,
  type Sitting
} from '$core/learning';
import type { Random } from '$core/random';
import { type WalkPairs, comingPairs } from './drills';
import { roundFrame, storeQuestions } from './drills/rounds';
import { schoolLibrary } from '../library/library';
import type { SchoolDb } from '../database/school';
import { systemRandom } from '../system-random';
import type { Viewer } from '../accounts';
import { asAsked, listOwnQuestions } from './own-questions';
import { insert } from '../database/insert';
import { readWalk } from '../walk/walks';
import { maybe, rowOf, rowsOf } from '../database/rows';

/** Quizzes: the same questions for a group, once, or before and after a walk. */

const Quiz = z.object({
  id: z.string(),
  name: z.string(),
  cohortId: z.string(),
  cohortName: z.string(),
  walkId: maybe(z.string()),
  walkName: maybe(z.string()),
  /** From whose library it asks. */
  region: z.string(),
  /** The day from which the second sitting is open, YYYY-MM-DD. */
  afterFrom: maybe(z.string()),
  kind: z.enum(quizKinds),
  minutes: maybe(z.number()),
  questions: z.array(Specification).readonly(),
  /** When it was opened to its group; until then it is being made. */
  openedAt: maybe(z.date()),
  sittings: z.number()
});
export type Quiz = Readonly<z.infer<typeof Quiz>>;

const select = `select quiz.id, quiz.name, quiz.cohort_id as "cohortId", cohort.name as "cohortName", walk_id as "walkId",
         walk.name as "walkName", quiz.region, walk.held_on as "afterFrom", quiz.kind, minutes, questions, quiz.opened_at as "openedAt",
         (select count(*)::int from round where round.school_id = quiz.school_id and quiz_id = quiz.id) as sittings
    from quiz join cohort on cohort.school_id = quiz.school_id and cohort.id = quiz.cohort_id
    left join walk on walk.school_id = quiz.school_id and walk.id = walk_id`;

/** Those who teach see every quiz, learners the open ones of their groups. */
const visible = `($1 or quiz.opened_at is not null and exists (select from cohort_member where cohort_member.school_id = quiz.school_id
                    and cohort_member.cohort_id = quiz.cohort_id and person_id = $2))`;

const seesAll = (viewer: Viewer) => viewer.role !== 'learner';

export const listQuizzes = (db: SchoolDb, viewer: Viewer): Promise<Quiz[]> =>
  rowsOf(db, Quiz, `${select} where ${visible} order by quiz.effective_at desc, quiz.id`, [
    seesAll(viewer),
    viewer.personId
  ]);

export const readQuiz = (db: SchoolDb, viewer: Viewer, id: string): Promise<Quiz | undefined> =>
  rowOf(db, Quiz, `${select} where ${visible} and quiz.id = $3`, [seesAll(viewer), viewer.personId, id]);

/** The walks that a quiz may ask about: its own, or all coming ones of its region. */
export const walksAsked = async (
  db: SchoolDb,
  viewer: Viewer,
  { walkId, region }: Pick<Quiz, 'walkId' | 'region'>
): Promise<WalkPairs[]> =>
  (await comingPairs(db, viewer)).filter((walk) =>
    walkId === undefined ? walk.region === region : walk.id === walkId
  );

/** What questions may be about: the pairs of those walks. */
async function frameFor(db: SchoolDb, viewer: Viewer, about: Pick<Quiz, 'walkId' | 'region'>) {
  const own = await schoolLibrary(db, about.region);
  const walks = await walksAsked(db, viewer, about);
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
  const walk = head.walkId === undefined ? undefined : await readWalk(db, viewer, head.walkId);
  const region = walk?.region ?? viewer.region;
  const frame = await frameFor(db, viewer, { ...head, region });
  const questions = size > 0 ? composeRound(frame, frame.context, size, systemRandom()) : [];
  await insert(db, 'quiz', {
    id,
    name: head.name,
    cohortId: head.cohortId,
    walkId: head.walkId,
    region,
    kind: head.kind,
    minutes: head.minutes,
    questions: JSON.stringify(questions),
    madeBy: viewer.personId,
    effectiveAt: db.now
  });
  return id;
}

/**
 * Opens a quiz to its group. Opened once, it stays open.
 * @returns what speaks against it
 */
export async function openQuiz(db: SchoolDb, quiz: Quiz): Promise<string | undefined> {
  if (quiz.openedAt) return 'It is open already, and its group was told.';
  if (quiz.questions.length === 0) return 'It asks nothing yet: add a question first.';
  await db.query('update quiz set opened_at = $2 where id = $1 and opened_at is null', [quiz.id, db.now]);
  return undefined;
}

/** What is done to the list of questions, by the number of one of them. */
export type QuizChange =
  | { readonly what: 'remove' | 'earlier' | 'later' | 'anew'; readonly index: number }
  | {
      readonly what: 'add';
      readonly drill: ComposedDrill;
      /** Of a question on a pair. */
      readonly pair: string;
      readonly member: 'target' | 'lookalike' | 'by chance';
    }
  /** Questions of the school's own collection. */
  | { readonly what: 'add own'; readonly ids: readonly string[] };

export const mostInQuiz = 60;

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
  } else if (change.what === 'add own') {
    const own = new Map((await listOwnQuestions(db)).map((one) => [one.id, one]));
    const found = change.ids.flatMap((id) => own.get(id) ?? []);
    if (found.length === 0) return 'Tick the questions of your own that it should ask.';
    questions.push(...found.map(asAsked));
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
  if (questions.length > mostInQuiz) return `A quiz has room for ${mostInQuiz} questions.`;
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
  const frame = await frameFor(db, viewer, quiz);
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

const SittingRow = z.object({
  quizId: z.string(),
  roundId: z.string(),
  personId: z.string(),
  phase: z.enum(phases),
  isLate: z.boolean(),
  outcomes: z.array(maybe(z.enum(outcomes)))
});

/** Sittings by their quizzes. A sitting is over when all is answered, or its time is up. @param only of one quiz, of one person */
async function readSittings(
  db: SchoolDb,
  only: { readonly quizId?: string; readonly personId?: string | undefined }
): Promise<ReadonlyMap<string, Sitting[]>> {
  const rows = await rowsOf(
    db,
    SittingRow,
    `select quiz_id as "quizId", round.id as "roundId", round.person_id as "personId", phase,
            quiz.minutes is not null and now() > round.opened_at + make_interval(mins => quiz.minutes) as "isLate",
            array_agg(outcome order by position) as outcomes
       from round
       join quiz on quiz.school_id = round.school_id and quiz.id = quiz_id
       join question on question.school_id = round.school_id and round_id = round.id
       left join answer_event on answer_event.school_id = question.school_id and question_id = question.id
      where ($1::uuid is null or quiz_id = $1) and ($2::uuid is null or round.person_id = $2)
      group by round.school_id, round.id, quiz.minutes`,
    [only.quizId ?? null, only.personId ?? null]
  );
  const sittings = new Map<string, Sitting[]>();
  for (const { quizId, isLate, outcomes, ...rest } of rows) {
    const own = sittings.get(quizId) ?? [];
    sittings.set(quizId, own);
    own.push({
      ...rest,
      isOver: isLate || outcomes.every((outcome) => outcome !== undefined),
      outcomes
    });
  }
  return sittings;
}

/** The sittings of a quiz, of one person or of all. */
export const sittingsOf = async (
  db: SchoolDb,
  quiz: Pick<Quiz, 'id'>,
  personId?: string
): Promise<Sitting[]> => (await readSittings(db, { quizId: quiz.id, personId })).get(quiz.id) ?? [];

/** Each quiz that the viewer sees, with their own sittings. */
export async function ownQuizzes(db: SchoolDb, viewer: Viewer): Promise<{ quiz: Quiz; own: Sitting[] }[]> {
  const sittings = await readSittings(db, { personId: viewer.personId });
  return (await listQuizzes(db, viewer)).map((quiz) => ({ quiz, own: sittings.get(quiz.id) ?? [] }));
}

/** A quiz that the viewer has begun to answer and not ended: until then their progress would tell how each answer went. */
export async function runningQuiz(
  db: SchoolDb,
  viewer: Viewer
): Promise<Pick<Quiz, 'id' | 'name'> | undefined> {
  const isRunning = ({ isOver, outcomes }: Sitting) => !isOver && outcomes.some(Boolean);
  return (await ownQuizzes(db, viewer)).find(({ own }) => own.some(isRunning))?.quiz;
}

/** The person's rounds on quizzes of which a sitting is still to come: what was answered in them tells what is asked. */
export async function closedRounds(db: SchoolDb, viewer: Viewer): Promise<string[]> {
  const closed = (await ownQuizzes(db, viewer)).filter(({ quiz, own }) => !mayReview(quiz, own));
  return closed.flatMap(({ own }) => own.map(({ roundId }) => roundId));
}

/** Begins a sitting, or finds the one that was begun. @returns the round, or what speaks against it */
export async function sit(
  db: SchoolDb,
  viewer: Viewer,
  quiz: Quiz
): Promise<{ readonly roundId: string } | { readonly problem: string }> {
  if (!quiz.openedAt) return { problem: 'This quiz is still being made.' };
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
  const sitting = {
    personId: viewer.personId,
    walkId: quiz.walkId,
    region: quiz.region,
    quizId: quiz.id,
    phase
  };
  if (!(await insert(db, 'round', { id, ...sitting, effectiveAt: db.now }, 'nothing'))) {
    const again = (await sittingsOf(db, quiz, viewer.personId)).find((sitting) => sitting.phase === phase);
    return again ? { roundId: again.roundId } : { problem: 'Try again in a moment.' };
  }
  await storeQuestions(db, id, quiz.questions);
  return { roundId: id };
}
