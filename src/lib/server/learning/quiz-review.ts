import { z } from 'zod';
import { type Feedback, Given, type OpenQuestion } from '$core/learning';
import { readQuestion } from './drills';
import { rowOf } from '../database/rows';
import { withSchool } from '../database/school';
import type { Viewer } from '../accounts';

export interface ReviewedQuestion {
  readonly id: string;
  readonly question: OpenQuestion;
  /** Undefined where it was not answered. */
  readonly feedback: Feedback | undefined;
}

/** A question of one's own sitting as it was answered, graded again from the answer that is kept. */
export async function reviewSitting(
  viewer: Viewer,
  roundId: string,
  number: number
): Promise<ReviewedQuestion | undefined> {
  const row = await withSchool(viewer.schoolId, (db) =>
    rowOf(
      db,
      z.object({ id: z.string(), given: z.unknown() }),
      `select question.id, body -> 'given' as given
         from question left join answer_event on answer_event.school_id = question.school_id and question_id = question.id
        where round_id = $1 and position = $2`,
      [roundId, number]
    )
  );
  const asked = row && (await readQuestion(viewer, row.id));
  if (!asked) return undefined;
  const question = await asked.open();
  if (!question) return undefined;
  const given = Given.safeParse(row.given);
  const grading = given.success ? await asked.grade(given.data) : undefined;
  return { id: asked.id, question, feedback: grading?.feedback };
}
