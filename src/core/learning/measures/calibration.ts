import { type Confidence, confidences } from '../outcome';
import { wilsonInterval } from './wilson';

/** How well a learner's confidence fits what came of it. */

/** What the words are taken to mean, as a chance to be right; ours, without a source. */
export const confidenceShare: Readonly<Record<Confidence, number>> = {
  unsure: 0.5,
  'fairly sure': 0.75,
  sure: 0.95
};

export interface Forecast {
  /** Chance that was given to being right, 0–1. */
  readonly share: number;
  readonly happened: boolean;
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Mean squared distance of forecasts from what happened (Brier 1950): 0 is perfect, 0.25 is a coin. */
export const brierScore = (forecasts: readonly Forecast[]): number =>
  mean(forecasts.map(({ share, happened }) => (share - Number(happened)) ** 2));

/** brier = reliability − resolution + uncertainty, exactly. */
export interface BrierParts {
  /** How far forecasts are from the rates that follow them: 0 is well calibrated. */
  readonly reliability: number;
  /** How far those rates differ from the whole: 0 says nothing. */
  readonly resolution: number;
  readonly uncertainty: number;
}

/** Murphy's (1973) partition of the Brier score over the distinct forecasts. */
export function partBrier(forecasts: readonly Forecast[]): BrierParts {
  const base = mean(forecasts.map(({ happened }) => Number(happened)));
  const groups = new Map<number, number[]>();
  for (const { share, happened } of forecasts)
    groups.set(share, [...(groups.get(share) ?? []), Number(happened)]);
  let [reliability, resolution] = [0, 0];
  for (const [share, results] of groups) {
    const rate = mean(results);
    reliability += (results.length * (share - rate) ** 2) / forecasts.length;
    resolution += (results.length * (rate - base) ** 2) / forecasts.length;
  }
  return { reliability, resolution, uncertainty: base * (1 - base) };
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
