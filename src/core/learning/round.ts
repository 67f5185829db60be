import type { Stage } from '../knowledge';
import { createRandom } from '../random';
import type { UnitMemory } from './memory';

export interface DrillPair {
  readonly target: string;
  readonly lookalike: string;
  readonly targetStage: Stage;
  readonly lookalikeStage: Stage;
}

export interface DrillQuestion extends DrillPair {
  readonly specimen: 'target' | 'lookalike';
  /** A partial view shows one leaf only, from which it may be impossible to tell. */
  readonly partial: boolean;
  /** Grass stands before the whole plant. */
  readonly inGrass: boolean;
  readonly seed: number;
}

export const pairKey = (pair: Pick<DrillPair, 'target' | 'lookalike'>): string =>
  `${pair.target}~${pair.lookalike}`;

/** The unit of memory: a pair at the stage of the specimen that was shown. */
export const unitKey = (pair: string, stage: Stage | string): string => `${pair}@${stage}`;

/**
 * Chooses the questions of a round: what is due first, then new pairs, then the least firmly known, so that
 * each pair shows a dangerous specimen; never two of one pair in a row while there are others.
 * @param size number of questions, at least one
 */
export function composeRound(
  pairs: readonly DrillPair[],
  memory: ReadonlyMap<string, UnitMemory>,
  now: Date,
  size: number,
  seed: number
): DrillQuestion[] {
  if (pairs.length === 0) return [];
  const random = createRandom(`round ${seed}`);
  const urgency = (pair: DrillPair) => {
    const units = [pair.targetStage, pair.lookalikeStage].map((stage) =>
      memory.get(unitKey(pairKey(pair), stage))
    );
    return Math.min(...units.map((unit) => (unit ? unit.recallAt(now) - (unit.due <= now ? 1 : 0) : -0.5)));
  };
  const order = pairs
    .map((pair) => ({ pair, key: urgency(pair), tie: random.next() }))
    .sort((a, b) => a.key - b.key || a.tie - b.tie)
    .map(({ pair }) => pair);

  const shown = new Map<string, number>();
  return Array.from({ length: size }, (_, position): DrillQuestion => {
    const pair = order[position % order.length]!;
    const times = shown.get(pairKey(pair)) ?? 0;
    shown.set(pairKey(pair), times + 1);
    // The first specimen of a pair is dangerous or not by chance, the second is the other one.
    const firstIsDangerous = createRandom(`first ${seed} ${pairKey(pair)}`).next() < 0.5;
    const isDangerous = times % 2 === 0 ? firstIsDangerous : !firstIsDangerous;
    const isPartial = times >= 1 && random.next() < 0.25;
    const inGrass = times >= 1 && !isPartial && random.next() < 0.4;
    return {
      ...pair,
      specimen: isDangerous ? 'lookalike' : 'target',
      partial: isPartial,
      inGrass,
      seed: random.integer(1, 2 ** 31 - 1)
    };
  });
}
