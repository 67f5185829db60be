import { DateTime } from 'luxon';

/** The date that an instant has in a time zone, YYYY-MM-DD. */
export const dateIn = (timeZone: string, instant: Date): string =>
  DateTime.fromJSDate(instant, { zone: timeZone }).toISODate()!;
