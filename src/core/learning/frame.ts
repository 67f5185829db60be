import type { LookingRules } from '../evidence';
import type { Buffers } from '../ground';
import type { Library } from '../knowledge';
import { type DrillName, pairDrills } from './drills';
import type { UnitMemory } from './memory';
import type { Outcome } from './outcome';
import { type DrillPair, pairKey } from './unit';

/** What a round goes by: what the learner remembers, has done today, and finds hard. */
export interface LearnerState {
  readonly memory: ReadonlyMap<string, UnitMemory>;
  /** Pairs of which a dangerous specimen was shown today. */
  readonly shownToday: ReadonlySet<string>;
  /** Earlier outcomes and times of each drill, in their order. */
  readonly past: ReadonlyMap<
    DrillName,
    { readonly outcomes: readonly Outcome[]; readonly seconds: readonly number[] }
  >;
  /** How often each pair was asked in each drill. */
  readonly asked: ReadonlyMap<string, ReadonlyMap<DrillName, number>>;
}

export const newLearner: LearnerState = {
  memory: new Map(),
  shownToday: new Set(),
  past: new Map(),
  asked: new Map()
};

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
