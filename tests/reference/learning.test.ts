import { describe, expect, it } from 'vitest';
import { fsrs, generatorParameters, Rating, createEmptyCard } from 'ts-fsrs';
import { oneSided95, wilsonInterval } from '../../src/core/learning';

describe('Wilson score interval (Newcombe 1998, Statistics in Medicine 17, table I, method 3)', () => {
  it.each([
    [81, 263, 0.2553, 0.3662],
    [0, 20, 0, 0.1611]
  ])('%i of %i', (successes, trials, lower, upper) => {
    const [a, b] = wilsonInterval(successes, trials);
    expect(a).toBeCloseTo(lower, 4);
    expect(b).toBeCloseTo(upper, 4);
  });

  it('uses z = 1.645 one-sided (standard normal table)', () => {
    expect(oneSided95).toBeCloseTo(1.644854, 5);
  });
});

describe('FSRS-6, as published by its authors, in the library that we use', () => {
  const scheduler = fsrs(generatorParameters({ enable_fuzz: false }));
  it('recalls 0.9 after one stability and 0.84588 after two', () => {
    expect(scheduler.forgetting_curve(100, 100)).toBeCloseTo(0.9, 4);
    expect(scheduler.forgetting_curve(200, 100)).toBeCloseTo(0.84588, 4);
  });
  it.each([
    [0.95, 40],
    [0.9, 100],
    [0.8, 332]
  ])('schedules a stability of 100 days at retention %d after %i days', (retention, days) => {
    const own = fsrs(generatorParameters({ enable_fuzz: false, request_retention: retention }));
    expect(own.next_interval(100, 0)).toBe(days);
  });
  it('moves a card on from its first answer', () => {
    const { card } = scheduler.next(
      createEmptyCard(new Date('2027-04-01')),
      new Date('2027-04-01'),
      Rating.Good
    );
    expect(card.due.getTime()).toBeGreaterThan(new Date('2027-04-01').getTime());
  });
});
