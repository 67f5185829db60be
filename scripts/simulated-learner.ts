import {
  type Decision,
  type Given,
  type Outcome,
  type PairSpecification,
  confidences,
  givenBy,
  isOnTarget,
  judgeDecision,
  pairKey,
  unitKey
} from '../src/core/learning';
import type { Random } from '../src/core/random';

/** Simulated learners with a known skill: for the demo's invented results, and to see whether the measures find it. */

export interface SimulatedLearner {
  /** Chance to know what a specimen is. */
  readonly skill: number;
  /** Chance to leave it when it is not known; else it is taken for the wrong one. */
  readonly caution: number;
}

export interface SimulatedAnswer {
  readonly given: Extract<Given, { confidence: unknown }>;
  readonly unit: string;
  readonly pair: string;
  readonly isDangerousSpecimen: boolean;
  readonly decision: Decision;
  readonly outcome: Outcome;
}

/**
 * How such a learner answers a question in which everything can be told. What is decided on a basket is decided on
 * all of it.
 */
export function simulateAnswer(
  spec: PairSpecification,
  { skill, caution }: SimulatedLearner,
  random: Random
): SimulatedAnswer {
  const isWanted = isOnTarget(spec);
  const isKnown = random.next() < skill;
  const isLeft = !isKnown && random.next() < caution;
  const decision: Decision = isLeft ? 'look further' : isKnown === isWanted ? 'gather' : 'leave';
  const confidence = confidences[random.choose(isKnown ? [0.08, 0.27, 0.65] : [0.45, 0.4, 0.15])]!;
  const outcome = judgeDecision(decision, {
    isWanted,
    isDangerous: true,
    isSettled: true,
    canBeSettled: true
  });
  return {
    given: givenBy(spec, { decision, confidence, isKnown }) as SimulatedAnswer['given'],
    unit: unitKey(pairKey(spec), isWanted ? spec.targetStage : spec.lookalikeStage),
    pair: pairKey(spec),
    isDangerousSpecimen: !isWanted,
    decision,
    outcome: outcome === 'left' && decision === 'leave' ? 'missed' : outcome
  };
}
