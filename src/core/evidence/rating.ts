/** How much of a taxon stands at a site, as field botanists note it. */
export const abundances = ['dominant', 'abundant', 'frequent', 'occasional', 'rare'] as const;
export type Abundance = (typeof abundances)[number];

/** As a share of dominant. Common practice names the classes; the shares are ours. */
export const abundanceShare: Readonly<Record<Abundance, number>> = {
  dominant: 1,
  abundant: 0.6,
  frequent: 0.3,
  occasional: 0.1,
  rare: 0.03
};
/** Nobody has logged it: not seen is not absent. */
export const unrecordedShare = 0.02;
/** P(stage) of a dangerous taxon is never taken to be smaller. */
export const leastStageProbability = 0.02;

/** A learner's recent answers to questions that showed the lookalike. */
export interface DrillRecord {
  readonly answers: number;
  readonly mistaken: number;
}

const priorWeight = 8;

/**
 * Chance that a group's member mistakes the lookalike for the target: Beta(8m, 8(1 − m)) with m = 0.5·g³,
 * updated by each learner's last 10 answers within 90 days; the group's is the mean.
 * @param similarity glance similarity g (0–1)
 */
export function chanceMistaken(similarity: number, learners: readonly DrillRecord[]): number {
  const m = 0.5 * similarity ** 3;
  if (learners.length === 0) return m;
  const each = learners.map(
    ({ answers, mistaken }) => (priorWeight * m + mistaken) / (priorWeight + answers)
  );
  return each.reduce((sum, p) => sum + p, 0) / each.length;
}

const likelihoodCuts = [0.003, 0.01, 0.03, 0.1];

/** Likelihood class 1–5. */
export const likelihoodClass = (probability: number): number =>
  1 + likelihoodCuts.filter((cut) => probability >= cut).length;

export interface HazardRating {
  /** Severity + 1: 1–5. */
  readonly consequence: number;
  /** 1–5. */
  readonly likelihood: number;
  /** By how many classes the group's drills have moved it: −1, 0 or 1. */
  readonly movedByDrills: number;
  /** Their product, 1–25: the consequence/likelihood matrix of ISO 31010. */
  readonly rating: number;
  readonly chanceMet: number;
  readonly chanceMistaken: number;
}

/**
 * Rates a pair on a walk. The group's drills move the likelihood by one class at most: drawings are not plants.
 * @param severity 0–4 of the lookalike
 * @param chanceOfStage P(lookalike at a confusable stage on the date)
 * @param abundance logged at the site, or undefined
 */
export function rateHazard(
  severity: number,
  chanceOfStage: number,
  abundance: Abundance | undefined,
  similarity: number,
  learners: readonly DrillRecord[]
): HazardRating {
  const share = abundance ? abundanceShare[abundance] : unrecordedShare;
  const chanceMet = share * Math.max(chanceOfStage, leastStageProbability);
  const mistaken = chanceMistaken(similarity, learners);
  const undrilled = likelihoodClass(chanceMet * chanceMistaken(similarity, []));
  const drilled = likelihoodClass(chanceMet * mistaken);
  const movedByDrills = Math.sign(drilled - undrilled);
  const likelihood = undrilled + movedByDrills;
  const consequence = severity + 1;
  return {
    consequence,
    likelihood,
    movedByDrills,
    rating: consequence * likelihood,
    chanceMet,
    chanceMistaken: mistaken
  };
}
