import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';

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
const wasEscaped = /^'[=+\-@\t\r']/;

/**
 * Writes a table as CSV (RFC 4180) with a header line, UTF-8, lines ended by CR LF. The mark at its head tells
 * spreadsheets that it is UTF-8: without it they break the letters, and broken ones come back.
 */
export const writeCsv = (columns: readonly string[], rows: readonly Row[]): string =>
  `\uFEFF${stringify(
    rows.map((row) =>
      columns.map((column) => {
        const cell = row[column] ?? '';
        return wouldBeFormula.test(cell) ? `'${cell}` : cell;
      })
    ),
    { header: true, columns: [...columns], record_delimiter: 'windows' }
  )}`;

/** Letters of a line: ours have a few thousand, and one without an end would be read for a minute. */
const longestLine = 200_000;

/**
 * Reads a table from CSV with a header line. Columns may stand in any order; those that are not known are ignored.
 * @returns what is wrong with the file as a whole, or its rows
 */
export function readCsv(text: string, needed: readonly string[]): ReadRow[] | { problem: string } {
  let records: string[][];
  const [, named] = /^\uFEFF?sep=([,;\t])\r?\n/i.exec(text) ?? [];
  const table = named ? text.slice(text.indexOf('\n') + 1) : text;
  if (table.split('\n').some((own) => own.length > longestLine))
    return {
      problem: `has a line of more than ${longestLine.toLocaleString('en-GB')} letters: it is no such table`
    };
  const delimiter = named ?? delimiterOf(table);
  try {
    records = parse(table, { bom: true, relax_column_count: true, delimiter });
  } catch (error) {
    return { problem: `is not CSV: ${(error as Error).message}` };
  }
  const [header] = records;
  if (!header || isBlank(header)) return { problem: 'is empty' };
  // Names of columns are the same in small letters.
  const known = new Map(needed.map((name) => [name.toLowerCase(), name]));
  const columns = header.map((name) => known.get(name.trim().toLowerCase()) ?? name.trim());
  const missing = needed.filter((name) => !columns.includes(name));
  if (missing.length > 0) return { problem: `lacks the columns ${missing.join(', ')}` };
  const rows: ReadRow[] = [];
  let line = named ? 2 : 1;
  for (const record of records) {
    if (record !== header && !isBlank(record)) {
      if (record.slice(columns.length).some((cell) => cell !== ''))
        return { problem: `has more cells in line ${line} than in its heading` };
      const cells: Record<string, string> = {};
      columns.forEach((column, i) => {
        const cell = record[i] ?? '';
        cells[column] = wasEscaped.test(cell) ? cell.slice(1) : cell;
      });
      rows.push({ line, cells });
    }
    line += 1 + record.reduce((breaks, cell) => breaks + cell.split('\n').length - 1, 0);
  }
  return rows;
}

/** What stands between the cells of the heading most often. */
function delimiterOf(text: string): string {
  const [heading = ''] = text.split(/\r?\n/, 1);
  const count = (sign: string) => heading.split(sign).length;
  return [',', ';', '\t'].reduce((best, sign) => (count(sign) > count(best) ? sign : best));
}

const isBlank = (record: readonly string[]): boolean => record.every((cell) => cell === '');
