import { type Card, createEmptyCard, fsrs, Rating } from 'ts-fsrs';

export const confidences = ['unsure', 'fairly sure', 'sure'] as const;
export type Confidence = (typeof confidences)[number];

/** 'left' is caution where the evidence would have told: never an error, never mastery. */
export const outcomes = ['right', 'left', 'missed', 'dangerous gather'] as const;
export type Outcome = (typeof outcomes)[number];

export interface PastAnswer {
  /** What is remembered: a pair at the specimen's stage. */
  readonly unit: string;
  readonly at: Date;
  /** The learner's local date then, YYYY-MM-DD: only a unit's first answer of a day counts. */
  readonly day: string;
  readonly outcome: Outcome;
  /** Whether the tapped part tells the two apart; undefined where none was asked for. */
  readonly partRight: boolean | undefined;
  readonly confidence: Confidence;
  readonly seconds: number;
}

/** Our own words for what the scheduler knows. */
export type Firmness = 'new' | 'missed' | 'shaky' | 'firm';

export interface UnitMemory {
  readonly due: Date;
  readonly firmness: Firmness;
  /** Chance of recall at a moment, 0–1. */
  readonly recallAt: (moment: Date) => number;
}

/** The learner's median counts as this until there are enough answers. */
export const assumedMedianSeconds = 12;
const enoughAnswers = 8;
const firmFromStabilityDays = 14;

export type DerivedGrade = 'again' | 'hard' | 'good' | 'easy';

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  return sorted.length % 2 ? sorted[Math.floor(middle)]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/**
 * The grade that the scheduler gets, derived from how the answer was given: learners never grade themselves.
 * @param medianSeconds the learner's median answering time
 * @param runOfRight right answers to this unit in a row, this one included
 */
export function deriveGrade(
  answer: Pick<PastAnswer, 'outcome' | 'partRight' | 'confidence' | 'seconds'>,
  medianSeconds: number,
  runOfRight: number
): DerivedGrade {
  if (answer.outcome === 'missed' || answer.outcome === 'dangerous gather') return 'again';
  if (
    answer.outcome === 'left' ||
    answer.partRight === false ||
    answer.confidence === 'unsure' ||
    answer.seconds > 2 * medianSeconds
  )
    return 'hard';
  const isEasy = answer.confidence === 'sure' && answer.seconds < 0.75 * medianSeconds && runOfRight >= 3;
  return isEasy ? 'easy' : 'good';
}

const ratingOf = { again: Rating.Again, hard: Rating.Hard, good: Rating.Good, easy: Rating.Easy } as const;
// Fuzz is off: a memory state must follow from its answers alone.
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 });

/**
 * Replays a learner's answers, in order of their time, into one FSRS state a unit.
 * Only a unit's first answer of a day moves its state.
 */
export function replayMemory(answers: readonly PastAnswer[]): Map<string, UnitMemory> {
  const cards = new Map<string, Card>();
  const lastDay = new Map<string, string>();
  const runs = new Map<string, number>();
  const seconds: number[] = [];
  for (const answer of answers) {
    const run = answer.outcome === 'right' ? (runs.get(answer.unit) ?? 0) + 1 : 0;
    runs.set(answer.unit, run);
    const usual = seconds.length < enoughAnswers ? assumedMedianSeconds : median(seconds);
    seconds.push(answer.seconds);
    if (lastDay.get(answer.unit) === answer.day) continue;
    lastDay.set(answer.unit, answer.day);
    const card: Card = cards.get(answer.unit) ?? createEmptyCard(answer.at);
    const grade = deriveGrade(answer, usual, run);
    cards.set(answer.unit, scheduler.next(card, answer.at, ratingOf[grade]).card);
  }
  return new Map([...cards].map(([unit, card]) => [unit, memoryOf(card, answers, unit)]));
}

function memoryOf(card: Card, answers: readonly PastAnswer[], unit: string): UnitMemory {
  const last = answers.filter((answer) => answer.unit === unit).at(-1);
  const missed = last?.outcome === 'missed' || last?.outcome === 'dangerous gather';
  return {
    due: card.due,
    firmness: missed ? 'missed' : card.stability >= firmFromStabilityDays ? 'firm' : 'shaky',
    recallAt: (moment) => scheduler.get_retrievability(card, moment, false)
  };
}
