import { DateTime } from 'luxon';
import { linesOf, numberIn } from './dialect';
import { type Extreme, type TideConstituent, isConstituent } from '../sky';

/** What a port publishes of its tide, as text: its constituents, or a table of its high and low waters. */

const mostConstituents = 80;

/**
 * Reads lines of name, amplitude in metres, phase lag at Greenwich in degrees.
 * @returns the constituents, or what is wrong and in which line
 */
export function readConstituents(text: string): { constituents: TideConstituent[] } | { problem: string } {
  const constituents: TideConstituent[] = [];
  const read = linesOf(text, 3);
  if ('problem' in read) return read;
  for (const { cells, line } of read.rows) {
    const [name = '', ...numbers] = cells;
    const [amplitudeMetres = NaN, phaseDegrees = NaN] = numbers.map((cell) => numberIn(cell, read.dialect));
    const at = `Line ${line}, “${cells.join(', ')}”`;
    if (!isConstituent(name))
      return {
        problem: ['M1', 'S3'].includes(name)
          ? `${at}: ${name} is published with more than one meaning and is left out. Take its line away.`
          : `${at}: “${name}” is no constituent that is known here. Names are written like M2, S2, N2, K1, O1, MU2.`
      };
    if (constituents.some((one) => one.name === name))
      return { problem: `${at}: ${name} stands here twice.` };
    if (!(amplitudeMetres >= 0 && amplitudeMetres < 10))
      return { problem: `${at}: the amplitude should be metres between 0 and 10.` };
    if (!(phaseDegrees >= -360 && phaseDegrees <= 360))
      return { problem: `${at}: the phase should be degrees between 0 and 360.` };
    constituents.push({ name, amplitudeMetres, phaseDegrees });
  }
  if (constituents.length === 0) return { problem: 'There is no line with a constituent.' };
  if (constituents.length > mostConstituents)
    return { problem: `${constituents.length} constituents; ${mostConstituents} are the most.` };
  return { constituents };
}

export const writeConstituents = (constituents: readonly TideConstituent[]): string =>
  constituents
    .map(({ name, amplitudeMetres, phaseDegrees }) => `${name}, ${amplitudeMetres}, ${phaseDegrees}`)
    .join('\n');

const mostRows = 4000;

/**
 * Reads lines of time and height in metres of high and low waters, in any order. Times are local to a zone where
 * they name none themselves; which waters are high follows from the heights.
 * @param zone IANA time zone
 */
export function readTideTable(text: string, zone: string): { table: Extreme[] } | { problem: string } {
  const rows: { at: Date; metres: number; line: number }[] = [];
  const read = linesOf(text, 2);
  if ('problem' in read) return read;
  for (const { cells, line } of read.rows) {
    const [time = '', height] = cells;
    const at = DateTime.fromISO(time.replace(' ', 'T'), { zone });
    const metres = numberIn(height, read.dialect);
    const where = `Line ${line}, “${cells.join(', ')}”`;
    if (!at.isValid)
      return { problem: `${where}: “${time}” is no time. It should read like 2027-04-24 06:12.` };
    if (!(metres > -5 && metres < 20))
      return { problem: `${where}: the height should be metres between −5 and 20.` };
    rows.push({ at: at.toJSDate(), metres, line });
  }
  if (rows.length < 4)
    return { problem: `${rows.length} lines with a time and a height; at least 4 are needed.` };
  if (rows.length > mostRows) return { problem: `${rows.length} lines; ${mostRows} are the most.` };
  rows.sort((a, b) => a.at.getTime() - b.at.getTime());
  const table: Extreme[] = [];
  for (const [i, { at, metres, line }] of rows.entries()) {
    const neighbour = rows[i + 1] ?? rows[i - 1]!;
    const kind = metres > neighbour.metres ? 'high' : 'low';
    const before = table.at(-1);
    if (before && before.at.getTime() === at.getTime())
      return { problem: `Line ${line}: there are two heights for one time.` };
    if (before?.kind === kind)
      return {
        problem: `Line ${line}: high and low waters do not alternate here. Only high and low waters belong in the table, and none may be missing.`
      };
    table.push({ at, metres, kind });
  }
  return { table };
}
