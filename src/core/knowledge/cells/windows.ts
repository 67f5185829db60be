import { z } from 'zod';
import { Window } from '../schema';
import { type CellKind, type Read } from './kind';

/** Day of the year (1–366) as "5 Mar", in a year that is no leap year. */
export const dayInWords = (day: number): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(
    new Date(Date.UTC(2027, 0, day))
  );

/** A window: "5 Mar to 5 May, from 4 Feb, until 14 Jun". */
const windowInWords = ([start, peakFrom, peakTo, end]: Window): string =>
  `${dayInWords(peakFrom)} to ${dayInWords(peakTo)}, first ${dayInWords(start)}, last ${dayInWords(end)}`;

const monthNames = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Day of the year of "5 Mar" or "5 March". */
function dayFrom(text: string): number | undefined {
  const [, day, month] = /^(\d{1,2})\s+([a-z]{3})[a-z]*\.?$/i.exec(text.trim()) ?? [];
  const at = monthNames.indexOf(month?.toLowerCase() ?? '');
  if (!day || at < 0) return undefined;
  const date = new Date(Date.UTC(2027, at, Number(day)));
  return date.getUTCMonth() === at
    ? Math.round((date.getTime() - Date.UTC(2026, 11, 31)) / 86_400_000)
    : undefined;
}

/** Windows as they are typed, one a line: "4 Feb, 6 Mar, 5 May, 14 Jun". */
function windowsFrom(text: string): Read {
  const found: Window[] = [];
  for (const line of text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)) {
    const days = line.split(',').map(dayFrom);
    if (days.length !== 4 || days.includes(undefined))
      return {
        problem: `“${line}” should read like “4 Feb, 6 Mar, 5 May, 14 Jun”: first day, full from, full until, last day`
      };
    found.push(days as Window);
  }
  return found.length > 0 ? { value: found } : { problem: 'Write one line for each time of the year.' };
}

export const windowsText = (all: readonly Window[]): string =>
  all.map((days) => days.map(dayInWords).join(', ')).join('\n');

/** When a stage is up; without it there is no such stage. */
export const windows: CellKind<Window[]> = {
  isRegional: true,
  schema: z.array(Window).min(1),
  words: (all) => all.map(windowInWords).join('; '),
  /** Both times of the year. */
  stricter: (own, base) => [...(own ?? []), ...base],
  read: (filled) => windowsFrom(filled.text('text'))
};
