import { describe, expect, it } from 'vitest';
import { type Decision, type Outcome, decisions, isError, judgeDecision, outcomes } from './outcome';

/** Columns: wanted, dangerous, settled by what was seen, could be settled by all there was. */
const cases: readonly (readonly [boolean, boolean, boolean, boolean, Record<Decision, Outcome>])[] = [
  // The wanted plant.
  [true, false, true, true, { gather: 'right', leave: 'left', 'look further': 'left' }],
  [true, false, false, true, { gather: 'missed', leave: 'left', 'look further': 'left' }],
  [true, false, false, false, { gather: 'missed', leave: 'right', 'look further': 'right' }],
  // Another that harms.
  [false, true, true, true, { gather: 'dangerous gather', leave: 'right', 'look further': 'left' }],
  [false, true, false, true, { gather: 'dangerous gather', leave: 'left', 'look further': 'left' }],
  [false, true, false, false, { gather: 'dangerous gather', leave: 'right', 'look further': 'right' }],
  // Another that does not.
  [false, false, true, true, { gather: 'missed', leave: 'right', 'look further': 'left' }],
  [false, false, false, false, { gather: 'missed', leave: 'right', 'look further': 'right' }]
];

describe('a decision', () => {
  it.each(cases)(
    'on a plant: wanted %s, dangerous %s, settled %s, could be settled %s',
    (isWanted, isDangerous, isSettled, canBeSettled, expected) => {
      for (const decision of decisions)
        expect(judgeDecision(decision, { isWanted, isDangerous, isSettled, canBeSettled }), decision).toBe(
          expected[decision]
        );
    }
  );

  it('to leave a plant or to look further is never an error, whatever it is', () => {
    for (const [isWanted, isDangerous, isSettled, canBeSettled] of cases)
      for (const decision of ['leave', 'look further'] as const)
        expect(isError(judgeDecision(decision, { isWanted, isDangerous, isSettled, canBeSettled }))).toBe(
          false
        );
  });

  it('is an error where a plant is missed, and where a dangerous one is gathered', () => {
    expect(outcomes.filter(isError)).toEqual(['missed', 'dangerous gather']);
  });
});
