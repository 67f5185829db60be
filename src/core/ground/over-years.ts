import { growingYear, growingYearName } from '../season';
import { type Census, type CensusResult, censusResult } from './census';

/** One growing year of a patch. */
export interface YearOfPatch {
  readonly year: number;
  /** "2027", or "2026/27" south of the equator. */
  readonly name: string;
  /** By the last census of the year; undefined where nobody counted. */
  readonly counted: CensusResult | undefined;
  /** Pieces that were taken. */
  readonly taken: number;
}

/**
 * How a patch has stood over the years, from the first in which it was counted or taken from to this one, none left out.
 * @param censuses of what is counted together, the latest first
 * @param gatherings of the same
 * @param latitude in degrees, negative in the south
 */
export function overYears(
  censuses: readonly { readonly countedOn: string; readonly body: Census }[],
  gatherings: readonly { readonly gatheredOn: string; readonly pieces: number }[],
  latitude: number,
  today: string
): YearOfPatch[] {
  const yearOf = (isoDate: string) => growingYear(isoDate, latitude);
  const now = yearOf(today);
  const first = Math.min(
    now,
    ...censuses.map(({ countedOn }) => yearOf(countedOn)),
    ...gatherings.map(({ gatheredOn }) => yearOf(gatheredOn))
  );
  return Array.from({ length: now - first + 1 }, (_, i) => {
    const year = first + i;
    const census = censuses.find(({ countedOn }) => yearOf(countedOn) === year);
    return {
      year,
      name: growingYearName(year, latitude),
      counted: census && censusResult(census.body),
      taken: gatherings
        .filter(({ gatheredOn }) => yearOf(gatheredOn) === year)
        .reduce((sum, { pieces }) => sum + pieces, 0)
    };
  });
}
