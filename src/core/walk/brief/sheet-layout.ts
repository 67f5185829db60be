import { nameWithin } from '../../knowledge';
import { inTenAtLeast, oneInAtMost } from '../../words';
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

/** Where nothing separates them, so many of the best that can be had. */
const mostWithoutSet = 4;

/** The rows that decide, every one, wherever the sheet is read; where there is no set, the best that can be had. */
export const decidingRows = ({ rows, separable }: ContrastSheet): ContrastSheet['rows'] =>
  separable ? rows.filter(({ decides }) => decides) : rows.slice(0, mostWithoutSet);

/** How far the set of a sheet can be trusted, and how well that is known. */
export const trustWords = ({ trust, lookalike }: Pick<ContrastSheet, 'trust' | 'lookalike'>): string =>
  trust
    ? `In a beginner’s hands the whole set agrees on about ${inTenAtLeast(trust.onTarget)} true plants, and wrongly on ${oneInAtMost(trust.onLookalike)} of ${nameWithin(lookalike.name)}. Roughly: how often a state occurs is an estimate.`
    : '';

/** What was not confirmed when the brief was published, in one line; nothing where all was. */
export const draftWords = ({ drafts }: Pick<ContrastSheet, 'drafts'>): string =>
  drafts.length > 0
    ? `Draft: how ${drafts.map((name) => nameWithin(name)).join(' and ')} ${drafts.length === 1 ? 'looks' : 'look'} then was not confirmed with two sources.`
    : '';

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
