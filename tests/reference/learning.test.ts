import { createEmptyCard, fsrs, generatorParameters } from 'ts-fsrs';
import { describe, expect, it } from 'vitest';
import {
  brierScore,
  difficultyAfter,
  meanInterval,
  oneSided95,
  pairedChange,
  partBrier,
  rankCorrelation,
  sensitivity,
  sensitivityOfRates,
  wilsonInterval
} from '../../src/core/learning';
import { createRandom } from '../../src/core/random';

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

  // The authors' own test vectors of their implementations (memory): ratings 1 again to 4 easy.
  it('goes through the published sequence of intervals', () => {
    let now = new Date('2022-11-29T12:30:00Z');
    let card = createEmptyCard(now);
    const days: number[] = [];
    for (const rating of [3, 3, 3, 3, 3, 3, 1, 1, 3, 3, 3, 3, 3] as const) {
      ({ card } = scheduler.next(card, now, rating));
      days.push(card.scheduled_days);
      now = card.due;
    }
    expect(days).toEqual([0, 2, 11, 46, 163, 498, 0, 0, 2, 4, 7, 12, 21]);
  });

  it('reaches the published memory state', () => {
    let at = new Date('2022-11-29T12:30:00Z').getTime();
    let card = createEmptyCard(new Date(at));
    for (const [rating, days] of [
      [1, 0],
      [3, 0],
      [3, 1],
      [3, 3],
      [3, 8],
      [3, 21]
    ] as const) {
      at += days * 86_400_000;
      ({ card } = scheduler.next(card, new Date(at), rating));
    }
    expect(card.stability).toBeCloseTo(53.62691, 3);
    expect(card.difficulty).toBeCloseTo(6.3574867, 4);
  });
});

describe('signal detection', () => {
  it.each([
    [0.84, 0.16, 1.989],
    [0.8, 0.1, 2.123]
  ])('d′ of hit rate %d and false-alarm rate %d (Macmillan & Creelman)', (hits, falseAlarms, expected) => {
    expect(sensitivityOfRates(hits, falseAlarms).discrimination).toBeCloseTo(expected, 3);
  });

  it('has no criterion where hits and misses are symmetric, and leans as the answers do', () => {
    expect(sensitivityOfRates(0.84, 0.16).criterion).toBeCloseTo(0, 10);
    expect(sensitivityOfRates(0.99, 0.5).criterion).toBeLessThan(0);
  });

  it('is corrected log-linearly for everyone (Hautus 1995): 0.5 more of each, 1 more of the trials', () => {
    const perfect = sensitivity({ hits: 10, signals: 10, falseAlarms: 0, noises: 10 })!;
    expect(perfect.discrimination).toBeCloseTo(sensitivityOfRates(10.5 / 11, 0.5 / 11).discrimination, 12);
    // z(10.5/11) by a table of the normal distribution is 1.6906.
    expect(perfect.discrimination).toBeCloseTo(2 * 1.6906, 3);
    expect(sensitivity({ hits: 3, signals: 4, falseAlarms: 0, noises: 0 })).toBeUndefined();
  });

  it('finds the discrimination of simulated observers back within its interval', () => {
    const random = createRandom('observers');
    // A sum of twelve even numbers is near enough to normal for a rate between 0.1 and 0.9.
    const normal = () => Array.from({ length: 12 }, random.next).reduce((sum, x) => sum + x, -6);
    const [truth, criterion, trials, observers] = [1.5, 0.3, 120, 200];
    let within = 0;
    for (let i = 0; i < observers; i += 1) {
      const says = (mean: number) =>
        Array.from({ length: trials }, () => mean + normal() > criterion).filter(Boolean).length;
      const found = sensitivity({
        hits: says(truth / 2),
        signals: trials,
        falseAlarms: says(-truth / 2),
        noises: trials
      })!;
      if (Math.abs(found.discrimination - truth) < 1.96 * found.discriminationError) within += 1;
    }
    expect(within / observers).toBeGreaterThan(0.9);
  });
});

