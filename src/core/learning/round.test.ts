import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { createRandom } from '../random';
import {
  type DrillPair,
  type LearnerState,
  type RoundFrame,
  type PairSpecification,
  composeRound,
  composeRoundOfKind,
  composedDrills,
  drillsFor,
  isOnPair,
  newLearner,
  pairKey,
  pairsForToday,
  replayMemory,
  unitKey
} from './index';

const library = shippedLibrary();
const pair = (target: string, lookalike: string): DrillPair => ({
  target,
  lookalike,
  targetStage: 'leaf',
  lookalikeStage: 'leaf',
  deciding: []
});
const pairs = ['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'].map((slug) =>
  pair('allium-ursinum', slug)
);
const frame = (learner: LearnerState = newLearner): RoundFrame => ({
  library,
  context: pairs,
  rules: { mayDig: false, scentCounts: true },
  isoDate: '2027-04-25',
  buffers: {},
  learner,
  now: new Date('2027-04-24T10:00:00Z')
});
const isDangerous = (spec: PairSpecification) =>
  spec.drill === 'basket' ? spec.wrong > 0 : spec.specimen === 'lookalike';
/** The questions of a round on pairs, without those of other kinds. */
const composed = (of: RoundFrame, on: readonly DrillPair[], size: number, seed: number) =>
  composeRound(of, on, size, createRandom(`round ${seed}`));
const onPairs = (...round: Parameters<typeof composed>) => composed(...round).filter(isOnPair);
const answered = (slug: string, day: string) => ({
  outcome: 'right' as const,
  partRight: true,
  confidence: 'sure' as const,
  seconds: 8,
  drill: 'side by side' as const,
  unit: unitKey(`allium-ursinum~${slug}`, 'leaf'),
  at: new Date(`${day}T10:00:00Z`),
  day
});

describe('a round', () => {
  it('never asks one pair twice in a row while there are others, and shows each pair’s dangerous plant', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        expect(composed(frame(), pairs, 9, seed)).toHaveLength(9);
        const round = onPairs(frame(), pairs, 9, seed);
        for (let i = 1; i < round.length; i += 1) expect(pairKey(round[i]!)).not.toBe(pairKey(round[i - 1]!));
        for (const one of pairs)
          expect(round.some((spec) => pairKey(spec) === pairKey(one) && isDangerous(spec))).toBe(true);
      }),
      { numRuns: 40 }
    );
  });

  it('shows wanted plants as often as dangerous ones, so that neither is a good guess', () => {
    const round = onPairs(frame(), pairs, 8, 5);
    expect(round.filter(isDangerous)).toHaveLength(3);
  });

  it('begins with a whole specimen side by side, and makes it harder only later: a leaf alone, or grass, never both', () => {
    const kinds = new Set<string>();
    for (let seed = 1; seed <= 40; seed += 1) {
      const met = new Set<string>();
      for (const spec of onPairs(frame(), pairs, 16, seed)) {
        if (!met.has(pairKey(spec)))
          expect(spec).toMatchObject({ drill: 'side by side', partial: false, inGrass: false });
        met.add(pairKey(spec));
        if (spec.drill !== 'side by side') continue;
        expect(spec.partial && spec.inGrass).toBe(false);
        kinds.add(`${spec.partial} ${spec.inGrass}`);
      }
    }
    expect(kinds).toEqual(new Set(['false false', 'true false', 'false true']));
  });

  it('mixes all kinds of drill, and those that a learner was asked least come first', () => {
    const round = composed(frame(), pairs, 28, 3);
    for (const drill of composedDrills) expect(round.some((spec) => spec.drill === drill)).toBe(true);
  });

  it('makes a handful larger, with fewer wrong pieces in it, for who finds them', () => {
    const past = new Map([['basket' as const, Array(12).fill('right')]]);
    const asked = new Map(
      pairs.map((one) => [
        pairKey(one),
        new Map([
          ['side by side' as const, 9],
          ['prove it' as const, 9]
        ])
      ])
    );
    const of = (learner: LearnerState) =>
      onPairs(frame(learner), pairs, 16, 7).flatMap((spec) => (spec.drill === 'basket' ? [spec.pieces] : []));
    const mean = (all: number[]) => all.reduce((sum, one) => sum + one, 0) / all.length;
    expect(mean(of({ ...newLearner, past, asked }))).toBeGreaterThan(mean(of({ ...newLearner, asked })) + 4);
  });

  it('asks for a basket only of pairs whose pieces tell them apart', () => {
    for (const one of pairs) {
      const fit = drillsFor(frame(), one);
      expect(fit).toContain('side by side');
      // A leaf of ramsons and one of lily of the valley or autumn crocus, picked, show nothing that separates them.
      expect(fit.includes('basket')).toBe(
        !['convallaria-majalis', 'colchicum-autumnale'].includes(one.lookalike)
      );
    }
  });
});

describe('what there is to do today', () => {
  const now = new Date('2027-04-24T10:00:00Z');
  const state = (...answers: ReturnType<typeof answered>[]): LearnerState => ({
    ...newLearner,
    memory: replayMemory(answers)
  });

  it('is what is due first, then the pairs of the next walk of which nothing dangerous was seen today', () => {
    const learner = {
      ...state(answered('arum-maculatum', '2027-02-01'), answered('convallaria-majalis', '2027-04-23')),
      shownToday: new Set(['allium-ursinum~convallaria-majalis'])
    };
    const { due, open } = pairsForToday(pairs, pairs, learner, now);
    expect(due.map(pairKey)).toEqual(['allium-ursinum~arum-maculatum']);
    expect(open.map(pairKey)).toEqual(['allium-ursinum~colchicum-autumnale']);
  });

  it('begins with what was mistaken on a living plant, and asks for it once more', () => {
    const learner = {
      ...state(answered('arum-maculatum', '2027-02-01')),
      mistakenOutside: new Set(['allium-ursinum~colchicum-autumnale'])
    };
    const { due } = pairsForToday(pairs, pairs, learner, now);
    expect(due.map(pairKey)).toEqual(['allium-ursinum~colchicum-autumnale', 'allium-ursinum~arum-maculatum']);
  });

  it('is nothing once every pair was seen and nothing is due', () => {
    const today = pairs.map(({ lookalike }) => answered(lookalike, '2027-04-24'));
    const learner = { ...state(...today), shownToday: new Set(pairs.map(pairKey)) };
    const { due, open } = pairsForToday(pairs, pairs, learner, now);
    expect([...due, ...open]).toEqual([]);
  });
});

describe('a round of one kind', () => {
  it.each(composedDrills.map((drill) => [drill]))('%s asks in that way alone, and nothing twice', (drill) => {
    const questions = composeRoundOfKind(frame(), pairs, 8, drill, createRandom(`of ${drill}`));
    expect(questions.length).toBeGreaterThan(0);
    expect(new Set(questions.map((one) => one.drill))).toEqual(new Set([drill]));
    const asked = questions.map((one) => JSON.stringify(one));
    expect(new Set(asked).size).toBe(asked.length);
  });

  it('is empty where nothing can be asked in that way', () => {
    expect(composeRoundOfKind(frame(), [], 8, 'side by side', createRandom('none'))).toEqual([]);
  });
});
