import type { MeetingInCourse } from './course';
import { type LivingResult, ladderState } from './ladder';

/** What a certificate of taking part says: of meetings, and of living plants; nothing of drawings. */
export interface Certificate {
  readonly attended: readonly Pick<MeetingInCourse, 'name' | 'isoDate' | 'taxa'>[];
  readonly missed: number;
  /** Meetings of which nothing was recorded: nobody can say who was there. */
  readonly unrecorded: number;
  /** Signed off, with the first day on which it no longer holds. */
  readonly signedOff: readonly { readonly result: LivingResult; readonly lapsesOn: string }[];
  /** Shown right on a living plant the last time, and not signed off. */
  readonly shown: readonly LivingResult[];
  /** Pairs of the course, each at its stage, that were not shown, or are not any more. */
  readonly open: readonly { readonly pair: string; readonly stage: string; readonly hasLapsed: boolean }[];
}

/**
 * @param meetings of the course
 * @param units pairs that the course's briefs held, each at a stage
 * @param results of that person on living plants, in order of their dates
 * @param months for which a sign-off holds
 */
export function certificateOf(
  person: string,
  meetings: readonly MeetingInCourse[],
  units: readonly { readonly pair: string; readonly stage: string }[],
  results: readonly LivingResult[],
  today: string,
  months: number
): Certificate {
  const past = meetings.filter(({ isoDate }) => isoDate <= today);
  const recorded = past.filter(({ isRecorded }) => isRecorded);
  const attended = recorded.filter(({ attendance }) =>
    ['here', 'late'].includes(attendance.get(person) ?? '')
  );
  const keyOf = (one: { readonly pair: string; readonly stage: string }) => `${one.pair}@${one.stage}`;
  const all = new Map(
    [...units, ...results].map((one) => [keyOf(one), { pair: one.pair, stage: one.stage }])
  );
  const states = [...all].map(([key, unit]) => ({
    unit,
    own: results.filter((one) => keyOf(one) === key && one.on <= today),
    ladder: ladderState(
      results.filter((one) => keyOf(one) === key),
      { isMet: false, isToldApart: false },
      today,
      months
    )
  }));
  const on = (rung: (typeof states)[number]['ladder']['rung']) =>
    states.filter(({ ladder }) => ladder.rung === rung);
  return {
    attended: attended.map(({ name, isoDate, taxa }) => ({ name, isoDate, taxa })),
    missed: recorded.length - attended.length,
    unrecorded: past.length - recorded.length,
    signedOff: on('signed off').map(({ ladder }) => ({
      result: ladder.signOff!,
      lapsesOn: ladder.lapsesOn!
    })),
    shown: on('shown on a living plant').map(({ own }) =>
      own.findLast(({ outcome }) => outcome === 'right')!
    ),
    open: states
      .filter(({ ladder }) => !['signed off', 'shown on a living plant'].includes(ladder.rung))
      .map(({ unit, ladder }) => ({ ...unit, hasLapsed: ladder.hasLapsed }))
  };
}
