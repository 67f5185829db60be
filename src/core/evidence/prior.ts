import type { Window } from '../knowledge';
import { type Calendar, dayOfYear, stageChance } from '../season';
import type { Matrix } from './matrix';
import { type Abundance, abundanceShare, leastStageProbability, unrecordedShare } from './rating';

/** P(stage) of a taxon that is no danger is never taken to be smaller: a prior excludes nothing. */
export const leastHarmlessStage = 0.002;
/**
 * How much a taxon's chance falls where its habitats are not those of the site: a dangerous one hardly, since it is
 * looked for before the place is, but where five of them fit alike the one of this place is to be named first.
 */
export const outOfPlace = { harmless: 0.2, dangerous: 0.5 };
/** Chance, before anything is seen, that the plant is something not on the list. */
export const priorOfOther = 0.05;

/** A dangerous stage keeps its floor for so many days before and after its windows: seasons differ, not by half a year. */
const floorDays = 30;
const daysOfYear = 365;
const isNear = ([start, , , end]: Window, day: number): boolean => {
  const length = (end - start + daysOfYear) % daysOfYear;
  const after = (day - start + floorDays + daysOfYear) % daysOfYear;
  return after <= length + 2 * floorDays;
};

/** Where and when one looks. Without stated habitats every habitat is plausible. */
export interface Circumstance {
  readonly isoDate: string;
  readonly habitats: readonly string[];
  readonly abundance: ReadonlyMap<string, Abundance>;
  /** The site's own season, by which a dangerous plant may be there earlier or later; the prior goes by the usual dates. */
  readonly calendar?: Calendar;
}

/**
 * Prior over the candidates: abundance at the site × P(stage on the date), with floors, so that nothing is
 * ever excluded. A dangerous taxon loses little by standing outside its usual habitats.
 * @returns one share per candidate of the matrix, summing to 1 − priorOfOther
 */
export function priorOf(matrix: Matrix, { isoDate, habitats, abundance }: Circumstance): Float64Array {
  const prior = new Float64Array(matrix.candidates.length);
  const day = dayOfYear(isoDate);
  let sum = 0;
  matrix.taxa.forEach((taxon, t) => {
    const logged = abundance.get(taxon.slug);
    const share = logged ? abundanceShare[logged] : unrecordedShare;
    const fits = habitats.length === 0 || taxon.habitats.some((habitat) => habitats.includes(habitat));
    for (let j = matrix.firstOf[t]!; j < matrix.firstOf[t + 1]!; j += 1) {
      const isDangerous = matrix.dangerous[j] === 1;
      const { stage: candidate } = matrix.candidates[j]!;
      const keepsFloor = isDangerous && candidate.windows.some((window) => isNear(window, day));
      const least = keepsFloor ? leastStageProbability : leastHarmlessStage;
      const stage = Math.max(stageChance(candidate, day), least);
      const place = fits || logged ? 1 : isDangerous ? outOfPlace.dangerous : outOfPlace.harmless;
      prior[j] = share * stage * place;
      sum += prior[j]!;
    }
  });
  for (let j = 0; j < prior.length; j += 1) prior[j] = (prior[j]! * (1 - priorOfOther)) / sum;
  return prior;
}
