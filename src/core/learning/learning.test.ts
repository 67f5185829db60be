import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import {
  type PastAnswer,
  composeRound,
  deriveGrade,
  judge,
  pairKey,
  replayMemory,
  tellingCharacters,
  unitKey
} from './index';

const right = { outcome: 'right', partRight: true, confidence: 'sure', seconds: 8 } as const;

describe('derived grades', () => {
  it.each([
    [
      'again for a dangerous gather, however sure',
      { ...right, outcome: 'dangerous gather' as const },
      1,
      'again'
    ],
    ['again for a miss', { ...right, outcome: 'missed' as const }, 1, 'again'],
    ['hard for the wrong part', { ...right, partRight: false }, 1, 'hard'],
    ['hard for unsure', { ...right, confidence: 'unsure' as const }, 1, 'hard'],
    ['hard for over twice the median time', { ...right, seconds: 25 }, 1, 'hard'],
    ['hard for leaving alone what could be told', { ...right, outcome: 'left' as const }, 0, 'hard'],
    ['easy for the third quick and sure answer in a row', right, 3, 'easy'],
    ['good for the second', right, 2, 'good']
  ] as const)('%s', (_, answer, run, grade) => {
    expect(deriveGrade(answer, 12, run)).toBe(grade);
  });
});

describe('memory', () => {
  const answer = (day: string, outcome: PastAnswer['outcome'] = 'right'): PastAnswer => ({
    ...right,
    unit: 'a~b@leaf',
    outcome,
    at: new Date(`${day}T10:00:00Z`),
    day
  });

  it('moves only by the first answer of a day', () => {
    const once = replayMemory([answer('2027-04-01')]);
    const twice = replayMemory([answer('2027-04-01'), answer('2027-04-01')]);
    expect(twice.get('a~b@leaf')!.due).toEqual(once.get('a~b@leaf')!.due);
  });

  it('counts days where the learner is: late and early answers of one night are two days', () => {
    const late = { ...answer('2027-04-01'), at: new Date('2027-04-01T22:50:00Z'), day: '2027-04-01' };
    const early = { ...answer('2027-04-01'), at: new Date('2027-04-01T23:10:00Z'), day: '2027-04-02' };
    const both = replayMemory([late, early]).get('a~b@leaf')!;
    expect(both.due.getTime()).toBeGreaterThan(replayMemory([late]).get('a~b@leaf')!.due.getTime());
  });

  it('is a function of the answers: replaying gives the same state', () => {
    const answers = [answer('2027-04-01'), answer('2027-04-05', 'missed'), answer('2027-04-09')];
    expect(replayMemory(answers).get('a~b@leaf')!.due).toEqual(replayMemory(answers).get('a~b@leaf')!.due);
  });

  it('calls a unit missed after a miss, and firm only after weeks of stability', () => {
    expect(replayMemory([answer('2027-04-01', 'missed')]).get('a~b@leaf')!.firmness).toBe('missed');
    const days = ['2027-01-01', '2027-01-04', '2027-01-16', '2027-02-25'];
    expect(replayMemory(days.map((day) => answer(day))).get('a~b@leaf')!.firmness).toBe('firm');
  });
});

describe('judging an answer side by side', () => {
  it('counts calling the dangerous one edible as a dangerous gather, whatever the view shows', () => {
    expect(judge('target', 'lookalike', true)).toBe('dangerous gather');
    expect(judge('target', 'lookalike', false)).toBe('dangerous gather');
  });

  it('never holds leaving a plant alone against anybody', () => {
    expect(judge('cannot tell', 'target', true)).toBe('left');
    expect(judge('cannot tell', 'lookalike', false)).toBe('right');
  });

  it('does not reward a lucky "gather" where nothing shown separates', () => {
    expect(judge('target', 'target', false)).toBe('missed');
  });

  it('takes from the engine what tells: scent does not separate ramsons from lily on a drawing', () => {
    const library = shippedLibrary();
    const [ramsons, lily] = ['allium-ursinum', 'convallaria-majalis'].map((slug) =>
      library.taxa.get(slug)!.stages.get('leaf')!
    );
    const shown = (...slugs: string[]) =>
      tellingCharacters(library, ramsons!, lily!, new Set(slugs)).map(({ slug }) => slug);
    expect(shown('leaf-outline', 'leaf-venation')).toEqual([]);
    expect(shown('leaf-outline', 'leaf-attachment')).toEqual(['leaf-attachment']);
  });
});

describe('a round', () => {
  const pair = (target: string, lookalike: string) =>
    ({ target, lookalike, targetStage: 'leaf', lookalikeStage: 'leaf' }) as const;
  const pairs = [pair('a', 'x'), pair('b', 'y'), pair('c', 'z')];

  it('never asks one pair twice in a row while there are others, and shows every pair a dangerous specimen', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const round = composeRound(pairs, new Map(), new Date('2027-04-24'), 10, seed);
        expect(round).toHaveLength(10);
        for (let i = 1; i < round.length; i += 1) expect(pairKey(round[i]!)).not.toBe(pairKey(round[i - 1]!));
        for (const one of pairs)
          expect(
            round.some((question) => pairKey(question) === pairKey(one) && question.specimen === 'lookalike')
          ).toBe(true);
      })
    );
  });

  it('makes it harder only from the second time on: one leaf alone, or grass before the plant, never both', () => {
    const kinds = new Set<string>();
    for (let seed = 1; seed <= 60; seed += 1) {
      const met = new Set<string>();
      for (const question of composeRound(pairs, new Map(), new Date('2027-04-24'), 10, seed)) {
        if (!met.has(pairKey(question))) expect([question.partial, question.inGrass]).toEqual([false, false]);
        met.add(pairKey(question));
        expect(question.partial && question.inGrass).toBe(false);
        kinds.add(`${question.partial} ${question.inGrass}`);
      }
    }
    expect(kinds).toEqual(new Set(['false false', 'true false', 'false true']));
  });

  it('begins with what is due', () => {
    const memory = replayMemory([
      { ...right, unit: unitKey('a~x', 'leaf'), at: new Date('2027-04-23T10:00:00Z'), day: '2027-04-23' },
      { ...right, unit: unitKey('b~y', 'leaf'), at: new Date('2027-02-01T10:00:00Z'), day: '2027-02-01' },
      { ...right, unit: unitKey('c~z', 'leaf'), at: new Date('2027-04-23T10:00:00Z'), day: '2027-04-23' }
    ]);
    const [first] = composeRound(pairs, memory, new Date('2027-04-24'), 3, 1);
    expect(pairKey(first!)).toBe('b~y');
  });
});
