import { addDays, daysBetween } from './phenology';

/** Warmth as degree days, from daily extremes of temperature: a second opinion on how far spring has come. */

export interface DayOfWarmth {
  /** YYYY-MM-DD */
  readonly on: string;
  /** In °C. */
  readonly min: number;
  readonly max: number;
}

export const degreeDayMethods = ['single sine', 'average'] as const;
export type DegreeDayMethod = (typeof degreeDayMethods)[number];

/**
 * Degree days of one day above a base, in °C·d.
 *
 * Average: max(0, (max + min)/2 − base). Single sine (Baskerville & Emin 1969): the area under a sine through the
 * two extremes that lies above the base, so that a warm noon counts after a cold night.
 */
export function degreeDays(
  { min, max }: Pick<DayOfWarmth, 'min' | 'max'>,
  base: number,
  method: DegreeDayMethod
): number {
  const mean = (max + min) / 2;
  if (method === 'average') return Math.max(0, mean - base);
  if (max <= base) return 0;
  if (min >= base) return mean - base;
  const half = (max - min) / 2;
  const theta = Math.asin((base - mean) / half);
  return ((mean - base) * (Math.PI / 2 - theta) + half * Math.cos(theta)) / Math.PI;
}

/** Days without figures up to this many are bridged by the mean of the days on both sides. */
export const bridgedDays = 5;

const aYearAfter = (isoDate: string): string => `${Number(isoDate.slice(0, 4)) + 1}${isoDate.slice(4)}`;

export interface WarmthYear {
  /** Its first day. */
  readonly from: string;
  /** Sum since the first day at the end of each; [0] for the first; ends before a gap that is too long. */
  readonly sums: readonly number[];
  /** Days that were bridged. */
  readonly bridged: number;
  /** The first day of a gap that is too long, where there is one. */
  readonly stopsAt: string | undefined;
}

/** The sums of the year that begins on a day, as far as its figures go without too long a gap. */
export function warmthYear(
  days: ReadonlyMap<string, DayOfWarmth>,
  from: string,
  base: number,
  method: DegreeDayMethod
): WarmthYear {
  const own = (isoDate: string) => {
    const day = days.get(isoDate);
    return day && degreeDays(day, base, method);
  };
  const last = [...days.keys()]
    .filter((isoDate) => isoDate >= from && isoDate < aYearAfter(from))
    .sort()
    .at(-1);
  const sums: number[] = [];
  let [sum, bridged, before] = [0, 0, undefined as number | undefined];
  if (!last) return { from, sums, bridged, stopsAt: undefined };
  for (let isoDate = from; isoDate <= last;) {
    const here = own(isoDate);
    if (here !== undefined) {
      sum += here;
      sums.push(sum);
      before = here;
      isoDate = addDays(isoDate, 1);
      continue;
    }
    let gap = 1;
    while (gap <= bridgedDays && own(addDays(isoDate, gap)) === undefined) gap += 1;
    const after = own(addDays(isoDate, gap));
    if (gap > bridgedDays || after === undefined || before === undefined)
      return { from, sums, bridged, stopsAt: isoDate };
    for (let i = 0; i < gap; i += 1) {
      sum += (before + after) / 2;
      sums.push(sum);
    }
    bridged += gap;
    isoDate = addDays(isoDate, gap);
  }
  return { from, sums, bridged, stopsAt: undefined };
}

/** The mean of the sums of some years, day by day, over those that reach the day. At least two are needed. */
export function meanOfYears(years: readonly WarmthYear[]): number[] {
  const mean: number[] = [];
  for (let d = 0; d < 365; d += 1) {
    const at = years.map(({ sums }) => sums[d]).filter((sum) => sum !== undefined);
    if (at.length < 2) break;
    mean.push(at.reduce((a, b) => a + b, 0) / at.length);
  }
  return mean;
}

/**
 * By how many days a year is ahead of the mean on its latest day (negative: behind): the mean had the same sum
 * that many days later.
 */
export function daysAhead(
  { from, sums }: WarmthYear,
  mean: readonly number[],
  isoDate: string
): number | undefined {
  const at = Math.min(sums.length, daysBetween(from, isoDate) + 1) - 1;
  const sum = sums[at];
  if (sum === undefined || sum <= 0) return undefined;
  const same = mean.findIndex((one) => one >= sum);
  if (same < 0) return undefined;
  const before = mean[same - 1] ?? 0;
  const part = mean[same]! > before ? (sum - before) / (mean[same]! - before) : 1;
  return Math.round(same - 1 + part - at);
}
