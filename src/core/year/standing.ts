import { type LibraryTaxon, type Stage, isDangerous } from '../knowledge';
import { type SiteSeason, stageIsReady } from '../season';
import { type PlantYear, daysOfYear, isWithin, notUp } from './plant-year';

/** How a plant stands on a day, for whoever wants to teach it there. Days are counted from that day. */
export type Standing = { readonly stage: Stage } & (
  | {
      readonly kind: 'ready';
      readonly percent: number;
      /** Other stages worth a stop that are ready as well. */
      readonly also: readonly Stage[];
      /** Where it cannot be told from a lookalike today: in how many days it first can, at a ready stage. */
      readonly untold?: { readonly until: number | undefined };
    }
  | ({ readonly kind: 'due' } & Coming)
  /** To come this year, or over and to come again in another; up meanwhile, it may be at a stage that is not worth a stop. */
  | ({ readonly kind: 'later' | 'over'; readonly isUp: boolean } & Coming)
);
export interface Coming {
  readonly expected: number;
  readonly low: number;
  readonly high: number;
  /** Whether it can be told from its lookalikes when half of it has come. */
  readonly isTold: boolean;
}

const wrapped = (day: number) => ((((day - 1) % daysOfYear) + daysOfYear) % daysOfYear) + 1;

const isToldOn = ({ lookalikes }: PlantYear, day: number) =>
  lookalikes.every(({ untold }) => !isWithin(untold, wrapped(day)));

/** In how many days (0 for the day itself) a plant is first at a ready stage worth a stop, and can be told. */
export function firstTold(year: PlantYear, day: number): number | undefined {
  for (let ahead = 0; ahead < daysOfYear; ahead += 1) {
    const at = wrapped(day + ahead);
    const met = year.met[at - 1]!;
    if (met === notUp) continue;
    const { isTaught, percent } = year.stages[met]!;
    if (isTaught && percent[at - 1]! >= 100 * stageIsReady && isToldOn(year, at)) return ahead;
  }
  return undefined;
}

/**
 * @param day of the year, 1–366
 * @returns undefined where no stage worth a stop is described
 */
export function standingOn(
  season: SiteSeason,
  taxon: LibraryTaxon,
  year: PlantYear,
  day: number
): Standing | undefined {
  const taught = year.stages
    .filter(({ isTaught }) => isTaught)
    .map(({ stage }) => season.stageOn(taxon.slug, taxon.stages.get(stage)!, day))
    .sort((a, b) => b.probability - a.probability);
  const ready = taught.filter(({ state }) => state === 'ready now');
  const [best, ...also] = ready;
  if (best) {
    const isUntold = !isDangerous(taxon) && !isToldOn(year, day);
    return {
      kind: 'ready',
      stage: best.stage,
      percent: Math.round(100 * best.probability),
      also: also.map(({ stage }) => stage),
      ...(isUntold ? { untold: { until: firstTold(year, day) } } : {})
    };
  }
  const coming = taught
    .map(({ stage, state, half }) => {
      // What is past comes again in a year.
      const later = half.expected > 0 ? 0 : daysOfYear;
      const expected = half.expected + later;
      const isUp = year.met[day - 1] !== notUp;
      const kind =
        state === 'due soon'
          ? ({ kind: 'due' } as const)
          : ({ kind: day + expected > daysOfYear ? 'over' : 'later', isUp } as const);
      return {
        ...kind,
        stage,
        expected,
        low: half.low + later,
        high: half.high + later,
        isTold: isDangerous(taxon) || isToldOn(year, day + expected)
      };
    })
    .sort((a, b) => a.expected - b.expected);
  return coming[0];
}
