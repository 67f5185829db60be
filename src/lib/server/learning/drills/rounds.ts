import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { Library } from '$core/knowledge';
import {
  type DrillName,
  type DrillPair,
  type LearnerState,
  type OpenQuestion,
  type Outcome,
  type Phase,
  type RoundFrame,
  type Specification,
  composeRound,
  composedDrills,
  mostQuestions,
  pairsForToday,
  roundSeconds,
  usualQuestions
} from '$core/learning';
import { type SchoolLibrary, schoolLibrary } from '../../library/library';
import { maybe, rowsOf } from '../../database/rows';
import type { SchoolDb } from '../../database/school';
import { systemRandom } from '../../system-random';
import { readSettings } from '../../school/schools';
import type { Viewer } from '../../accounts';
import type { Walk } from '../../walk/walks';
import { learnerState } from './learner';
import { type WalkPairs, comingPairs, pairsToPractise } from './pairs';
import { withPhotographs } from './photographed';
import { type QuestionRow, askQuestion, drawFirst, isTimeUp, questionRows } from './questions';
import { insert } from '../../database/insert';

/** Rounds of questions. One may be left at any point and is gone on with later, on another device too. */

/** Stores the questions of a round in their order. */
export async function storeQuestions(
  db: SchoolDb,
  roundId: string,
  questions: readonly Specification[]
): Promise<void> {
  await db.query(
    `insert into question (school_id, id, round_id, position, specification)
     select $1, question_id, $2, position, specification
       from unnest($3::uuid[], $4::jsonb[]) with ordinality as asked (question_id, specification, position)`,
    [db.schoolId, roundId, questions.map(() => uuid()), questions.map((question) => JSON.stringify(question))]
  );
}

/** Stores a round with its questions, and begins to draw the first. */
export async function storeRound(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string | undefined,
  own: SchoolLibrary,
  composed: readonly Specification[]
): Promise<string> {
  const id = uuid();
  const questions = await withPhotographs(db, own.library, composed);
  drawFirst(own, questions);
  await insert(db, 'round', {
    id,
    personId: viewer.personId,
    walkId,
    region: own.library.region.slug,
    effectiveAt: db.now
  });
  await storeQuestions(db, id, questions);
  return id;
}

/** What rounds of a learner are composed from. */
export async function roundFrame(
  db: SchoolDb,
  learner: LearnerState,
  library: Library,
  context: readonly DrillPair[],
  isoDate: string
): Promise<RoundFrame> {
  const { policy } = await readSettings(db);
  return {
    library,
    context,
    // Nothing is dug up to learn its name.
    rules: { mayDig: false, scentCounts: policy.scentCounts },
    isoDate,
    buffers: policy.buffers ?? {},
    learner,
    now: db.now
  };
}

/**
 * A round on the pairs of one walk.
 * @returns undefined where neither its brief nor its plan has pairs yet
 */
export async function startRound(
  db: SchoolDb,
  viewer: Viewer,
  walk: Pick<Walk, 'id' | 'region' | 'heldOn' | 'briefVersion' | 'revision'>
): Promise<string | undefined> {
  const own = await schoolLibrary(db, walk.region);
  const pairs = await pairsToPractise(db, viewer, walk, own);
  if (pairs.length === 0) return undefined;
  const learner = await learnerState(db, viewer.personId, viewer.today);
  const frame = await roundFrame(db, learner, own.library, pairs, walk.heldOn);
  // What is due and what was not seen today comes first; the rest follows.
  const { due, open } = pairsForToday(pairs, pairs, learner, db.now);
  const first = [...due, ...open];
  const rest = pairs.filter((pair) => !first.includes(pair));
  const length = Math.max(usualQuestions, pairs.length);
  const questions = composeRound(frame, [...first, ...rest], length, systemRandom());
  return storeRound(db, viewer, walk.id, own, questions);
}

/** What there is to do today: for which walk, on how many pairs, and about how long it takes. */
export interface Today {
  readonly next: WalkPairs | undefined;
  readonly due: number;
  readonly pairs: readonly DrillPair[];
  readonly questions: number;
  readonly minutes: number;
}

const meanSeconds = (learner: LearnerState): number =>
  roundSeconds(composedDrills, learner) / composedDrills.length;

