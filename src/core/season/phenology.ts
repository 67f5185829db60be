import type { LibraryTaxon, Stage, StageDescription, Window } from '../knowledge';

/** A stage counts as up on a date from this probability on. */
export const stageIsUp = 0.05;
/** A stage is teachable, and 'ready now', from this probability on. */
export const stageIsReady = 0.5;

/**
 * Day of the year (1–366) of a local date.
 * @param isoDate YYYY-MM-DD
 */
export function dayOfYear(isoDate: string): number {
  const [year, month, day] = isoDate.split('-').map(Number);
  return Math.round((Date.UTC(year!, month! - 1, day!) - Date.UTC(year!, 0, 0)) / 86_400_000);
}

/** The local date some days later. @param isoDate YYYY-MM-DD */
export function addDays(isoDate: string, days: number): string {
  const [year, month, day] = isoDate.split('-').map(Number);
  return new Date(Date.UTC(year!, month! - 1, day! + days)).toISOString().slice(0, 10);
}

const yearLength = 365;
const forward = (from: number, to: number) => (((to - from) % yearLength) + yearLength) % yearLength;

/**
 * Height of a reference window on a day: rises from start to peak, stays at 1, falls to end.
 * Days are compared modulo the year, so a window may cross the new year.
 * @returns 0–1
 * @example trapezoid([60, 80, 100, 120], 70) === 0.5
 */
export function trapezoid([start, peakFrom, peakTo, end]: Window, day: number): number {
  const rise = forward(start, peakFrom);
  const flat = rise + forward(peakFrom, peakTo);
  const whole = flat + forward(peakTo, end);
  const at = forward(start, day);
  if (at > whole) return 0;
  if (at < rise) return at / rise;
  if (at <= flat) return 1;
  return (whole - at) / (whole - flat);
}

export interface StageChance {
  readonly stage: Stage;
  /** P(stage on the date), from the reference windows alone. */
  readonly probability: number;
}

/** P(stage on a day of the year), from the stage's reference windows alone: 0–1. */
export const stageChance = ({ windows }: StageDescription, day: number): number =>
  windows.reduce((most, window) => Math.max(most, trapezoid(window, day)), 0);

/**
 * P(stage on a date) for every described stage of a taxon, the likeliest first.
 * Reference windows only: no shift of site or year is applied.
 */
export function stagesOn(taxon: LibraryTaxon, isoDate: string): StageChance[] {
  const day = dayOfYear(isoDate);
  return [...taxon.stages.values()]
    .map((description) => ({ stage: description.stage, probability: stageChance(description, day) }))
    .sort((a, b) => b.probability - a.probability);
}

/** The stages of a taxon that are up on a date. */
export const stagesUp = (taxon: LibraryTaxon, isoDate: string): StageChance[] =>
  stagesOn(taxon, isoDate).filter(({ probability }) => probability >= stageIsUp);
