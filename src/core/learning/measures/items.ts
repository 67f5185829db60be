import { sampleCorrelation } from 'simple-statistics';
import { wilsonInterval } from './wilson';

/**
 * What the questions of a test were worth: how many had each right, and whether those who know more had it right more
 * often (classical test theory).
 */

export interface ItemFigures {
  /** Share that had it right: its difficulty, which is low where it is hard. */
  readonly share: number;
  /** 95 %, Wilson. */
  readonly interval: readonly [number, number];
  /**
   * Correlation with how many of the other questions were right (point-biserial, corrected for the item itself: Henrysson
   * 1963); undefined where fewer sat than tell anything, or where all did the same.
   */
  readonly discrimination: number | undefined;
  /** Share right in the upper 27 % less that in the lower 27 % (Kelley 1939). */
  readonly upperLower: number | undefined;
}

/** So many sittings there must be before it is said how a question divides people: with fewer it is chance. */
export const fewestSittings = 10;
/** The share of the upper and the lower group, at which their difference tells most (Kelley 1939). */
const groupShare = 0.27;

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
const mean = (values: readonly number[]) => sum(values) / values.length;
const varies = (values: readonly number[]) => values.some((value) => value !== values[0]);

/**
 * @param sittings of each person, whether each question was right, in one order; what was not answered was not right
 * @returns the figures of each question; none where nobody sat
 */
export function itemFigures(sittings: readonly (readonly boolean[])[]): ItemFigures[] {
  const [first] = sittings;
  if (!first) return [];
  const scores = sittings.map((sitting) => sitting.map(Number));
  const totals = scores.map(sum);
  const isEnough = sittings.length >= fewestSittings;
  const groupSize = Math.max(1, Math.round(groupShare * sittings.length));
  const byTotal = totals.map((_, i) => i).sort((a, b) => totals[b]! - totals[a]!);
  // Who has as much right as the last of a group belongs to it for a part: chance does not choose among equals.
  const shareOf = (group: readonly number[], score: (i: number) => number): number => {
    const edge = totals[group.at(-1)!]!;
    const equal = totals.flatMap((total, i) => (total === edge ? [i] : []));
    const inside = group.filter((i) => totals[i] !== edge);
    return (sum(inside.map(score)) + (group.length - inside.length) * mean(equal.map(score))) / group.length;
  };
  return first.map((_, item) => {
    const own = scores.map((row) => row[item]!);
    const rest = totals.map((total, i) => total - own[i]!);
    const right = sum(own);
    const score = (i: number) => own[i]!;
    return {
      share: right / sittings.length,
      interval: wilsonInterval(right, sittings.length),
      discrimination: isEnough && varies(own) && varies(rest) ? sampleCorrelation(own, rest) : undefined,
      upperLower:
        isEnough && varies(totals)
          ? shareOf(byTotal.slice(0, groupSize), score) - shareOf(byTotal.slice(-groupSize).reverse(), score)
          : undefined
    };
  });
}

/** Below this a question divides badly, and below 0 the wrong way round (Ebel & Frisbie 1991, from memory). */
export const weakDiscrimination = 0.2;
