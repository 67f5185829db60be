import { type Confidence, confidences } from '../outcome';
import { wilsonInterval } from './wilson';

/** How well a learner's confidence fits what came of it. */

/** What the words are taken to mean, as a chance to be right; ours, without a source. */
export const confidenceShare: Readonly<Record<Confidence, number>> = {
  unsure: 0.5,
  'fairly sure': 0.75,
  sure: 0.95
};

/** Forecasts with the same chance, counted: one alone, or many. */
export interface Forecasts {
  /** Chance that was given to being right, 0–1. */
  readonly share: number;
  readonly answers: number;
  /** Those of the answers that were right. */
  readonly right: number;
}

const total = (forecasts: readonly Forecasts[], each: (one: Forecasts) => number): number =>
  forecasts.reduce((sum, one) => sum + each(one), 0);

const countOf = (forecasts: readonly Forecasts[]): number => total(forecasts, ({ answers }) => answers);

/** Mean squared distance of forecasts from what happened (Brier 1950): 0 is perfect, 0.25 is a coin. */
export const brierScore = (forecasts: readonly Forecasts[]): number =>
  total(forecasts, ({ share, answers, right }) => right * (1 - share) ** 2 + (answers - right) * share ** 2) /
  countOf(forecasts);

/** brier = reliability − resolution + uncertainty, exactly. */
export interface BrierParts {
  /** How far forecasts are from the rates that follow them: 0 is well calibrated. */
  readonly reliability: number;
  /** How far those rates differ from the whole: 0 says nothing. */
  readonly resolution: number;
  readonly uncertainty: number;
}

/**
 * Murphy's (1973) partition of the Brier score over the distinct forecasts.
 * @param forecasts each share once
 */
export function partBrier(forecasts: readonly Forecasts[]): BrierParts {
  const count = countOf(forecasts);
  const base = total(forecasts, ({ right }) => right) / count;
  const weighed = (distance: (one: { share: number; rate: number }) => number) =>
    total(forecasts, ({ share, answers, right }) =>
      answers === 0 ? 0 : (answers / count) * distance({ share, rate: right / answers })
    );
  return {
    reliability: weighed(({ share, rate }) => (share - rate) ** 2),
    resolution: weighed(({ rate }) => (rate - base) ** 2),
    uncertainty: base * (1 - base)
  };
}

/** One point of a reliability diagram: what was said, and how often it was right. */
export interface ReliabilityPoint {
  readonly confidence: Confidence;
  readonly said: number;
  readonly answers: number;
  readonly right: number;
  /** Wilson interval of the share that was right. */
  readonly interval: readonly [number, number];
}

export const reliabilityPoints = (
  counts: ReadonlyMap<Confidence, { readonly answers: number; readonly right: number }>
): ReliabilityPoint[] =>
  confidences.flatMap((confidence) => {
    const { answers, right } = counts.get(confidence) ?? { answers: 0, right: 0 };
    return answers === 0
      ? []
      : [
          {
            confidence,
            said: confidenceShare[confidence],
            answers,
            right,
            interval: wilsonInterval(right, answers)
          }
        ];
  });
