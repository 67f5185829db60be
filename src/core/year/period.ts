import { addDays } from '../season';

/** The parts of a year among whose days one is chosen. */

/** Seasons by the day on which they begin, MM-DD, and the next begins. */
const nextSeason = { '03-01': '06-01', '06-01': '09-01', '09-01': '12-01', '12-01': '03-01' } as const;
type Season = keyof typeof nextSeason;

export const periods = [
  { value: 'year', label: 'The next twelve months' },
  { value: '03-01', label: 'Spring, March to May' },
  { value: '06-01', label: 'Summer, June to August' },
  { value: '09-01', label: 'Autumn, September to November' },
  { value: '12-01', label: 'Winter, December to February' }
] as const satisfies readonly { value: Season | 'year'; label: string }[];
export type Period = (typeof periods)[number]['value'];

/** The season that begins in a year, with its last day. */
function seasonOf(season: Season, year: number): { readonly from: string; readonly until: string } {
  const endsIn = season === '12-01' ? year + 1 : year;
  return { from: `${year}-${season}`, until: addDays(`${endsIn}-${nextSeason[season]}`, -1) };
}

/**
 * From today, a year; or the coming of a season, cut to what is left of it.
 * @param today YYYY-MM-DD
 * @returns its first day, and how many days it has
 */
export function spanOf(period: Period, today: string): { readonly from: string; readonly days: number } {
  if (period === 'year') return { from: today, days: 365 };
  const year = Number(today.slice(0, 4));
  const coming = [year - 1, year, year + 1]
    .map((start) => seasonOf(period, start))
    .find(({ until }) => until >= today)!;
  const from = coming.from < today ? today : coming.from;
  return { from, days: Math.round((Date.parse(coming.until) - Date.parse(from)) / 86_400_000) + 1 };
}

/** What is asked of a day. */
export interface AskedOfADay {
  readonly hoursLong: number;
  /** Minutes of the day between which it is held. */
  readonly opens: number;
  readonly closes: number;
  /** 0 Sunday to 6 Saturday. */
  readonly weekdays: readonly number[];
}

/** Why no day can answer to it; undefined where one can. */
export function problemOfDays({ hoursLong, opens, closes, weekdays }: AskedOfADay): string | undefined {
  if (!(hoursLong > 0 && hoursLong <= 14)) return 'A walk takes between a few minutes and fourteen hours.';
  if (closes - opens < hoursLong * 60) return 'The hours of the day are shorter than the walk.';
  return weekdays.length === 0 ? 'Tick at least one day of the week.' : undefined;
}
