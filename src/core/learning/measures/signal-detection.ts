import jstat from 'jstat';

/** Answers to a pair: a dangerous specimen is the signal, and not gathering it is the response 'dangerous'. */
export interface Detections {
  readonly hits: number;
  readonly signals: number;
  readonly falseAlarms: number;
  readonly noises: number;
}

export interface Sensitivity {
  /** d′: how far apart the two are kept, in standard deviations; 0 is guessing. */
  readonly discrimination: number;
  /** c: above 0 leans towards gathering, below 0 towards leaving. */
  readonly criterion: number;
  /** Standard errors of both (Gourevitch & Galanter 1967, by the delta method). */
  readonly discriminationError: number;
  readonly criterionError: number;
}

/** d′ in a word, by bounds of this product: 1 is about seven answers in ten right, 2 about five in six. */
export function keptApart(discrimination: number): 'well' | 'mostly' | 'hardly' | 'not yet' {
  if (discrimination >= 2) return 'well';
  if (discrimination >= 1) return 'mostly';
  return discrimination > 0.3 ? 'hardly' : 'not yet';
}

const z = (share: number): number => jstat.normal.inv(share, 0, 1);
const density = (at: number): number => jstat.normal.pdf(at, 0, 1);

/**
 * d′ = z(H) − z(F) and c = −(z(H) + z(F))/2 of a hit rate and a false-alarm rate, both within 0–1
 * (Macmillan & Creelman).
 * @example sensitivityOfRates(0.84, 0.16).discrimination is about 1.989
 */
export const sensitivityOfRates = (
  hitRate: number,
  falseAlarmRate: number
): Pick<Sensitivity, 'discrimination' | 'criterion'> => ({
  discrimination: z(hitRate) - z(falseAlarmRate),
  criterion: -(z(hitRate) + z(falseAlarmRate)) / 2
});

/**
 * d′ and c of counts, with the log-linear correction for everyone (Hautus 1995): half an answer more among hits and
 * false alarms, one more among signals and noises, so that perfect answers give no infinity.
 * @returns undefined where only one of the two was shown
 */
export function sensitivity({ hits, signals, falseAlarms, noises }: Detections): Sensitivity | undefined {
  if (signals === 0 || noises === 0) return undefined;
  const hitRate = (hits + 0.5) / (signals + 1);
  const falseAlarmRate = (falseAlarms + 0.5) / (noises + 1);
  const variance = (rate: number, trials: number) => (rate * (1 - rate)) / (trials * density(z(rate)) ** 2);
  const sum = variance(hitRate, signals) + variance(falseAlarmRate, noises);
  return {
    ...sensitivityOfRates(hitRate, falseAlarmRate),
    discriminationError: Math.sqrt(sum),
    criterionError: Math.sqrt(sum) / 2
  };
}
