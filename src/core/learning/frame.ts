import type { LookingRules } from '../evidence';
import type { Buffers } from '../ground';
import type { Library } from '../knowledge';
import { type DrillName, pairDrills } from './drills';
import { AnsweringTimes, type PastAnswer, type UnitMemory, replayMemory } from './memory';
import type { Outcome } from './outcome';
import { type DrillPair, pairKey } from './unit';

/** What a round goes by: what the learner remembers, has done today, and finds hard. */
export interface LearnerState {
  readonly memory: ReadonlyMap<string, UnitMemory>;
  /** Pairs of which a dangerous specimen was shown today. */
  readonly shownToday: ReadonlySet<string>;
  /** Pairs on whose living plants they would have gathered the dangerous one, and that they have not practised since. */
  readonly mistakenOutside: ReadonlySet<string>;
  /** Earlier outcomes of each drill, in their order. */
  readonly past: ReadonlyMap<DrillName, readonly Outcome[]>;
  readonly times: Pick<AnsweringTimes, 'usual'>;
  /** How often each pair was asked in each drill. */
  readonly asked: ReadonlyMap<string, ReadonlyMap<DrillName, number>>;
}

export const newLearner: LearnerState = {
  memory: new Map(),
  shownToday: new Set(),
  mistakenOutside: new Set(),
  past: new Map(),
  times: new AnsweringTimes(),
  asked: new Map()
};

/** An answer with what it says of its pair. */
export interface LearnersAnswer extends PastAnswer {
  /** Key of the pair asked about; undefined where a question is on none. */
  readonly pair: string | undefined;
  readonly isDangerousSpecimen: boolean;
}

/**
 * What a learner remembers and has practised.
 * @param answers in the order of their time
 * @param today the learner's local date, YYYY-MM-DD
 */
export function learnerFrom(
  answers: readonly LearnersAnswer[],
  today: string,
  mistakenOutside: ReadonlySet<string> = new Set()
): LearnerState {
  const past = new Map<DrillName, Outcome[]>();
  const times = new AnsweringTimes();
  const asked = new Map<string, Map<DrillName, number>>();
  const shownToday = new Set<string>();
  for (const { drill, pair, day, outcome, seconds, isDangerousSpecimen } of answers) {
    const own = past.get(drill) ?? [];
    past.set(drill, own);
    own.push(outcome);
    times.add(drill, seconds);
    if (!pair) continue;
    const asking = asked.get(pair) ?? new Map<DrillName, number>();
    asked.set(pair, asking.set(drill, (asking.get(drill) ?? 0) + 1));
    if (day === today && isDangerousSpecimen) shownToday.add(pair);
  }
  return { memory: replayMemory(answers), shownToday, mistakenOutside, past, times, asked };
}

/** Nobody in particular, to whom every kind of question on a pair is as new: for what is the same for everybody. */
export const anybody = (pairs: readonly DrillPair[]): LearnerState => ({
  ...newLearner,
  asked: new Map(
    pairs.map((pair) => [pairKey(pair), new Map(pairDrills.map((drill) => [drill, 1] as const))])
  )
});

/** What a round is composed from. */
export interface RoundFrame {
  readonly library: Library;
  /** All pairs of the learner's walks, so that a drill knows what else a target is taken for. */
  readonly context: readonly DrillPair[];
  readonly rules: LookingRules;
  /** The day of the next walk, YYYY-MM-DD: what is up then. */
  readonly isoDate: string;
  /** The school's own distances to what fouls a plant. */
  readonly buffers: Buffers;
  readonly learner: LearnerState;
  readonly now: Date;
}
