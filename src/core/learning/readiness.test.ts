import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type DrillPair,
  type JudgedAnswer,
  type LivingResult,
  ladderState,
  missingTo,
  monthsLater,
  readinessFor
} from './index';

const today = '2027-04-24';
const pairs = ['x', 'y', 'z'].map((lookalike): DrillPair => ({
  target: 'a',
  lookalike,
  targetStage: 'leaf',
  lookalikeStage: 'flower',
  deciding: []
}));

/** Answers on some days: of each pair one dangerous specimen and one that was wanted. */
const practice = (
  days: readonly string[],
  on: Partial<Record<'dangerous' | 'wanted', Partial<JudgedAnswer>>> = {}
): JudgedAnswer[] =>
  days.flatMap((day) =>
    pairs.flatMap(({ lookalike }): JudgedAnswer[] => [
      {
        unit: `a~${lookalike}@flower`,
        day,
        outcome: 'right',
        isDangerousSpecimen: true,
        couldBeTold: true,
        decision: 'leave',
        ...on.dangerous
      },
      {
        unit: `a~${lookalike}@leaf`,
        day,
        outcome: 'right',
        isDangerousSpecimen: false,
        couldBeTold: true,
        decision: 'gather',
        ...on.wanted
      }
    ])
  );
const aprilDays = (count: number) =>
  Array.from({ length: count }, (_, i) => `2027-04-${String(10 + i).padStart(2, '0')}`);

describe('readiness', () => {
  it('is reached by ten clean days on three pairs, and not before thirty dangerous plants were shown', () => {
    expect(readinessFor(pairs, practice(aprilDays(10)), today).isReady).toBe(true);
    const nine = readinessFor(pairs, practice(aprilDays(9)), today);
    expect(nine).toMatchObject({ isReady: false, shown: 27, areClean: true, takesEnough: true });
    expect(missingTo(nine, ({ lookalike }) => lookalike)).toEqual([
      '3 more questions with a dangerous plant.'
    ]);
  });

  it('is not reached by always leaving: that gathers nothing dangerous, and nothing at all', () => {
    const always = { outcome: 'left', decision: 'look further' } as const;
    const readiness = readinessFor(
      pairs,
      practice(aprilDays(12), { dangerous: always, wanted: always }),
      today
    );
    expect(readiness).toMatchObject({ isSafe: true, areClean: true, takesEnough: false, isReady: false });
    expect(missingTo(readiness, ({ lookalike }) => lookalike)[0]).toMatch(/always leaving is no skill/);
  });

  it('is lost by a dangerous gather until the pair is clean again over three days', () => {
    const slip = practice(['2027-04-22'], { dangerous: { outcome: 'dangerous gather', decision: 'gather' } });
    const answers = [...practice(aprilDays(12)), ...slip];
    expect(readinessFor(pairs, answers, today).areClean).toBe(false);
    const after = practice(['2027-04-23', '2027-04-24', '2027-04-25']);
    expect(readinessFor(pairs, [...answers, ...after], '2027-04-25').areClean).toBe(true);
  });

  it('asks for more where gathering is unsupervised, and of a brief with few pairs', () => {
    const answers = practice(aprilDays(12));
    expect(readinessFor(pairs, answers, today, true).isReady).toBe(false);
    expect(
      readinessFor(
        pairs,
        practice(aprilDays(14).concat('2027-04-24', '2027-04-25', '2027-04-26', '2027-04-27')),
        '2027-04-27',
        true
      ).isReady
    ).toBe(true);
    expect(readinessFor(pairs.slice(0, 1), answers, today).isSafe).toBe(false);
  });

  it('knows a pair only at its stages, and forgets what is older than sixty days', () => {
    const answers = practice(aprilDays(10));
    const inFruit = pairs.map((pair) => ({
      ...pair,
      targetStage: 'fruit' as const,
      lookalikeStage: 'fruit' as const
    }));
    expect(readinessFor(inFruit, answers, today)).toMatchObject({ shown: 0, isReady: false });
    expect(readinessFor(pairs, answers, '2027-07-01').isReady).toBe(false);
  });

  it('never says ready with a dangerous gather among the latest, whatever else', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 14 }), (clean, before) => {
        const slip = practice(['2027-04-24'], {
          dangerous: { outcome: 'dangerous gather', decision: 'gather' }
        });
        const answers = [
          ...practice(aprilDays(before)),
          ...slip,
          ...practice(Array(clean).fill('2027-04-24'))
        ];
        expect(readinessFor(pairs, answers, today).isReady).toBe(false);
      })
    );
  });
});

describe('the ladder to a sign-off', () => {
  const result = (on: string, more: Partial<LivingResult> = {}): LivingResult => ({
    pair: 'a~x',
    stage: 'leaf',
    step: 'shown',
    outcome: 'right',
    on,
    plant: 'by the gate',
    by: 'Somebody',
    ...more
  });
  const drills = { isMet: true, isToldApart: true };
  const rung = (results: LivingResult[], at = today, of = drills) => ladderState(results, of, at, 12).rung;

  it('goes from met over drills and a living plant to the sign-off', () => {
    expect(rung([], today, { isMet: false, isToldApart: false })).toBe('not met');
    expect(rung([], today, { isMet: true, isToldApart: false })).toBe('met');
    expect(rung([])).toBe('told apart in drills');
    expect(rung([result('2027-04-01')])).toBe('shown on a living plant');
    expect(rung([result('2027-04-01'), result('2027-04-01', { step: 'signed off' })])).toBe('signed off');
  });

  it('lapses after its months, and at once when the dangerous one is gathered on a living plant', () => {
    const signed = result('2027-04-01', { step: 'signed off' });
    expect(rung([signed], '2028-03-31')).toBe('signed off');
    expect(ladderState([signed], drills, '2028-04-01', 12)).toMatchObject({
      hasLapsed: true,
      lapsesOn: '2028-04-01'
    });
    expect(rung([signed, result('2027-04-10', { outcome: 'dangerous gather' })])).toBe(
      'told apart in drills'
    );
  });

  it('counts months as people do: a year after a leap day is the last of February', () => {
    expect(monthsLater('2028-02-29', 12)).toBe('2029-02-28');
    expect(monthsLater('2027-08-31', 6)).toBe('2028-02-29');
  });
});
