import { z } from 'zod';
import type { Library } from '$core/knowledge';
import {
  Given,
  type ItemFigures,
  type Outcome,
  type Phase,
  type Sitting,
  answeredInWords,
  itemFigures,
  outcomes
} from '$core/learning';
import type { SchoolDb } from '../database/school';
import { rowsOf } from '../database/rows';
import type { Quiz } from './quizzes';

/** How the questions of a quiz did: how hard each was, whether it divides those who know more, and what was answered. */

const AnswerRow = z.object({ position: z.number(), outcome: z.enum(outcomes), given: z.unknown() });

export interface ItemReport {
  /** Undefined while nobody is through. */
  readonly figures: ItemFigures | undefined;
  /** What was answered, the most frequent first. */
  readonly answers: readonly { readonly words: string; readonly outcome: Outcome; readonly count: number }[];
  readonly unanswered: number;
}

/**
 * @param sittings of that phase and others; those that are over count
 * @returns a report for each question of the quiz, in their order
 */
export async function itemReports(
  db: SchoolDb,
  library: Library,
  quiz: Pick<Quiz, 'questions'>,
  sittings: readonly Sitting[],
  phase: Phase
): Promise<ItemReport[]> {
  const over = sittings.filter((sitting) => sitting.phase === phase && sitting.isOver);
  const rows = await rowsOf(
    db,
    AnswerRow,
    `select position, outcome, body -> 'given' as given
       from question join answer_event on answer_event.school_id = question.school_id and question_id = question.id
      where round_id = any ($1)`,
    [over.map(({ roundId }) => roundId)]
  );
  const figures = itemFigures(
    over.map((sitting) => quiz.questions.map((_, i) => sitting.outcomes[i] === 'right'))
  );
  return quiz.questions.map((spec, i) => {
    const own = rows.filter(({ position }) => position === i + 1);
    const counted = new Map<string, { words: string; outcome: Outcome; count: number }>();
    for (const { outcome, given } of own) {
      const read = Given.safeParse(given);
      const words = (read.success && answeredInWords(library, spec, read.data)) || outcome;
      const key = `${outcome} ${words}`;
      const known = counted.get(key) ?? { words, outcome, count: 0 };
      counted.set(key, { ...known, count: known.count + 1 });
    }
    return {
      figures: figures[i],
      answers: [...counted.values()].sort((a, b) => b.count - a.count),
      unanswered: over.length - own.length
    };
  });
}
