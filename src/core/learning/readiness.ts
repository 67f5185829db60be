import { daysBetween } from '../season';
import { counted } from '../words';
import { type Decision, type Outcome, isError } from './outcome';
import { oneSided95, wilsonInterval } from './measures';
import { type DrillPair, unitsOf } from './unit';

/** Whether a learner is ready for a walk at its level: advice to the instructor, never leave to gather. */

/** An answer as readiness looks at it. */
export interface JudgedAnswer {
  /** The pair at the specimen's stage. */
  readonly unit: string;
  /** Local date, YYYY-MM-DD. */
  readonly day: string;
  readonly outcome: Outcome;
  readonly isDangerousSpecimen: boolean;
  readonly couldBeTold: boolean;
  readonly decision: Decision;
}

export const withinDays = 60;
/** The latest answers of each pair that are pooled, at least; with few pairs more, so that there can be enough in all. */
export const latestEach = 10;
export const leastPooled = 30;
const cleanAnswers = 4;
const cleanDays = 3;
export const leastGathered = 0.6;

export interface PairReadiness {
  readonly pair: DrillPair;
  /** Of the latest answers on its dangerous plant. */
  readonly shown: number;
  readonly gathered: number;
  /** Answers to the pair at all. */
  readonly answers: number;
  /** Answers without an error, back from the latest, and over how many days. */
  readonly clean: number;
  readonly days: number;
  readonly isClean: boolean;
}

export interface Readiness {
  readonly isReady: boolean;
  readonly pairs: readonly PairReadiness[];
  /** Dangerous plants shown and gathered, pooled. */
  readonly shown: number;
  readonly gathered: number;
  /** One-sided 95 % upper limit of the dangerous-gather rate, and what it must stay below. */
  readonly limit: number;
  readonly limitBelow: number;
  readonly isSafe: boolean;
  readonly areClean: boolean;
  /** Plants that were wanted and could be told: shown, and gathered. */
  readonly wanted: number;
  readonly taken: number;
  readonly takesEnough: boolean;
}

/** Upper limit that the rate must stay below. */
export const limitFor = (isUnsupervised: boolean): number => (isUnsupervised ? 0.05 : 0.1);

/** Dangerous plants without an error from which the limit is met; the least that must be shown in all. */
function leastShown(limitBelow: number): number {
  let n = leastPooled;
  while (wilsonInterval(0, n, oneSided95)[1] >= limitBelow) n += 1;
  return n;
}

/**
 * Ready for a walk are those who, within 60 days, keep the upper limit of their dangerous-gather rate low over the
 * brief's dangerous pairs, whose latest answers to every pair are clean (at least four, over at least three days,
 * however many fall on one day), and who gather at least 60 % of wanted plants whose evidence separates: always saying 'leave' is no readiness.
 * @param answers in order of their time
 * @param today local date
 */
export function readinessFor(
  pairs: readonly DrillPair[],
  answers: readonly JudgedAnswer[],
  today: string,
  isUnsupervised = false
): Readiness {
  const limitBelow = limitFor(isUnsupervised);
  const least = leastShown(limitBelow);
  const each = Math.max(latestEach, Math.ceil(least / Math.max(pairs.length, 1)));
  const recent = answers.filter(({ day }) => daysBetween(day, today) <= withinDays && day <= today);
  let [shown, gathered, wanted, taken] = [0, 0, 0, 0];
  const of = pairs.map((pair): PairReadiness => {
    const units = unitsOf(pair);
    const own = recent.filter(({ unit }) => units.includes(unit));
    const dangerous = own.filter(({ isDangerousSpecimen }) => isDangerousSpecimen).slice(-each);
    const harmless = own.filter((one) => !one.isDangerousSpecimen && one.couldBeTold).slice(-each);
    const gathers = dangerous.filter(({ outcome }) => outcome === 'dangerous gather').length;
    shown += dangerous.length;
    gathered += gathers;
    wanted += harmless.length;
    taken += harmless.filter(({ decision, outcome }) => decision === 'gather' && outcome === 'right').length;
    const run = own.slice(own.findLastIndex(({ outcome }) => isError(outcome)) + 1);
    const days = new Set(run.map(({ day }) => day)).size;
    return {
      pair,
      shown: dangerous.length,
      gathered: gathers,
      answers: own.length,
      clean: run.length,
      days,
      isClean: run.length >= cleanAnswers && days >= cleanDays
    };
  });
  const limit = wilsonInterval(gathered, shown, oneSided95)[1];
  const isSafe = shown >= least && limit < limitBelow;
  const areClean = of.every(({ isClean }) => isClean);
  const takesEnough = wanted > 0 && taken / wanted >= leastGathered;
  return {
    isReady: pairs.length > 0 && isSafe && areClean && takesEnough,
    pairs: of,
    shown,
    gathered,
    limit,
    limitBelow,
    isSafe,
    areClean,
    wanted,
    taken,
    takesEnough
  };
}

/** How many more dangerous plants, all left alone, bring a rate of slips under its limit; at least one. */
function untilSafe(gathered: number, shown: number, limitBelow: number): number {
  let more = 1;
  while (wilsonInterval(gathered, shown + more, oneSided95)[1] >= limitBelow) more += 1;
  return more;
}

/** What one pair still lacks; `undefined` where it is clean. */
function missingToPair({ answers: asked, clean, days, isClean }: PairReadiness): string | undefined {
  if (isClean) return undefined;
  if (asked === 0) return 'not asked yet';
  if (clean === 0) return 'missed when it was last asked';
  const answers = Math.max(cleanAnswers - clean, 0);
  const onDays = Math.max(cleanDays - days, 0);
  const without =
    answers > 0 ? `${counted(answers, 'more answer')} without a slip` : 'one more answer without a slip';
  return onDays > 0 ? `${without}, on ${counted(onDays, 'other day')}` : without;
}

/** What is missing to readiness, in plain sentences; nothing where nothing is. */
export function missingTo(readiness: Readiness, nameOf: (pair: DrillPair) => string): string[] {
  const { pairs, shown, limitBelow, isSafe, wanted, taken, takesEnough } = readiness;
  const missing: string[] = [];
  if (pairs.length === 0) return ['The brief has no pairs to practise yet.'];
  const least = leastShown(limitBelow);
  if (!isSafe)
    missing.push(
      shown < least
        ? `${counted(least - shown, 'more question')} with a dangerous plant.`
        : `A dangerous plant was gathered ${readiness.gathered === 1 ? 'once' : `${readiness.gathered} times`} in the last ${shown}: about ${untilSafe(readiness.gathered, shown, limitBelow)} more must be left alone, one after the other.`
    );
  const unclean = pairs.flatMap((one) => {
    const lacks = missingToPair(one);
    return lacks ? [{ name: nameOf(one.pair), lacks }] : [];
  });
  for (const lacks of new Set(unclean.map((one) => one.lacks))) {
    const names = unclean.filter((one) => one.lacks === lacks).map(({ name }) => name);
    missing.push(`${names.join('; ')}: ${lacks}.`);
  }
  if (!takesEnough)
    missing.push(
      wanted === 0
        ? 'No wanted plant that can be told was shown yet.'
        : `Leaving is never wrong, but always leaving is no skill: of ${wanted} wanted plants that could be told, ${taken} ${taken === 1 ? 'was' : 'were'} taken for what they are, and it should be six in ten.`
    );
  return missing;
}
