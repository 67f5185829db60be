/**
 * What stands in a growing year belongs together: what was counted, taken and seen. It begins in midwinter, on 1 January,
 * and on 1 July south of the equator, where a season runs over the new year.
 */

/** The year in which the growing year of a date began. @param latitude in degrees, negative in the south */
export const growingYear = (isoDate: string, latitude: number): number =>
  Number(isoDate.slice(0, 4)) - (latitude < 0 && isoDate.slice(5) < '07-01' ? 1 : 0);

/** How it is called: "2027", and "2026/27" where it runs over the new year. */
export const growingYearName = (year: number, latitude: number): string =>
  latitude < 0 ? `${year}/${String((year + 1) % 100).padStart(2, '0')}` : String(year);

/** The first day of the growing year of a date, YYYY-MM-DD. @param latitude in degrees, negative in the south */
export const growingYearBegins = (isoDate: string, latitude: number): string =>
  `${growingYear(isoDate, latitude)}-${latitude < 0 ? '07' : '01'}-01`;

/** The last day of the growing year of a date, YYYY-MM-DD. @param latitude in degrees, negative in the south */
export const growingYearEnds = (isoDate: string, latitude: number): string =>
  latitude < 0 ? `${growingYear(isoDate, latitude) + 1}-06-30` : `${isoDate.slice(0, 4)}-12-31`;
