import { DateTime } from 'luxon';
import { type SkyPlace, type Tide, sunOf, shoreWindows } from '../sky';
import type { DayRules, Span } from './choose-day';

/** What a school asks of a day, and what its sites and diary say: plain data. */
export interface DayCircumstances {
  readonly timeZone: string;
  /** Undefined where the site's map is not drawn yet: daylight is not known then. */
  readonly place: SkyPlace | undefined;
  readonly minutes: number;
  readonly hours: Span;
  readonly weekdays: readonly number[];
  /** Days given away, both ends included. */
  readonly diary: readonly { readonly from: string; readonly until: string; readonly what: string }[];
  readonly shoreBelowMetres: number | undefined;
}

/**
 * The rules for a period. Light is worked out a day at a time as it is asked for; the tide at once.
 * @param tide where the site has a shore that is to be walked
 * @param from first date @param days how many
 */
export function dayRules(
  circumstances: DayCircumstances,
  tide: Tide | undefined,
  from: string,
  days: number
): DayRules {
  const { timeZone, place, minutes, hours, weekdays, diary, shoreBelowMetres } = circumstances;
  const midnight = (isoDate: string) => DateTime.fromISO(isoDate, { zone: timeZone });
  const minutesOn = (isoDate: string, at: Date) =>
    Math.round((at.getTime() - midnight(isoDate).toMillis()) / 60_000);
  const shore = new Map<string, Span[]>();
  if (tide && shoreBelowMetres !== undefined) {
    const start = midnight(from);
    for (const { lowest, ...open } of shoreWindows(
      tide,
      start.toJSDate(),
      start.plus({ days }).toJSDate(),
      shoreBelowMetres
    )) {
      const isoDate = DateTime.fromJSDate(lowest.at, { zone: timeZone }).toISODate()!;
      const span = { from: minutesOn(isoDate, open.from), until: minutesOn(isoDate, open.until) };
      shore.set(isoDate, [...(shore.get(isoDate) ?? []), span]);
    }
  }
  return {
    minutes,
    hours,
    weekdays,
    daylight: (isoDate) => {
      if (!place) return undefined;
      const { sunrise, sunset, isLightAllDay } = sunOf(isoDate, place);
      if (sunrise && sunset) return { from: minutesOn(isoDate, sunrise), until: minutesOn(isoDate, sunset) };
      return isLightAllDay ? { from: 0, until: 1440 } : { from: 720, until: 720 };
    },
    shore: tide && shoreBelowMetres !== undefined ? (isoDate) => shore.get(isoDate) ?? [] : undefined,
    taken: (isoDate) => diary.find((entry) => entry.from <= isoDate && isoDate <= entry.until)?.what
  };
}