describe('calibration', () => {
  it('scores 0.09 for saying 0.7 of what happened (Brier 1950)', () => {
    expect(brierScore([{ share: 0.7, answers: 1, right: 1 }])).toBeCloseTo(0.09, 12);
  });

  it('parts into reliability, resolution and uncertainty exactly (Murphy 1973)', () => {
    const random = createRandom('forecasts');
    const answers = Array.from({ length: 400 }, () => {
      const share = [0.5, 0.75, 0.95][random.integer(0, 2)]!;
      return { share, isRight: random.next() < share - 0.1 };
    });
    const forecasts = [0.5, 0.75, 0.95].map((share) => {
      const own = answers.filter((one) => one.share === share);
      return { share, answers: own.length, right: own.filter(({ isRight }) => isRight).length };
    });
    const { reliability, resolution, uncertainty } = partBrier(forecasts);
    const oneByOne = answers.map(({ share, isRight }) => (share - Number(isRight)) ** 2);
    expect(brierScore(forecasts)).toBeCloseTo(oneByOne.reduce((sum, square) => sum + square, 0) / 400, 12);
    expect(reliability - resolution + uncertainty).toBeCloseTo(brierScore(forecasts), 12);
    expect(reliability).toBeGreaterThan(0.005);
  });

  it('finds no misfit where each confidence comes true as often as it says', () => {
    const fitting = [
      { share: 0.5, answers: 40, right: 20 },
      { share: 0.75, answers: 40, right: 30 },
      { share: 0.95, answers: 40, right: 38 }
    ];
    expect(partBrier(fitting).reliability).toBeCloseTo(0, 12);
    expect(partBrier(fitting).resolution).toBeGreaterThan(0.03);
  });
});

describe('rank correlation', () => {
  it('is −29/165 for hours of television and IQ (a common worked example of Spearman’s; memory)', () => {
    const iq = [106, 100, 86, 101, 99, 103, 97, 113, 112, 110];
    const hours = [7, 27, 2, 50, 28, 29, 20, 12, 6, 17];
    expect(rankCorrelation(iq, hours)).toBeCloseTo(-29 / 165, 10);
  });

  it('agrees with 1 − 6Σd²/(n(n² − 1)) where there are no ties (Spearman 1904)', () => {
    const order = [3, 1, 5, 2, 4];
    const squares = order.reduce((sum, rank, i) => sum + (rank - (i + 1)) ** 2, 0);
    expect(rankCorrelation([1, 2, 3, 4, 5], order)).toBeCloseTo(1 - (6 * squares) / (5 * 24), 12);
  });

  it('says nothing where all are tied', () => {
    expect(rankCorrelation([1, 2, 3], [7, 7, 7])).toBeUndefined();
  });
});

describe('change between paired proportions (Newcombe 1998, Statistics in Medicine 17:2635, method 10)', () => {
  it('is the interval of a single proportion where before nothing and after something was right', () => {
    // With one margin empty φ is 0, and the square-and-add limits follow from the two Wilson intervals.
    const change = pairedChange({ both: 0, onlyAfter: 6, onlyBefore: 0, neither: 4 })!;
    const [low, high] = wilsonInterval(6, 10);
    const [, none] = wilsonInterval(0, 10);
    expect(change.difference).toBeCloseTo(0.6, 12);
    expect(change.interval[0]).toBeCloseTo(0.6 - Math.hypot(0.6 - low, none), 10);
    expect(change.interval[1]).toBeCloseTo(0.6 + Math.hypot(high - 0.6, 0), 10);
  });

  it('holds the true difference in 95 of 100 simulated groups, near enough', () => {
    const random = createRandom('pairs of answers');
    const shares = [0.4, 0.3, 0.1, 0.2];
    let within = 0;
    for (let i = 0; i < 400; i += 1) {
      const counts = [0, 0, 0, 0];
      for (let n = 0; n < 40; n += 1) counts[random.choose(shares)]! += 1;
      const [both, onlyAfter, onlyBefore, neither] = counts as [number, number, number, number];
      const { interval } = pairedChange({ both, onlyAfter, onlyBefore, neither })!;
      if (interval[0] <= 0.2 && 0.2 <= interval[1]) within += 1;
    }
    expect(within / 400).toBeGreaterThan(0.92);
  });
});

describe('mean with its interval', () => {
  it('reaches t 0.975 = 2.262 standard errors to each side with nine degrees of freedom (Student’s table)', () => {
    const values = [3, 5, 4, 6, 7, 2, 5, 4, 6, 8];
    const { mean, interval } = meanInterval(values)!;
    const variance = values.reduce((sum, value) => sum + (value - 5) ** 2, 0) / 9;
    expect(mean).toBeCloseTo(5, 12);
    expect(interval[1] - mean).toBeCloseTo(2.262 * Math.sqrt(variance / 10), 3);
    expect(meanInterval([1])).toBeUndefined();
  });
});

describe('the staircase of difficulty (Levitt 1971, two down, one up)', () => {
  it('settles where about 71 of 100 are right', () => {
    const random = createRandom('staircase');
    const past: ('right' | 'missed')[] = [];
    // A learner whose chance falls evenly with difficulty: 0.71 lies between two steps.
    for (let i = 0; i < 4000; i += 1)
      past.push(random.next() < 0.95 - 0.15 * difficultyAfter(past.slice(-400)) ? 'right' : 'missed');
    expect(past.filter((one) => one === 'right').length / past.length).toBeCloseTo(0.71, 1);
  });
});
