import { z } from 'zod';
import { contentHash } from '$core/knowledge';
import { type DrillName, type Feedback, Given, type Grading, isOnPair, pairKey } from '$core/learning';
import type { ContrastSheet } from '$core/walk';
import { readBrief } from '../briefs';
import { type PairPhotographs, photographsOfPairs } from '../photographs';
import { type SchoolDb, askSchool, withSchool } from '../school';
import type { Viewer } from '../accounts';
import { listWalks } from '../walks';
import { type AskedQuestion, readQuestion } from './questions';

/** Answers are events: stored once, never changed. What they were worth is worked out here, from the truth. */

export const AnswerEvent = z.strictObject({
  id: z.uuid(),
  kind: z.literal('answer'),
  questionId: z.uuid(),
  given: Given,
  seconds: z.number().min(0).max(3600)
});
export type AnswerEvent = z.infer<typeof AnswerEvent>;

/** What the learner sees once the answer is in. */
export interface AnswerFeedback extends Feedback {
  /** After a dangerous 'gather': the pair's contrast sheet, to be read again at once. */
  readonly sheet?: {
    readonly walkId: string;
    readonly sheet: ContrastSheet;
    readonly photographs: PairPhotographs;
  };
}

export type RecordResult =
  | { readonly feedback: AnswerFeedback }
  /** Of a quiz: taken, and explained once it is over. */
  | { readonly kept: true }
  | { readonly status: 400 | 404 | 409; readonly problem: string };

async function sheetFor(
  viewer: Viewer,
  { walkId, spec }: AskedQuestion,
  { outcome }: Grading
): Promise<Pick<AnswerFeedback, 'sheet'>> {
  if (outcome !== 'dangerous gather' || !isOnPair(spec)) return {};
  const key = pairKey(spec);
  return withSchool(viewer.schoolId, async (db) => {
    for (const id of await walksWith(db, viewer, key, walkId)) {
      const sheet = (await readBrief(db, id))?.document.sheets.find((one) => one.key === key);
      if (!sheet) continue;
      const [photographs] = await photographsOfPairs(db, [sheet]);
      return { sheet: { walkId: id, sheet, photographs: photographs! } };
    }
    return {};
  });
}

/** The viewer's walks whose brief has a sheet of a pair, the round's own first. */
async function walksWith(
  db: SchoolDb,
  viewer: Viewer,
  key: string,
  first: string | undefined
): Promise<string[]> {
  const walks = await listWalks(db, viewer);
  const { rows } = await db.query<{ walk_id: string }>(
    `select walk_id from brief where walk_id = any ($1) and document -> 'sheets' @> $2::jsonb
      group by walk_id order by walk_id = $3 desc, max(effective_at) desc`,
    [walks.map(({ id }) => id), JSON.stringify([{ key }]), first ?? null]
  );
  return rows.map(({ walk_id: id }) => id);
}

/**
 * Takes an answer once. The same id with the same body is accepted silently; with another body, or for a question that
 * has an answer, it is refused.
 */
export async function recordAnswer(viewer: Viewer, event: AnswerEvent): Promise<RecordResult> {
  const asked = await readQuestion(viewer, event.questionId);
  if (!asked) return { status: 404, problem: 'There is no such question.' };
  if (asked.spec.drill !== event.given.drill)
    return { status: 400, problem: `This question is ${asked.spec.drill}, the answer is not.` };
  if (asked.isTimeUp)
    return { status: 409, problem: 'The time of this quiz is up; what was answered in it counts.' };
  const grading = await asked.grade(event.given);
  if (!grading) return { status: 404, problem: 'The library has the plants of this question no more.' };
  if (!(await storeAnswer(viewer, event, asked.spec.drill, grading)) && !(await isKnown(viewer, event)))
    return { status: 409, problem: 'This question has an answer already; the first one stands.' };
  return asked.isOfQuiz
    ? { kept: true }
    : { feedback: { ...grading.feedback, ...(await sheetFor(viewer, asked, grading)) } };
}

/** @returns whether it is stored; not where there is one of its id, or to its question, already */
async function storeAnswer(
  viewer: Viewer,
  event: AnswerEvent,
  drill: DrillName,
  grading: Grading
): Promise<boolean> {
  const confidence = 'confidence' in event.given ? event.given.confidence : null;
  const stored = await askSchool(
    viewer.schoolId,
    `insert into answer_event (school_id, effective_at, id, question_id, person_id, body, drill, unit, pair,
                               specimen_stage, is_dangerous_specimen, could_be_told, specimen, taken_for, decision,
                               outcome, score, is_part_right, seconds, confidence)
     values ($1, enter_school($1, $2), $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20)
     on conflict do nothing returning id`,
    [
      event.id,
      event.questionId,
      viewer.personId,
      event,
      drill,
      grading.unit,
      grading.pair ?? null,
      grading.specimenStage ?? null,
      grading.isDangerousSpecimen,
      grading.couldBeTold ?? null,
      grading.specimen ?? null,
      grading.takenFor ?? null,
      grading.decision ?? null,
      grading.outcome,
      grading.score,
      grading.partRight ?? null,
      event.seconds,
      confidence
    ]
  );
  return stored.length > 0;
}

/** Whether an event that could not be stored is the very one that stands there. */
const isKnown = (viewer: Viewer, event: AnswerEvent): Promise<boolean> =>
  withSchool(viewer.schoolId, async (db) => {
    const { rows } = await db.query<{ id: string; body: unknown }>(
      'select id, body from answer_event where id = $1 or question_id = $2',
      [event.id, event.questionId]
    );
    return rows.length === 1 && rows[0]!.id === event.id && contentHash(rows[0]!.body) === contentHash(event);
  });
