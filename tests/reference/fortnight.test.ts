import { describe, expect, it } from 'vitest';
import {
  type DrillPair,
  type Outcome,
  type PastAnswer,
  composeRound,
  judge,
  oneSided95,
  pairKey,
  replayMemory,
  unitKey,
  wilsonInterval
} from '../../src/core/learning';
import { createRandom } from '../../src/core/random';

/** A simulated fortnight: what careful and careless learners look like after a round a day. No source: a model. */

const pairs: DrillPair[] = ['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'].map(
  (lookalike) => ({
    target: 'allium-ursinum',
    lookalike,
    targetStage: 'leaf',
    lookalikeStage: 'leaf'
  })
);

interface Learner {
  /** Chance to name a specimen rightly; otherwise leaves it with `caution`, else names the other one. */
  readonly skill: number;
  readonly caution: number;
}

/** @returns the answers of 14 days, a round of ten a day */
function fortnight({ skill, caution }: Learner, seed: number): (PastAnswer & { dangerous: boolean })[] {
  const random = createRandom(`fortnight ${seed}`);
  const answers: (PastAnswer & { dangerous: boolean })[] = [];
  for (let day = 1; day <= 14; day += 1) {
    const at = new Date(Date.UTC(2027, 3, day, 18));
    for (const question of composeRound(pairs, replayMemory(answers), at, 10, seed * 100 + day)) {
      const other = question.specimen === 'target' ? 'lookalike' : 'target';
      const choice =
        random.next() < skill ? question.specimen : random.next() < caution ? 'cannot tell' : other;
      const outcome: Outcome = judge(choice, question.specimen, !question.partial);
      answers.push({
        unit: unitKey(pairKey(question), question[`${question.specimen}Stage`]),
        at,
        day: at.toISOString().slice(0, 10),
        outcome,
        partRight: choice === 'cannot tell' ? undefined : true,
        confidence: 'sure',
        seconds: 8,
        dangerous: question.specimen === 'lookalike'
      });
    }
  }
  return answers;
}

const dangerLimit = (answers: readonly { outcome: Outcome; dangerous: boolean }[]) =>
  wilsonInterval(
    answers.filter(({ outcome }) => outcome === 'dangerous gather').length,
    answers.filter(({ dangerous }) => dangerous).length,
    oneSided95
  )[1];

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const seeds = Array.from({ length: 12 }, (_, i) => i + 1);

describe('after a fortnight of rounds', () => {
  it('the limit of a careful learner’s dangerous-gather rate is low, that of a careless one is not', () => {
    const careful = mean(seeds.map((seed) => dangerLimit(fortnight({ skill: 0.93, caution: 0.9 }, seed))));
    const careless = mean(seeds.map((seed) => dangerLimit(fortnight({ skill: 0.75, caution: 0.1 }, seed))));
    expect(careful).toBeLessThan(0.1);
    expect(careless).toBeGreaterThan(0.2);
  });

  it('whoever always leaves never gathers a dangerous plant, and never becomes firm by it', () => {
    const answers = fortnight({ skill: 0, caution: 1 }, 3);
    expect(answers.some(({ outcome }) => outcome === 'dangerous gather')).toBe(false);
    for (const { firmness } of replayMemory(answers).values()) expect(firmness).not.toBe('missed');
    const careful = replayMemory(fortnight({ skill: 1, caution: 1 }, 3));
    const cautious = replayMemory(answers);
    for (const [unit, memory] of careful)
      expect(memory.due.getTime()).toBeGreaterThan(cautious.get(unit)!.due.getTime());
  });

  it('every pair has shown its dangerous plant on most days', () => {
    const answers = fortnight({ skill: 0.9, caution: 0.9 }, 5);
    for (const pair of pairs) {
      const unit = unitKey(pairKey(pair), 'leaf');
      const days = new Set(
        answers.filter((one) => one.unit === unit && one.dangerous).map(({ at }) => at.getUTCDate())
      );
      expect(days.size).toBeGreaterThanOrEqual(10);
    }
  });

  it('recall falls from day to day and is never beyond 0 and 1', () => {
    const memory = replayMemory(fortnight({ skill: 0.9, caution: 0.9 }, 7));
    for (const { recallAt } of memory.values()) {
      const later = [15, 20, 40, 120].map((day) => recallAt(new Date(Date.UTC(2027, 3, day))));
      expect(later).toEqual([...later].sort((a, b) => b - a));
      for (const chance of later) {
        expect(chance).toBeGreaterThan(0);
        expect(chance).toBeLessThanOrEqual(1);
      }
    }
  });
});
