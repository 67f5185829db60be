/** How a table of numbers is written: one sign between its cells and one decimal sign, for the whole file. */
export interface Dialect {
  readonly delimiter: ',' | ';' | '\t';
  readonly decimal: '.' | ',';
}

/** In which a table can be taken out. */
export const dialects = {
  comma: { delimiter: ',', decimal: '.' },
  semicolon: { delimiter: ';', decimal: ',' }
} as const satisfies Record<string, Dialect>;

const delimiters = ['\t', ';', ','] as const;

/**
 * A tab or a semicolon anywhere in the file is what stands between its cells; commas are then decimal signs. Where
 * commas stand between cells, numbers have points.
 * @param lines without blank ones
 */
export function dialectOf(lines: readonly string[]): Dialect | { problem: string } {
  const delimiter = delimiters.find((sign) => lines.some((line) => line.includes(sign))) ?? ',';
  if (delimiter === ',') return { delimiter, decimal: '.' };
  const cells = lines.flatMap((line) => line.split(delimiter).map((cell) => cell.trim()));
  const comma = cells.find((cell) => /^[+\-−]?\d+,\d+$/.test(cell));
  const point = cells.find((cell) => /^[+\-−]?\d+\.\d+$/.test(cell));
  if (comma && point)
    return {
      problem: `Numbers are written with a comma (${comma}) and with a point (${point}): write all of them in one way.`
    };
  return { delimiter, decimal: comma ? ',' : '.' };
}

/** A number that is whole: never the first half of one. @returns NaN where it is none */
export function numberIn(cell: string | undefined, { decimal }: Pick<Dialect, 'decimal'>): number {
  const text = (cell ?? '').trim().replace('−', '-');
  const pattern = decimal === ',' ? /^[+-]?\d+(,\d+)?$/ : /^[+-]?\d+(\.\d+)?$/;
  return pattern.test(text) ? Number(text.replace(',', '.')) : NaN;
}

export interface NumberedLine {
  readonly cells: readonly string[];
  readonly line: number;
  readonly text: string;
}

/**
 * Lines that say something, cut into cells, with their numbers. A first line without any figure is a heading.
 * @param columns how many cells a line has; one with more is refused, since what is too much may be half a number
 */
export function linesOf(
  text: string,
  columns: number
): { readonly rows: readonly NumberedLine[]; readonly dialect: Dialect } | { readonly problem: string } {
  const lines = text
    .split(/\r\n?|\n/)
    .map((one, i) => ({ text: one.trim(), line: i + 1 }))
    .filter((one) => one.text !== '');
  const dialect = dialectOf(lines.map((one) => one.text));
  if ('problem' in dialect) return dialect;
  const rows = lines
    .filter(({ text: one }, i) => i > 0 || /\d/.test(one))
    .map((one) => ({ ...one, cells: one.text.split(dialect.delimiter).map((cell) => cell.trim()) }));
  const surplus = rows.find(({ cells }) => cells.slice(columns).some((cell) => cell !== ''));
  if (surplus)
    return {
      problem: `Line ${surplus.line}, “${surplus.text}”, has ${surplus.cells.length} values where ${columns} belong. If its numbers have decimal commas, put semicolons between the values.`
    };
  return { rows, dialect };
}
