import { parse } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';
import type { Dialect } from './dialect';

/** A row of a table by its column names; a cell that is empty is an empty text. */
export type Row = Readonly<Record<string, string>>;

/** A row read from a file, with its line for messages. */
export interface ReadRow {
  readonly line: number;
  readonly cells: Row;
}

/**
 * A text that a spreadsheet would take for a formula is led by an apostrophe, which reading takes away; so is one
 * that begins with an apostrophe itself, so that nothing is lost.
 */
const wouldBeFormula = /^[=+\-@\t\r']/;
/** A number is no formula, whatever its sign. */
const isNumber = /^-?\d+(\.\d+)?$/;
const wasEscaped = /^'[=+\-@\t\r']/;

/**
 * Writes a table as CSV (RFC 4180) with a header line, UTF-8, lines ended by CR LF. The mark at its head tells
 * spreadsheets that it is UTF-8: without it they break the letters, and broken ones come back.
 * @param dialect semicolons and decimal commas, where spreadsheets of a country expect them
 */
export const writeCsv = (
  columns: readonly string[],
  rows: readonly Row[],
  { delimiter, decimal }: Dialect = { delimiter: ',', decimal: '.' }
): string =>
  `\uFEFF${stringify(
    rows.map((row) =>
      columns.map((column) => {
        const cell = row[column] ?? '';
        if (decimal === ',' && /^-?\d+\.\d+$/.test(cell)) return cell.replace('.', ',');
        return wouldBeFormula.test(cell) && !isNumber.test(cell) ? `'${cell}` : cell;
      })
    ),
    // A lone end of a line would end the row for whoever reads it.
    { header: true, columns: [...columns], record_delimiter: 'windows', delimiter, quoted_match: /[\r\n]/ }
  )}`;

/** Letters of a line: ours have a few thousand, and one without an end would be read for a minute. */
const longestLine = 200_000;

/** A line of a table as it was cut into cells. */
export interface CutLine {
  readonly line: number;
  readonly cells: readonly string[];
}

/**
 * Cuts a table into its cells, lines without any left out.
 * @returns what is wrong with the file as a whole, or its lines
 */
export function cutLines(text: string): CutLine[] | { problem: string } {
  const [, named] = /^\uFEFF?sep=([,;\t])\r?\n/i.exec(text) ?? [];
  const table = named ? text.slice(text.indexOf('\n') + 1) : text;
  if (table.split('\n').some((own) => own.length > longestLine))
    return {
      problem: `has a line of more than ${longestLine.toLocaleString('en-GB')} letters: it is no such table`
    };
  let records: string[][];
  try {
    records = parse(table, {
      bom: true,
      relax_column_count: true,
      delimiter: named ?? delimiterOf(table),
      // A row that was added by hand may end otherwise than the others.
      record_delimiter: ['\r\n', '\n', '\r']
    });
  } catch (error) {
    return { problem: `is not CSV: ${(error as Error).message}` };
  }
  const lines: CutLine[] = [];
  let line = named ? 2 : 1;
  for (const record of records) {
    const cells = record.map((cell) => (wasEscaped.test(cell) ? cell.slice(1) : cell));
    if (!isBlank(record)) lines.push({ line, cells });
    line += 1 + record.reduce((breaks, cell) => breaks + cell.split('\n').length - 1, 0);
  }
  return lines;
}

/**
 * Reads a table from CSV with a header line. Columns may stand in any order; those that are not known are ignored.
 * @returns what is wrong with the file as a whole, or its rows
 */
export function readCsv(text: string, needed: readonly string[]): ReadRow[] | { problem: string } {
  const lines = cutLines(text);
  if ('problem' in lines) return lines;
  const [heading, ...rest] = lines;
  if (!heading) return { problem: 'is empty' };
  // Names of columns are the same in small letters.
  const known = new Map(needed.map((name) => [name.toLowerCase(), name]));
  const columns = heading.cells.map((name) => known.get(name.trim().toLowerCase()) ?? name.trim());
  const missing = needed.filter((name) => !columns.includes(name));
  if (missing.length > 0) return { problem: `lacks the columns ${missing.join(', ')}` };
  const surplus = rest.find(({ cells }) => cells.slice(columns.length).some((cell) => cell !== ''));
  if (surplus) return { problem: `has more cells in line ${surplus.line} than in its heading` };
  return rest.map(({ line, cells }) => ({
    line,
    cells: Object.fromEntries(columns.map((column, i) => [column, cells[i] ?? '']))
  }));
}

/** What stands between the cells of the heading most often. */
function delimiterOf(text: string): string {
  const [heading = ''] = text.split(/\r?\n/, 1);
  const count = (sign: string) => heading.split(sign).length;
  return [',', ';', '\t'].reduce((best, sign) => (count(sign) > count(best) ? sign : best));
}

const isBlank = (record: readonly string[]): boolean => record.every((cell) => cell === '');
