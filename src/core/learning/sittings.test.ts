import { describe, expect, it } from 'vitest';
import type { Outcome } from './index';
import {
  type Phase,
  type Sitting,
  changeOf,
  mayReview,
  openPhase,
  quizResults,
  rightByQuestion,
  shownToSitter
} from './index';

const sat = (
  phase: Phase,
  isOver: boolean,
  outcomes: Sitting['outcomes'] = [],
  personId = 'ann'
): Sitting => ({
  roundId: `${personId} ${phase}`,
  personId,
  phase,
  isOver,
  outcomes
});
const once = { kind: 'once', afterFrom: undefined } as const;
const twice = { kind: 'before and after', afterFrom: '2027-04-24' } as const;

describe('a quiz that is sat once', () => {
  it.each([
    ['nothing yet', [], 'once'],
    ['one that runs: it goes on', [sat('once', false)], 'once'],
    ['one that is over', [sat('once', true)], undefined]
  ] as const)('with %s is open as %s', (_, own, phase) => {
    expect(openPhase(once, own, '2027-04-01')).toBe(phase);
  });

  it('is explained when it is over, and not while it runs', () => {
    expect(mayReview(once, [sat('once', false)])).toBe(false);
    expect(mayReview(once, [sat('once', true)])).toBe(true);
  });
});

describe('a quiz before and after a walk', () => {
  const over = sat('before', true);
  it.each([
    ['before the walk, with nothing yet', [], '2027-04-23', 'before'],
    ['before the walk, with the first over', [over], '2027-04-23', undefined],
    ['on the day of the walk', [over], '2027-04-24', 'after'],
    ['later, with the second running', [over, sat('after', false)], '2027-05-01', 'after'],
    ['with both over', [over, sat('after', true)], '2027-05-01', undefined],
    // Who began the second without the first does not go back to it: its answers are known by then.
    ['with the second alone', [sat('after', false)], '2027-05-01', 'after']
  ] as const)('%s', (_, own, today, phase) => {
    expect(openPhase(twice, own, today)).toBe(phase);
  });

  it('of no walk opens its second sitting at once', () => {
    expect(openPhase({ ...twice, afterFrom: undefined }, [over], '2027-01-01')).toBe('after');
  });

  it('is not explained after the first sitting: that would be the answers of the second', () => {
    expect(mayReview(twice, [over])).toBe(false);
    expect(mayReview(twice, [over, sat('after', true)])).toBe(true);
  });
});

it('nothing of a sitting that runs is shown to who sits it', () => {
  const [running, over] = [sat('after', false, ['right']), sat('before', true, ['missed'])];
  expect(shownToSitter([running, over])).toEqual([over]);
});

describe('what sittings come to', () => {
  const before: Outcome[] = ['right', 'missed', 'left', 'dangerous gather'];
  const after: Outcome[] = ['right', 'right', 'right', 'missed'];
  const sittings = [
    sat('before', true, before),
    sat('after', true, after),
    sat('before', true, [undefined, 'right', 'right', 'right'], 'ben'),
    sat('after', false, ['right'], 'ben')
  ];
  const people = ['ann', 'ben', 'cat'].map((id) => ({ id, name: id }));

  it('counts right, left alone and dangerous apart; what was not answered is none of them', () => {
    const { rows } = quizResults(sittings, people);
    expect(rows.map(({ first }) => first && [first.right, first.left, first.dangerous])).toEqual([
      [1, 1, 1],
      [3, 0, 0],
      undefined
    ]);
  });

  it('compares the same questions, of those who sat both to their end', () => {
    const { rows, changed } = quizResults(sittings, people);
    expect(changed).toBe(1);
    // One right both times, two only afterwards, none only before: half of four more.
    expect(rows[0]!.change!.difference).toBeCloseTo(0.5, 10);
    expect(rows[1]!.change).toBeUndefined();
    expect(changeOf(undefined, sittings[1])).toBeUndefined();
  });

  it('of each question is how many had it right, in sittings that are over', () => {
    expect(rightByQuestion(sittings, 'before', 4)).toEqual([1, 1, 1, 1]);
    expect(rightByQuestion(sittings, 'after', 4)).toEqual([1, 1, 1, 0]);
  });
});
