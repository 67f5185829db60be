import type { AnswerEvent } from '$core/field';
import { type Feedback, type Grading, isOnPair, pairKey } from '$core/learning';
import type { ContrastSheet } from '$core/walk';
import { readBrief } from '../../walk/briefs';
import { type PairPhotographs, photographsOfPairs } from '../../library/photographs';
import { type Arrival, standing, storeOnce } from '../../events/store';
import { Identified, rowsOf } from '../../database/rows';
import { type SchoolDb, withSchool } from '../../database/school';
import type { Viewer } from '../../accounts';
import { listWalks } from '../../walk/walks';
import { type AskedQuestion, readQuestion } from './questions';

/** Answers are events: stored once, never changed. What they were worth is worked out here, from the truth. */

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
  const rows = await rowsOf(
    db,
    Identified,
    `select walk_id as id from brief where walk_id = any ($1) and document -> 'sheets' @> $2::jsonb
      group by walk_id order by walk_id = $3 desc, max(effective_at) desc`,
    [walks.map(({ id }) => id), JSON.stringify([{ key }]), first ?? null]
  );
  return rows.map(({ id }) => id);
}

/**
 * Takes an answer once. The same id with the same body is accepted silently; with another body, or for a question that
 * has an answer, it is refused.
 */
export async function recordAnswer(
  viewer: Viewer,
  event: AnswerEvent,
  arrival: Arrival = {}
): Promise<RecordResult> {
  const asked = await readQuestion(viewer, event.questionId);
  if (!asked) return { status: 404, problem: 'There is no such question.' };
  if (asked.spec.drill !== event.given.drill)
    return { status: 400, problem: `This question is ${asked.spec.drill}, the answer is not.` };
  if (asked.isTimeUp && (await standing(viewer.schoolId, 'answer_event', event)) !== 'same')
    return { status: 409, problem: 'The time of this quiz is up; what was answered in it counts.' };
  const grading = await asked.grade(event.given);
  if (!grading) return { status: 404, problem: 'The library has the plants of this question no more.' };
  const stored = await storeOnce(viewer.schoolId, 'answer_event', event, arrival, {
    question_id: event.questionId,
    person_id: viewer.personId,
    drill: asked.spec.drill,
    unit: grading.unit,
    pair: grading.pair,
    specimen_stage: grading.specimenStage,
    is_dangerous_specimen: grading.isDangerousSpecimen,
    could_be_told: grading.couldBeTold,
    specimen: grading.specimen,
    taken_for: grading.takenFor,
    decision: grading.decision,
    outcome: grading.outcome,
    score: grading.score,
    is_part_right: grading.partRight,
    seconds: event.seconds,
    confidence: 'confidence' in event.given ? event.given.confidence : undefined
  });
  if (stored === 'other')
    return { status: 409, problem: 'This question has an answer already; the first one stands.' };
  return asked.isOfQuiz
    ? { kept: true }
    : { feedback: { ...grading.feedback, ...(await sheetFor(viewer, asked, grading)) } };
}
