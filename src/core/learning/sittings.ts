import { type Change, meanInterval, pairedChange } from './measures';
import type { Outcome } from './outcome';

/** Sittings of a quiz: when they are open, what is shown of them, and what they come to. */

export const quizKinds = ['once', 'before and after'] as const;
export const phases = ['once', 'before', 'after'] as const;
export type Phase = (typeof phases)[number];

/** What of a quiz says when it may be sat. */
export interface Timing {
  readonly kind: (typeof quizKinds)[number];
  /** The day from which the second sitting is open, YYYY-MM-DD; undefined: at once. */
  readonly afterFrom: string | undefined;
}

export interface Sitting {
  readonly roundId: string;
  readonly personId: string;
  readonly phase: Phase;
  readonly isOver: boolean;
  /** By position: the outcome, or nothing where there is no answer. */
  readonly outcomes: readonly (Outcome | undefined)[];
}

/** Which sitting a learner may begin or go on with now; undefined where there is none. */
export function openPhase(quiz: Timing, own: readonly Sitting[], today: string): Phase | undefined {
  const of = (phase: Phase) => own.find((sitting) => sitting.phase === phase);
  if (quiz.kind === 'once') return of('once')?.isOver ? undefined : 'once';
  if (!of('before')?.isOver && !of('after')) return 'before';
  if (of('after')?.isOver) return undefined;
  return quiz.afterFrom === undefined || today >= quiz.afterFrom ? 'after' : undefined;
}

/** Explanations are shown once nothing can be learned from them for a sitting to come. */
export const mayReview = (quiz: Timing, own: readonly Sitting[]): boolean =>
  own.some(({ phase, isOver }) => isOver && phase === (quiz.kind === 'once' ? 'once' : 'after'));

/**
 * What a learner may see of their own sittings: nothing of one that runs, or each answer would tell at once whether it
 * was right.
 */
export const shownToSitter = (own: readonly Sitting[]): Sitting[] => own.filter(({ isOver }) => isOver);

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
