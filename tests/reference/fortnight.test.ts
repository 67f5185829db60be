import { describe, expect, it } from 'vitest';
import {
  type DrillPair,
  type JudgedAnswer,
  type LearnersAnswer,
  composeRound,
  isOnPair,
  learnerFrom,
  pairsForToday,
  readinessFor,
  replayMemory
} from '../../src/core/learning';
import { type SimulatedLearner, simulateAnswer } from '../../scripts/simulated-learner';
import { createRandom } from '../../src/core/random';
import { shippedLibrary } from '../support/content';

/** A simulated fortnight: what careful and careless learners look like after a round a day. No source: a model. */

const library = shippedLibrary();
const pairs = ['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'].map(
  (lookalike): DrillPair => ({
    target: 'allium-ursinum',
    lookalike,
    targetStage: 'leaf',
    lookalikeStage: 'leaf',
    deciding: []
  })
);

type Answer = LearnersAnswer & JudgedAnswer;

/** @returns the answers of 14 days, the round of each day as the application composes it */
function fortnight(learner: SimulatedLearner, seed: number): Answer[] {
  const random = createRandom(`fortnight ${seed}`);
  const answers: Answer[] = [];
  for (let date = 1; date <= 14; date += 1) {
    const at = new Date(Date.UTC(2027, 3, date, 18));
    const state = learnerFrom(answers, at.toISOString().slice(0, 10));
    const { due, open } = pairsForToday(pairs, pairs, state, at);
    const today = [...due, ...open];
    const frame = {
      library,
      context: pairs,
      rules: { mayDig: false, scentCounts: true },
      isoDate: '2027-04-25',
      buffers: {},
      learner: state,
      now: at
    };
    const round = composeRound(
      frame,
      today,
      Math.round(2.6 * today.length),
      createRandom(`round ${seed * 100 + date}`)
    );
    for (const spec of round.filter(isOnPair)) {
      const { given, ...answer } = simulateAnswer(spec, learner, random);
      answers.push({
        ...answer,
        drill: spec.drill,
        at,
        day: at.toISOString().slice(0, 10),
        couldBeTold: true,
        partRight: undefined,
        confidence: given.confidence,
        seconds: 8
      });
    }
  }
  return answers;
}

const readyAfter = (learner: SimulatedLearner, seed: number) =>
  readinessFor(pairs, fortnight(learner, seed), '2027-04-14');
const seeds = Array.from({ length: 12 }, (_, i) => i + 1);
const share = (learner: SimulatedLearner) =>
  seeds.filter((seed) => readyAfter(learner, seed).isReady).length / seeds.length;

describe('after a fortnight of rounds', () => {
  it('careful learners are ready, careless ones are not', () => {
    expect(share({ skill: 0.96, caution: 1 })).toBeGreaterThan(0.8);
    expect(share({ skill: 0.75, caution: 0.1 })).toBe(0);
  });

  it('whoever always leaves never gathers a dangerous plant, and is not ready by it', () => {
    const answers = fortnight({ skill: 0, caution: 1 }, 3);
    expect(answers.some(({ outcome }) => outcome === 'dangerous gather')).toBe(false);
    for (const { firmness } of replayMemory(answers).values()) expect(firmness).not.toBe('missed');
    expect(readyAfter({ skill: 0, caution: 1 }, 3)).toMatchObject({ isSafe: true, isReady: false });
  });

  it('whoever knows them is firmer than whoever leaves them', () => {
    const knows = replayMemory(fortnight({ skill: 1, caution: 1 }, 3));
    const leaves = replayMemory(fortnight({ skill: 0, caution: 1 }, 3));
    for (const [unit, memory] of knows)
      expect(memory.due.getTime()).toBeGreaterThan(leaves.get(unit)!.due.getTime());
  });

  it('every pair has shown its dangerous plant on every day', () => {
    const answers = fortnight({ skill: 0.9, caution: 0.9 }, 5);
    for (const { lookalike } of pairs) {
      const days = new Set(
        answers.filter((one) => one.unit.includes(lookalike) && one.isDangerousSpecimen).map(({ day }) => day)
      );
      expect(days.size).toBe(14);
    }
  });

  it('recall falls from day to day and is never beyond 0 and 1', () => {
    for (const { recallAt } of replayMemory(fortnight({ skill: 0.9, caution: 0.9 }, 7)).values()) {
      const later = [15, 20, 40, 120].map((day) => recallAt(new Date(Date.UTC(2027, 3, day))));
      expect(later).toEqual([...later].sort((a, b) => b - a));
      for (const chance of later) {
        expect(chance).toBeGreaterThan(0);
        expect(chance).toBeLessThanOrEqual(1);
      }
    }
  });
});
