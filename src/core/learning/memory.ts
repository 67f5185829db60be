import { medianSorted } from 'simple-statistics';
import { type Card, createEmptyCard, fsrs, Rating } from 'ts-fsrs';
import { type DrillName, assumedSeconds } from './drills';
import { type Confidence, type Outcome, isError } from './outcome';

export interface PastAnswer {
  /** What is remembered, such as a pair at the specimen's stage. */
  readonly unit: string;
  readonly drill: DrillName;
  readonly at: Date;
  /** The learner's local date then, YYYY-MM-DD: only a unit's first answer of a day counts. */
  readonly day: string;
  readonly outcome: Outcome;
  /** Whether the tapped part tells the two apart; undefined where none was asked for. */
  readonly partRight: boolean | undefined;
  /** Undefined where a drill does not ask for it. */
  readonly confidence: Confidence | undefined;
  readonly seconds: number;
}

/** Our own words for what the scheduler knows. */
export const firmnesses = ['new', 'missed', 'shaky', 'firm'] as const;
export type Firmness = (typeof firmnesses)[number];

export interface UnitMemory {
  readonly due: Date;
  readonly firmness: Firmness;
  /** Chance of recall at a moment, 0–1. */
  readonly recallAt: (moment: Date) => number;
}

const enoughAnswers = 8;
const firmFromStabilityDays = 14;

export type DerivedGrade = 'again' | 'hard' | 'good' | 'easy';

/**
 * How long a learner's answers took, drill by drill. Kept sorted, so that each answer can be held against all before
 * it without sorting them anew.
 */
export class AnsweringTimes {
  readonly #sorted = new Map<DrillName, number[]>();

  add(drill: DrillName, seconds: number): void {
    const sorted = this.#sorted.get(drill) ?? [];
    let [from, to] = [0, sorted.length];
    while (from < to) {
      const middle = (from + to) >> 1;
      if (sorted[middle]! < seconds) from = middle + 1;
      else to = middle;
    }
    sorted.splice(from, 0, seconds);
    this.#sorted.set(drill, sorted);
  }

  /** The median of a drill, seconds; what is assumed of it until there are enough answers. */
  usual(drill: DrillName): number {
    const sorted = this.#sorted.get(drill) ?? [];
    return sorted.length < enoughAnswers ? assumedSeconds(drill) : medianSorted(sorted);
  }
}

/**
 * The grade that the scheduler gets, derived from how the answer was given: learners never grade themselves.
 * @param medianSeconds the learner's median answering time of this drill
 * @param runOfRight right answers to this unit in a row, this one included
 */
export function deriveGrade(
  answer: Pick<PastAnswer, 'outcome' | 'partRight' | 'confidence' | 'seconds'>,
  medianSeconds: number,
  runOfRight: number
): DerivedGrade {
  if (isError(answer.outcome)) return 'again';
  if (
    answer.outcome === 'left' ||
    answer.partRight === false ||
    answer.confidence === 'unsure' ||
    answer.seconds > 2 * medianSeconds
  )
    return 'hard';
  const isSure = answer.confidence === 'sure' || answer.confidence === undefined;
  return isSure && answer.seconds < 0.75 * medianSeconds && runOfRight >= 3 ? 'easy' : 'good';
}

const ratingOf = { again: Rating.Again, hard: Rating.Hard, good: Rating.Good, easy: Rating.Easy } as const;
// Fuzz is off: a memory state must follow from its answers alone.
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 });

interface Replay {
  card: Card | undefined;
  lastDay: string | undefined;
  lastOutcome: Outcome;
  run: number;
}

/**
 * Replays a learner's answers, in order of their time, into one FSRS state a unit.
 * Only a unit's first answer of a day moves its state.
 */
export function replayMemory(answers: readonly PastAnswer[]): Map<string, UnitMemory> {
  const units = new Map<string, Replay>();
  const times = new AnsweringTimes();
  for (const answer of answers) {
    const before = units.get(answer.unit) ?? {
      card: undefined,
      lastDay: undefined,
      lastOutcome: answer.outcome,
      run: 0
    };
    const run = answer.outcome === 'right' ? before.run + 1 : 0;
    let { card } = before;
    if (before.lastDay !== answer.day) {
      const grade = deriveGrade(answer, times.usual(answer.drill), run);
      card = scheduler.next(card ?? createEmptyCard(answer.at), answer.at, ratingOf[grade]).card;
    }
    times.add(answer.drill, answer.seconds);
    units.set(answer.unit, { card, lastDay: answer.day, lastOutcome: answer.outcome, run });
  }
  return new Map([...units].map(([unit, replay]) => [unit, memoryOf(replay)]));
}

const memoryOf = ({ card, lastOutcome }: Replay): UnitMemory => ({
  due: card!.due,
  firmness: isError(lastOutcome) ? 'missed' : card!.stability >= firmFromStabilityDays ? 'firm' : 'shaky',
  recallAt: (moment) => scheduler.get_retrievability(card!, moment, false)
});