/** @param walks the viewer's coming walks with their pairs, the next one first */
export function planToday(walks: readonly WalkPairs[], learner: LearnerState, now: Date): Today {
  const [next] = walks.filter(({ pairs }) => pairs.length > 0);
  // A round is drawn from one library: that of the next walk.
  const ofRegion = walks.filter(({ region }) => region === next?.region);
  const known = [
    ...new Map(ofRegion.flatMap(({ pairs }) => pairs).map((pair) => [JSON.stringify(pair), pair])).values()
  ];
  const { due, open } = pairsForToday(known, next?.pairs ?? [], learner, now);
  const pairs = [...due, ...open];
  const questions = Math.min(mostQuestions, Math.round(2.6 * pairs.length));
  return {
    next,
    due: due.length,
    pairs,
    questions,
    minutes: Math.max(1, Math.round((questions * meanSeconds(learner)) / 60))
  };
}

/** @returns undefined where nothing is due and every pair of the next walk was seen today */
export async function startRoundOfToday(db: SchoolDb, viewer: Viewer): Promise<string | undefined> {
  const walks = await comingPairs(db, viewer);
  const learner = await learnerState(db, viewer.personId, viewer.today);
  const { next, pairs, questions } = planToday(walks, learner, db.now);
  if (!next || pairs.length === 0) return undefined;
  const own = await schoolLibrary(db, next.region);
  const context = walks.filter(({ region }) => region === next.region).flatMap((walk) => walk.pairs);
  const frame = await roundFrame(db, learner, own.library, context, next.heldOn);
  const composed = composeRound(frame, pairs, questions, systemRandom());
  return storeRound(db, viewer, next.id, own, composed);
}

/** A round that was begun, or made, and not finished. */
const OpenRound = z.object({
  id: z.string(),
  walkName: maybe(z.string()),
  length: z.number(),
  answered: z.number(),
  startedAt: z.date()
});
export type OpenRound = Readonly<z.infer<typeof OpenRound>>;

/** Rounds are left open for this long; then a new one fits better. */
const openDays = 7;

export const openRounds = (db: SchoolDb, viewer: Viewer): Promise<OpenRound[]> =>
  rowsOf(
    db,
    OpenRound,
    `select round.id, walk.name as "walkName", count(question.id)::int as length,
            count(answer_event.id)::int as answered, round.effective_at as "startedAt"
       from round
       left join walk on walk.school_id = round.school_id and walk.id = walk_id
       join question on question.school_id = round.school_id and round_id = round.id
       left join answer_event on answer_event.school_id = question.school_id and question_id = question.id
      where round.person_id = $1 and quiz_id is null and round.effective_at <= domain_now()
        and round.effective_at > domain_now() - make_interval(days => $2)
      group by round.school_id, round.id, walk.name
     having count(answer_event.id) < count(question.id) and count(answer_event.id) > 0
      order by round.effective_at desc, round.id desc limit 3`,
    [viewer.personId, openDays]
  );

export interface RoundState {
  readonly id: string;
  readonly walkId: string | undefined;
  readonly walkName: string | undefined;
  /** Where it is the sitting of a quiz: nothing is explained before it is over. */
  readonly quiz:
    | {
        readonly id: string;
        readonly name: string;
        readonly phase: Phase;
        readonly secondsLeft: number | undefined;
      }
    | undefined;
  readonly length: number;
  readonly answered: number;
  /** How the answers went; empty where it is a sitting of a quiz. */
  readonly answers: readonly { readonly drill: DrillName; readonly outcome: Outcome }[];
  readonly next:
    { readonly id: string; readonly number: number; readonly question: OpenQuestion } | undefined;
}

/**
 * The first question that can still be drawn: those on plants that the library has no more are passed over.
 * @param rows those that wait for an answer
 */
async function nextOf(viewer: Viewer, rows: readonly QuestionRow[]): Promise<RoundState['next']> {
  for (const [i, row] of rows.entries()) {
    const { id, number, open } = await askQuestion(viewer, row);
    const question = await open();
    if (!question) continue;
    const after = rows[i + 1];
    if (after) (await askQuestion(viewer, after)).drawAhead();
    return { id, number, question };
  }
  return undefined;
}

export async function readRound(viewer: Viewer, roundId: string): Promise<RoundState | undefined> {
  const rows = await questionRows(viewer, { roundId });
  const waiting = rows.filter(({ outcome }) => outcome === null);
  const [round] = rows;
  if (!round) return undefined;
  return {
    id: roundId,
    walkId: round.walk_id ?? undefined,
    walkName: round.walk_name ?? undefined,
    quiz:
      round.quiz_id && round.phase
        ? {
            id: round.quiz_id,
            name: round.quiz_name!,
            phase: round.phase,
            secondsLeft: round.seconds_left ?? undefined
          }
        : undefined,
    length: rows.length,
    answered: rows.length - waiting.length,
    answers: round.quiz_id
      ? []
      : rows.flatMap(({ outcome, drill }) => (outcome && drill ? [{ outcome, drill }] : [])),
    next: isTimeUp(round) ? undefined : await nextOf(viewer, waiting)
  };
}
