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

/** Whole days from one date to another; negative where it lies before. @param from YYYY-MM-DD */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

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

/** P(stage on a day of the year, 1–366), by the reference windows or by the season of a site. */
export interface Calendar {
  readonly chance: (taxon: LibraryTaxon, stage: StageDescription, day: number) => number;
  /**
   * The same for what can do harm: never less than it was before anything was seen, so that no sighting takes a
   * dangerous plant out of question.
   */
  readonly chanceOfHarmful: Calendar['chance'];
}

/** The reference windows alone: no shift of site or year is applied. */
export const referenceCalendar: Calendar = {
  chance: (_, stage, day) => stageChance(stage, day),
  chanceOfHarmful: (_, stage, day) => stageChance(stage, day)
};

/** P(stage on a date) for every described stage of a taxon, the likeliest first. */
export function stagesOn(
  taxon: LibraryTaxon,
  isoDate: string,
  chance: Calendar['chance'] = referenceCalendar.chance
): StageChance[] {
  const day = dayOfYear(isoDate);
  return [...taxon.stages.values()]
    .map((description) => ({
      stage: description.stage,
      probability: chance(taxon, description, day)
    }))
    .sort((a, b) => b.probability - a.probability);
}

/** The stages of a taxon that are up on a date. */
export const stagesUp = (taxon: LibraryTaxon, isoDate: string, chance?: Calendar['chance']): StageChance[] =>
  stagesOn(taxon, isoDate, chance).filter(({ probability }) => probability >= stageIsUp);
