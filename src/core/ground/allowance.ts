import type { AllowanceRule } from '../knowledge';

/** How many pieces a patch may give in one calendar year, and what speaks against taking any. */

export interface Stand {
  readonly mayPick: boolean;
  /** The only patch of it on the site gives nothing, whatever there is. */
  readonly isOnlyPatch: boolean;
  readonly squareMetres: number | undefined;
  /** What is surely there: the lower end of the census; undefined where nothing was counted this year or the last. */
  readonly low: number | undefined;
  /** The year of that census. */
  readonly countedIn?: number | undefined;
  /** Share of what was counted that the rule leaves alone; undefined where it was not noted. */
  readonly exemptShare: number | undefined;
  /** Pieces taken this calendar year, plants lifted to be shown among them. */
  readonly taken: number;
  /** Pieces that planned walks of this year mean to take. */
  readonly reserved: number;
  /** The last year before this one in which something was taken. */
  readonly takenBefore: number | undefined;
  readonly year: number;
  /** Why nothing may be taken now: what happened on the ground, in words. */
  readonly closed: string | undefined;
}

export type Allowance =
  | {
      readonly kind: 'pieces';
      /** For the whole year, before anything is taken off. */
      readonly whole: number;
      /** Never below 0. */
      readonly left: number;
      /** The year before, whose census stands in until somebody counts again. */
      readonly carriedFrom?: number;
    }
  /** Abundant: no figure, but the ledger is kept. */
  | { readonly kind: 'to need' }
  | { readonly kind: 'none'; readonly why: string }
  /** Something has to be found out first. */
  | { readonly kind: 'unknown'; readonly why: string };

/** So much of what stood there last year is taken to stand there still (a cautious choice, no source). */
const ofLastYear = 0.5;

export function allowanceOf(rule: AllowanceRule | undefined, stand: Stand): Allowance {
  const none = (why: string): Allowance => ({ kind: 'none', why });
  const unknown = (why: string): Allowance => ({ kind: 'unknown', why });
  if (!stand.mayPick) return none('There is no leave to pick here.');
  if (!rule) return none('The library has no allowance rule for it.');
  if (stand.closed) return none(stand.closed);
  if (stand.isOnlyPatch) return none('It is the only patch of it on the site.');
  if (rule.restYears && stand.takenBefore !== undefined && stand.year - stand.takenBefore <= rule.restYears)
    return none(
      `It rests: something was taken in ${stand.takenBefore}, and the rule gives it ${rule.restYears === 1 ? 'a year' : `${rule.restYears} years`} off.`
    );
  if (rule.leastSquareMetres !== undefined) {
    if (stand.squareMetres === undefined)
      return unknown(
        `The rule asks for a patch of ${rule.leastSquareMetres} m² or more: note how large it is.`
      );
    if (stand.squareMetres < rule.leastSquareMetres)
      return none(
        `The patch has ${Math.round(stand.squareMetres)} m², and the rule asks for ${rule.leastSquareMetres} m² or more.`
      );
  }
  if (rule.fraction === 'to need') return { kind: 'to need' };
  if (stand.low === undefined)
    return unknown(`Count it first: there is no census of ${stand.year}, nor of the year before.`);
  if (rule.exempt && stand.exemptShare === undefined)
    return unknown(`Note with the census which share of it is left alone: ${rule.exempt}.`);
  const isOld = stand.countedIn !== undefined && stand.countedIn !== stand.year;
  const surely = stand.low * (isOld ? ofLastYear : 1);
  const whole = Math.floor(rule.fraction * surely * (1 - (stand.exemptShare ?? 0)) * rule.pieces + 1e-9);
  return {
    kind: 'pieces',
    whole,
    left: Math.max(0, whole - stand.taken - stand.reserved),
    ...(isOld && { carriedFrom: stand.countedIn })
  };
}

/** What earlier groups gathered at one time, where it was noted how many they were and how long they took. */
export interface Picking {
  readonly pieces: number;
  readonly people: number;
  readonly minutes: number;
}

/** Pieces that a person gathers in a minute, from what was noted; undefined where nothing was. */
export function gatheringPace(pickings: readonly Picking[]): number | undefined {
  const time = pickings.reduce((sum, { people, minutes }) => sum + people * minutes, 0);
  return time > 0 ? pickings.reduce((sum, { pieces }) => sum + pieces, 0) / time : undefined;
}
