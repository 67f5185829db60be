/** Dates as people write them. A walk's date is a local date: it is never shifted by a time zone. */

const format = (options: Intl.DateTimeFormatOptions) => {
  const formatter = new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' });
  return (isoDate: string) => formatter.format(new Date(`${isoDate}T12:00:00Z`));
};

/** Sat 24 April 2027 */
export const longDate = (isoDate: string): string =>
  format({ weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' })(isoDate).replace(',', '');

/** 24 April */
export const dayAndMonth: (isoDate: string) => string = format({ day: 'numeric', month: 'long' });

/** 24 April 2027 */
export const plainDate: (isoDate: string) => string = format({
  day: 'numeric',
  month: 'long',
  year: 'numeric'
});

/** 24 April, and of another year than the day that it is read on with that year. */
export const dayReadOn = (isoDate: string, today: string): string =>
  isoDate.slice(0, 4) === today.slice(0, 4)
    ? dayAndMonth(isoDate)
    : `${dayAndMonth(isoDate)} ${isoDate.slice(0, 4)}`;

/** The month of a day of the year, 1 to 366. */
export const monthOf = (day: number): string =>
  format({ month: 'long' })(new Date(Date.UTC(2027, 0, day)).toISOString().slice(0, 10));

/** An instant as a local date and time of a zone. */
export const localMoment = (instant: Date, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone }).format(instant);

/** Sat 24 April */
export const weekdayAndDay = (isoDate: string): string =>
  format({ weekday: 'short', day: 'numeric', month: 'long' })(isoDate).replace(',', '');

/** 6 to 26 June, or 28 May to 3 June. */
export const dayRange = (from: string, to: string): string =>
  from.slice(0, 7) === to.slice(0, 7)
    ? `${Number(from.slice(8))} to ${dayAndMonth(to)}`
    : `${dayAndMonth(from)} to ${dayAndMonth(to)}`;
