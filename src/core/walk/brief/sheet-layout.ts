import type { ContrastSheet } from './document';

/** How a contrast sheet is laid out, on the screen as on paper. */

/** What a sheet says in one line beneath what decides. */
export const sheetLine = ({
  separable,
  growsAmong
}: Pick<ContrastSheet, 'separable' | 'growsAmong'>): string =>
  growsAmong
    ? 'It grows among it: sort every piece.'
    : separable
      ? 'If any one is missing: leave it.'
      : 'Not at this stage: leave it.';

/** The rows that decide, or where there is no set the best that can be had. */
export const decidingRows = (sheet: ContrastSheet, most = 4): ContrastSheet['rows'] =>
  sheet.rows.filter(({ decides }) => decides || !sheet.separable).slice(0, most);

/** How a row is looked at, in words, the same on the screen as on paper. */
export const lookingWords = ({ sense, look, onPlantOnly }: ContrastSheet['rows'][number]): string =>
  `${sense}: ${look}${onPlantOnly ? ' Only from the plant in hand, followed to its root.' : ''}`;

const apart = 62;
const [highest, lowest] = [126, 322];

/**
 * Heights of the numbers between two plates: each as level as can be with the places that it names on both,
 * in order and apart.
 * @returns a height for each row, in units of the plates
 */
export function numberHeights(rows: ContrastSheet['rows'], [left, right]: ContrastSheet['plates']): number[] {
  const places: number[] = [];
  for (const [i, { slug }] of rows.entries()) {
    const ends = [left, right].flatMap((plate) => (plate?.anchors[slug] ? [plate.anchors[slug].y] : []));
    const level = ends.length > 0 ? ends.reduce((sum, y) => sum + y, 0) / ends.length : highest;
    places.push(Math.max(level, i > 0 ? places[i - 1]! + apart : highest));
  }
  for (let i = places.length - 1; i >= 0; i -= 1)
    places[i] = Math.min(places[i]!, i === places.length - 1 ? lowest : places[i + 1]! - apart);
  return places;
}

/** @example outOf100(0.734) === '73 in 100' */
export const outOf100 = (p: number): string => `${Math.round(p * 100)} in 100`;

/** A small chance as people say it. @example oneIn(0.00038) === '1 in 2,600' */
export const oneIn = (p: number): string =>
  p <= 0 ? 'never' : p > 0.5 ? outOf100(p) : `1 in ${Number((1 / p).toPrecision(2)).toLocaleString('en-GB')}`;
