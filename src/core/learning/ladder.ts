import type { Stage } from '../knowledge';
import type { Outcome } from './outcome';

/** How far a learner has come with a pair at a stage: the ladder up to the sign-off of an instructor. */

export const rungs = [
  'not met',
  'met',
  'told apart in drills',
  'shown on a living plant',
  'signed off'
] as const;
export type Rung = (typeof rungs)[number];

export const livingSteps = ['shown', 'signed off'] as const;

/** What happened on a living plant: shown by the learner, or signed off by an instructor. */
export interface LivingResult {
  readonly pair: string;
  readonly stage: Stage | string;
  readonly step: (typeof livingSteps)[number];
  readonly outcome: Outcome;
  /** Local date, YYYY-MM-DD. */
  readonly on: string;
  readonly plant: string;
  readonly by: string;
}

export interface LadderState {
  readonly rung: Rung;
  /** The sign-off that holds, or the last one that has lapsed. */
  readonly signOff: LivingResult | undefined;
  /** The first day on which the sign-off no longer holds. */
  readonly lapsesOn: string | undefined;
  readonly hasLapsed: boolean;
}

/** The same day some months later; the last of a shorter month where there is no such day. */
export function monthsLater(isoDate: string, months: number): string {
  const [year, month, day] = isoDate.split('-').map(Number) as [number, number, number];
  const last = new Date(Date.UTC(year, month - 1 + months + 1, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1 + months, Math.min(day, last))).toISOString().slice(0, 10);
}

/**
 * The rung on which a learner stands with a pair at a stage. What was signed off lapses after some months, and at
 * once when the learner gathers the dangerous one on a living plant; what was shown stands while the last time was
 * right.
 * @param results of that pair and stage, in order of their dates
 * @param drills whether the pair was met in drills at that stage, and is told apart there
 */
export function ladderState(
  results: readonly LivingResult[],
  drills: { readonly isMet: boolean; readonly isToldApart: boolean },
  today: string,
  months: number
): LadderState {
  const past = results.filter(({ on }) => on <= today);
  const lastError = past.findLastIndex(
    ({ outcome }) => outcome === 'dangerous gather' || outcome === 'missed'
  );
  const signOff = past.findLast(({ step }) => step === 'signed off');
  const lapsesOn = signOff && monthsLater(signOff.on, months);
  const isRefuted = signOff !== undefined && past.lastIndexOf(signOff) < lastError;
  const hasLapsed = signOff !== undefined && (isRefuted || lapsesOn! <= today);
  const isShown = past.slice(lastError + 1).some(({ outcome }) => outcome === 'right');
  return {
    rung:
      signOff && !hasLapsed
        ? 'signed off'
        : isShown
          ? 'shown on a living plant'
          : drills.isToldApart
            ? 'told apart in drills'
            : drills.isMet || past.length > 0
              ? 'met'
              : 'not met',
    signOff,
    lapsesOn,
    hasLapsed
  };
}
