/**
 * What walks of a school teach about its pace. The factor f of a group is how often as long as the rule of walking
 * time, at factor 1, it takes. Each leg says ln r, its real time over that of the rule; ln r is normal around ln f.
 */

export interface WalkedLeg {
  /** By the rule at factor 1. */
  readonly modelSeconds: number;
  readonly realSeconds: number;
  readonly daysAgo: number;
}

export interface LearnedPace {
  /** The middle of what is believed. */
  readonly factor: number;
  /** The 80 % range of it. */
  readonly low: number;
  readonly high: number;
  /** Four of five single legs take no longer than by this factor. */
  readonly ofFourInFive: number;
  /** Legs that taught it. */
  readonly legs: number;
}

/** How far one leg is from its group's factor, and a group from the usual one, as standard deviations of logarithms. */
const legSpread = 0.25;
const groupSpread = 0.3;
/** After so long a leg counts for half of one. */
const freshDays = 2 * 365;
/** A leg that took so much longer than by the rule was none: the group stood somewhere. */
const mostTimes = 3;
/** Quantiles of the standard normal distribution: 90 % and 80 %. */
const [ninety, eighty] = [1.2816, 0.8416];

/**
 * Whether the group stood still on the way: then the leg teaches nothing of its pace. That foragers amble is no stop:
 * it is measured against their own usual factor.
 * @param usual the factor of such a group
 */
export const wasAStop = (
  { modelSeconds, realSeconds }: Pick<WalkedLeg, 'modelSeconds' | 'realSeconds'>,
  usual: number
): boolean => realSeconds > mostTimes * usual * modelSeconds;

/**
 * The pace that is to be planned with, by Bayes' rule for a normal mean with known spread (textbook; the spreads are
 * the product's own assumption).
 * @param usual the factor of such a group before anything was learned
 * @param legs of the same kind of group; those without a length teach nothing
 */
export function learnedPace(usual: number, legs: readonly WalkedLeg[]): LearnedPace {
  let precision = 1 / groupSpread ** 2;
  let sum = Math.log(usual) * precision;
  const telling = legs.filter(({ modelSeconds, realSeconds }) => modelSeconds > 0 && realSeconds > 0);
  for (const { modelSeconds, realSeconds, daysAgo } of telling) {
    const weight = (daysAgo > freshDays ? 0.5 : 1) / legSpread ** 2;
    precision += weight;
    sum += weight * Math.log(realSeconds / modelSeconds);
  }
  const mean = sum / precision;
  const spread = Math.sqrt(1 / precision);
  return {
    factor: Math.exp(mean),
    low: Math.exp(mean - ninety * spread),
    high: Math.exp(mean + ninety * spread),
    // The way back is one leg more: its own spread comes on top of what is not known of the group.
    ofFourInFive: Math.exp(mean + eighty * Math.hypot(spread, legSpread)),
    legs: telling.length
  };
}
