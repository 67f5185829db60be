import type { DayOfWarmth } from '../season';
import { readCsv } from './csv';
import { dialectOf, numberIn } from './dialect';

const mostDays = 15_000;
const isDate = (text: string) => {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const date = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text);
};

/**
 * Reads daily temperatures from CSV with the columns date, min, max in °C, in any order of lines and columns.
 * @returns the days in order, or what is wrong and in which line
 */
export function readWarmth(text: string): { days: DayOfWarmth[] } | { problem: string } {
  const rows = readCsv(text, ['date', 'min', 'max']);
  if ('problem' in rows) return { problem: `The file ${rows.problem}.` };
  if (rows.length === 0) return { problem: 'The file has a heading and no days.' };
  if (rows.length > mostDays) return { problem: `${rows.length} days; ${mostDays} are the most.` };
  // Cells are cut already: what is left to tell is the decimal sign.
  const dialect = dialectOf(
    rows.flatMap(({ cells }) => [cells['min'] ?? '', cells['max'] ?? '']).map((cell) => `;${cell}`)
  );
  if ('problem' in dialect) return dialect;
  const days = new Map<string, DayOfWarmth>();
  for (const { line, cells } of rows) {
    const { date = '', min: low = '', max: high = '' } = cells;
    const [min, max] = [low, high].map((cell) => numberIn(cell, dialect));
    if (!isDate(date)) return { problem: `Line ${line}: “${date}” is no date like 2027-04-24.` };
    if (!(Math.abs(min!) <= 60 && Math.abs(max!) <= 60))
      return { problem: `Line ${line}: ${date} should have two temperatures in °C between −60 and 60.` };
    if (max! < min!)
      return { problem: `Line ${line}: on ${date} the highest temperature is below the lowest.` };
    if (days.has(date)) return { problem: `Line ${line}: ${date} stands here twice.` };
    days.set(date, { on: date, min: min!, max: max! });
  }
  return { days: [...days.values()].sort((a, b) => (a.on < b.on ? -1 : 1)) };
}
