import { orderOfPieces } from '../figure';
import type { Random } from '../random';
import type { Given, PairSpecification } from './drills';
import { type Decision, type Outcome, confidences, judgeDecision } from './outcome';
import { pairKey, unitKey } from './unit';

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
  const isWanted = spec.drill === 'basket' ? spec.wrong === 0 : spec.specimen === 'target';
  const isKnown = random.next() < skill;
  const isLeft = !isKnown && random.next() < caution;
  const decision: Decision = isLeft ? 'look further' : isKnown === isWanted ? 'gather' : 'leave';
  const outcome = judgeDecision(decision, {
    isWanted,
    isDangerous: true,
    isSettled: true,
    canBeSettled: true
  });
  return {
    given: givenFor(spec, decision, isKnown, random),
    unit: unitKey(pairKey(spec), isWanted ? spec.targetStage : spec.lookalikeStage),
    pair: pairKey(spec),
    isDangerousSpecimen: !isWanted,
    decision,
    outcome: outcome === 'left' && decision === 'leave' ? 'missed' : outcome
  };
}

function givenFor(
  spec: PairSpecification,
  decision: Decision,
  isKnown: boolean,
  random: Random
): SimulatedAnswer['given'] {
  const confidence = confidences[random.choose(isKnown ? [0.08, 0.27, 0.65] : [0.45, 0.4, 0.15])]!;
  switch (spec.drill) {
    case 'side by side': {
      const choice = { gather: 'target', leave: 'lookalike', 'look further': 'cannot tell' } as const;
      return { drill: spec.drill, choice: choice[decision], confidence };
    }
    case 'prove it':
      return { drill: spec.drill, decision, confidence };
    case 'basket': {
      const kinds = orderOfPieces([spec.pieces - spec.wrong, spec.wrong], spec.seed);
      // Knowing the basket is taking out what is wrong in it; not knowing it leaves that in, or throws good pieces away.
      const wrong = kinds.flatMap((kind, piece) => (kind === 1 ? [piece] : []));
      const takenOut = isKnown ? wrong : spec.wrong > 0 ? [] : [0];
      return { drill: spec.drill, takenOut, keepsNone: decision === 'look further', confidence };
    }
  }
}
