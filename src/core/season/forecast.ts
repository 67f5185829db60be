import type { LibraryTaxon, Stage, StageDescription, Window } from '../knowledge';
import { type Calendar, trapezoid } from './phenology';

/**
 * When stages come at one site in one year: the reference windows moved by the site's place, and by what was seen
 * there. One sighting of one plant moves the forecast of all; many sightings of one plant do not pose as many plants.
 */

/** Where windows are to be moved to, or from. */
export interface SeasonPlace {
  readonly latitude: number;
  readonly altitudeMetres: number;
  /** Said of a reference place where spring comes later towards the east. */
  readonly longitude?: number | undefined;
}

/**
 * Days by which spring comes later than at the reference place, by Hopkins's bioclimatic law: 4 days for each degree
 * of latitude towards the pole, 4 days for each 400 ft (121.92 m) up, and 4 days for 5° of longitude towards the east:
 * that last hold for eastern North America, and is left out where the reference place has no longitude.
 * Source: Hopkins 1918, 1938. A rough offset, which own sightings override.
 */
export const hopkinsShift = (site: SeasonPlace, reference: SeasonPlace): number =>
  4 * (Math.abs(site.latitude) - Math.abs(reference.latitude)) +
  (4 * (site.altitudeMetres - reference.altitudeMetres)) / 121.92 +
  (reference.longitude === undefined || site.longitude === undefined
    ? 0
    : (4 * (site.longitude - reference.longitude)) / 5);

/** Spring comes later where autumn comes earlier; the two are moved by what is seen in each. */
export type Half = 'spring' | 'autumn';
export const halves: readonly Half[] = ['spring', 'autumn'];
const lastOfJuly = 212;
/**
 * The half of the year of a day of the year.
 * @param turn days by which a year begins later than in the north: half of it south of the equator
 */
const halfOf = (day: number, turn: number): Half =>
  (turn === 0 ? day : modulo(day - 1 + turn) + 1) > lastOfJuly ? 'autumn' : 'spring';

/** What can be said of a stage on a day. */
export const sayings = ['there', 'not yet', 'over'] as const;
export type Saying = (typeof sayings)[number];

/** What somebody saw of a plant on a day: a stage, or that it is not yet there, or over. */
export interface Sighted {
  readonly taxon: string;
  readonly stage: Stage;
  /** Day of the year, 1–366. */
  readonly day: number;
  readonly says: Saying;
}

const siteDeviation = 8;
const taxonDeviation = 5;
/** Grid of the site's shift around its mean, and of a taxon's own, in days. */
const siteReach = 45;
const taxonReach = 15;
/** How often a sighting is wrong, or a plant out of step. */
const slip = 0.02;
const yearLength = 365;
/** Days for which what was seen counts by itself: half of them fully, then less and less. */
const standsFor = 14;
/** Shifts less likely than this change no figure that is shown. */
const negligible = 1e-7;

const normal = (reach: number, deviation: number): number[] => {
  const raw = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-(((i - reach) / deviation) ** 2) / 2)
  );
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((p) => p / sum);
};
/** Probabilities from their logarithms, whatever these have in common. Sums to 1. */
const fromLogs = (logs: readonly number[]): number[] => {
  const most = Math.max(...logs);
  const raw = logs.map((log) => Math.exp(log - most));
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((p) => p / sum);
};
const ownWeights = normal(taxonReach, taxonDeviation);
const priorWeights = normal(siteReach, siteDeviation);

const modulo = (day: number) => ((day % yearLength) + yearLength) % yearLength;
/** Days from one day to another, the shorter way round the year: −182 to 182. */
const signed = (from: number, to: number) => {
  const ahead = modulo(to - from);
  return ahead > yearLength / 2 ? ahead - yearLength : ahead;
};

/** How far a stage has come (0–1) on a day: it rises to 1 and stays there for half a year. */
function risen([start, peakFrom]: Window, day: number): number {
  const after = signed(peakFrom, day);
  const length = modulo(peakFrom - start);
  return after >= 0 ? 1 : length === 0 ? 0 : Math.max(0, 1 + after / length);
}
/** How much of a stage is left (0–1) on a day: 1 in the half year before it begins to go. */
function left([, , peakTo, end]: Window, day: number): number {
  const after = signed(peakTo, day);
  const length = modulo(end - peakTo);
  return after <= 0 ? 1 : length === 0 ? 0 : Math.max(0, 1 - after / length);
}

/** Windows never change, so their heights are worked out once: 1 January at [0]. */
const knownHeights = new WeakMap<Window, Float64Array>();
function heightsOf(window: Window): Float64Array {
  let heights = knownHeights.get(window);
  if (!heights) {
    heights = Float64Array.from({ length: yearLength }, (_, day) => trapezoid(window, day + 1));
    knownHeights.set(window, heights);
  }
  return heights;
}

/** A stage that takes longer to go than this persists: that some of it is still there says nothing of the year. */
const longestEnd = 45;
const goesSoon = ([, , peakTo, end]: Window): boolean => modulo(end - peakTo) <= longestEnd;

function likelihood(windows: readonly Window[], says: Sighted['says'], day: number): number {
  const of = (height: (window: Window) => number) => Math.max(...windows.map(height));
  const share =
    says === 'there'
      ? of((window) => Math.min(risen(window, day), goesSoon(window) ? left(window, day) : 1))
      : says === 'not yet'
        ? 1 - of((window) => risen(window, day))
        : 1 - of((window) => left(window, day));
  return slip + (1 - slip) * share;
}

export interface StageForecast {
  readonly stage: Stage;
  /** P(stage) on the day. */
  readonly probability: number;
  /** When half of it has come, next or last: days from the asked day, with the 80 % range. */
  readonly half: { readonly expected: number; readonly low: number; readonly high: number };
  readonly state: 'ready now' | 'due soon' | 'later' | 'over';
}

/** From this probability on a stage is ready; it is due soon within this many days. */
const ready = 0.5;
const soon = 21;

export class SiteSeason {
  /** Days by which a year's halves begin later than in the north. */
  private readonly turn: number;
  /** The site's mean shift of each half, in days. */
  readonly mean: Readonly<Record<Half, number>>;
  readonly #sightings: ReadonlyMap<string, readonly Sighted[]>;
  /** log L_X(δ) on the grid, for each taxon with sightings in that half. */
  readonly #evidence: Readonly<Record<Half, ReadonlyMap<string, readonly number[]>>>;
  readonly #shifts = new Map<string, readonly number[]>();
  readonly #curves = new Map<StageDescription, Map<string, Float64Array>>();

  /**
   * @param stagesOf the described stages of a taxon; sightings of what is not described tell nothing
   * @param before the season of the same place without sightings, where somebody has it already
   */
  constructor(
    private readonly site: SeasonPlace,
    private readonly reference: SeasonPlace,
    sightings: readonly Sighted[],
    private readonly stagesOf: (taxon: string) => LibraryTaxon['stages'] | undefined,
    private readonly before?: SiteSeason
  ) {
    const spring = hopkinsShift(site, reference);
    this.turn = reference.latitude < 0 ? Math.round(yearLength / 2) : 0;
    this.mean = { spring: Math.round(spring), autumn: Math.round(-spring) };
    const byTaxon = new Map<string, Sighted[]>();
    for (const one of sightings)
      if (stagesOf(one.taxon)?.has(one.stage))
        byTaxon.set(one.taxon, [...(byTaxon.get(one.taxon) ?? []), one]);
    this.#sightings = byTaxon;
    const of = (half: Half) =>
      new Map(
        [...byTaxon.keys()].flatMap((taxon) => {
          const own = this.ownLogs(taxon, half);
          if (!own) return [];
          const logs = priorWeights.map((_, i) => {
            const most = Math.max(...own.slice(i, i + ownWeights.length));
            return (
              most + Math.log(ownWeights.reduce((sum, w, j) => sum + w * Math.exp(own[i + j]! - most), 0))
            );
          });
          return [[taxon, logs] as const];
        })
      );
    this.#evidence = { spring: of('spring'), autumn: of('autumn') };
  }

  /**
   * Σ log ℓ of a taxon's own sightings, on the grid of its whole shift; undefined where it has none in that half. As
   * logarithms, since the product of some hundred that contradict the windows is no number any more.
   */
  private ownLogs(taxon: string, half: Half): number[] | undefined {
    const stages = this.stagesOf(taxon);
    const own = (this.#sightings.get(taxon) ?? []).flatMap((one) => {
      // What is seen in one half of the year tells of that half: a leaf in November says nothing of spring.
      const isInHalf = halfOf(modulo(one.day - this.mean[half]), this.turn) === half;
      const windows = isInHalf
        ? stages!.get(one.stage)!.windows.filter(([start]) => halfOf(start, this.turn) === half)
        : [];
      return windows.length > 0 ? [{ ...one, windows }] : [];
    });
    if (own.length === 0) return undefined;
    const reach = siteReach + taxonReach;
    return Array.from({ length: 2 * reach + 1 }, (_, i) =>
      own.reduce(
        (sum, { windows, says, day }) =>
          sum + Math.log(likelihood(windows, says, day - this.mean[half] - (i - reach))),
        0
      )
    );
  }

  /** The posterior of the site's shift in a half, leaving out what was seen of one taxon. Sums to 1. */
  private siteShift(half: Half, without?: string): number[] {
    const logs = priorWeights.map((p, i) => {
      let sum = Math.log(p);
      for (const [taxon, evidence] of this.#evidence[half]) if (taxon !== without) sum += evidence[i]!;
      return sum;
    });
    return fromLogs(logs);
  }

  /** How much later than at the reference place this half of the year is here: days with their probability. */
  density(half: Half): { readonly days: number; readonly probability: number }[] {
    return this.siteShift(half).map((probability, i) => ({
      days: this.mean[half] + i - siteReach,
      probability
    }));
  }

  /** By how many days what was seen of each plant has moved the mean of the site's shift: with it less without it. */
  influences(half: Half): { readonly taxon: string; readonly days: number }[] {
    const meanOf = (shift: readonly number[]) =>
      shift.reduce((sum, probability, i) => sum + probability * (i - siteReach), 0);
    const mean = meanOf(this.siteShift(half));
    return [...this.#evidence[half].keys()].map((taxon) => ({
      taxon,
      days: mean - meanOf(this.siteShift(half, taxon))
    }));
  }

  /** The same in three figures: the mean, and the range that holds 80 of 100. */
  shift(half: Half): { readonly mean: number; readonly low: number; readonly high: number } {
    let [sum, mean, low, high] = [0, 0, NaN, NaN];
    for (const { days, probability } of this.density(half)) {
      sum += probability;
      mean += days * probability;
      if (Number.isNaN(low) && sum >= 0.1) low = days;
      if (Number.isNaN(high) && sum >= 0.9) high = days;
    }
    return { mean: Math.round(mean), low, high };
  }

  /** The shift of one taxon: the site's and its own together. */
  private shiftOf(taxon: string, half: Half): readonly number[] {
    const key = `${this.#evidence[half].has(taxon) ? taxon : 'any other'} ${half}`;
    const known = this.#shifts.get(key);
    if (known) return known;
    const site = this.siteShift(half, taxon);
    const own = this.ownLogs(taxon, half);
    const reach = siteReach + taxonReach;
    const logs = Array.from({ length: 2 * reach + 1 }, (_, s) => {
      let sum = 0;
      for (let j = 0; j < ownWeights.length; j += 1) sum += (site[s - j] ?? 0) * ownWeights[j]!;
      return Math.log(sum) + (own?.[s] ?? 0);
    });
    const shift = fromLogs(logs);
    this.#shifts.set(key, shift);
    return shift;
  }

  /** P(stage) for each day of the year, 1 to 365 at [0] to [364]. */
  curve(taxon: string, description: StageDescription): Float64Array {
    // Whoever asks day by day asks for the same stage again.
    if (this.#last?.description === description && this.#last.taxon === taxon) return this.#last.curve;
    let known = this.#curves.get(description);
    if (!known) this.#curves.set(description, (known = new Map()));
    let curve = known.get(taxon);
    if (!curve) known.set(taxon, (curve = this.workOut(taxon, description)));
    this.#last = { taxon, description, curve };
    return curve;
  }
  #last: { taxon: string; description: StageDescription; curve: Float64Array } | undefined;

  /** The same season as it was before anything was seen. */
  private get unseen(): SiteSeason {
    this.#unseen ??=
      this.#sightings.size === 0
        ? this
        : (this.before ?? new SiteSeason(this.site, this.reference, [], this.stagesOf));
    return this.#unseen;
  }
  #unseen: SiteSeason | undefined;

  /** Its chances, for whoever asks for single days. */
  readonly calendar: Calendar = {
    chance: (taxon, stage, day) => this.curve(taxon.slug, stage)[modulo(day - 1)]!,
    chanceOfHarmful: (taxon, stage, day) =>
      Math.max(
        this.calendar.chance(taxon, stage, day),
        this.unseen === this ? 0 : this.unseen.calendar.chance(taxon, stage, day)
      )
  };

  /** What was seen stands, and fades: whatever the windows say, a leaf that was there is there the next days. */
  private letStand(chances: Float64Array, taxon: string, stage: Stage): void {
    const own = (this.#sightings.get(taxon) ?? []).filter((one) => one.stage === stage);
    // Where two say otherwise of one plant, it stands at one place and not at another: it can be met.
    for (const isThere of [false, true])
      for (const { day } of own.filter(({ says }) => (says === 'there') === isThere))
        for (let after = 0; after < standsFor; after += 1) {
          const sure = (1 - slip) * Math.min(1, (2 * (standsFor - after)) / standsFor);
          const at = modulo(day - 1 + after);
          chances[at] = isThere ? Math.max(chances[at]!, sure) : Math.min(chances[at]!, 1 - sure);
        }
  }

  private workOut(taxon: string, { stage, windows }: StageDescription): Float64Array {
    const whole = new Float64Array(yearLength);
    for (const window of windows) {
      const half = halfOf(window[0], this.turn);
      const shift = this.shiftOf(taxon, half);
      const reach = siteReach + taxonReach;
      // Only days on which the window stands and shifts that can be are gone through; the year is folded at the end.
      const first = shift.findIndex((probability) => probability > negligible);
      const last = shift.findLastIndex((probability) => probability > negligible);
      const likely = Float64Array.from(shift.slice(first, last + 1));
      const heights = heightsOf(window);
      const unfolded = new Float64Array(yearLength + likely.length);
      for (let from = 0; from < yearLength; from += 1) {
        const height = heights[from]!;
        if (height === 0) continue;
        for (let s = 0; s < likely.length; s += 1) unfolded[from + s]! += likely[s]! * height;
      }
      const own = new Float64Array(yearLength);
      const moved = this.mean[half] - reach + first;
      unfolded.forEach((chance, i) => (own[modulo(i + moved)]! += chance));
      for (let day = 0; day < yearLength; day += 1) whole[day] = Math.max(whole[day]!, own[day]!);
    }
    this.letStand(whole, taxon, stage);
    return whole;
  }

  /** What is to be expected of a stage on a day of the year. */
  stageOn(taxon: string, description: StageDescription, day: number): StageForecast {
    const probability = this.curve(taxon, description)[modulo(day - 1)]!;
    const nearest = this.comingOf(taxon, description, day);
    return {
      stage: description.stage,
      probability,
      half: nearest,
      state:
        probability >= ready
          ? 'ready now'
          : nearest.expected > 0
            ? nearest.expected <= soon
              ? 'due soon'
              : 'later'
            : 'over'
    };
  }

  /** When half of a stage has come, next or last: days from a day of the year, with the 80 % range. */
  comingOf(taxon: string, { windows }: StageDescription, day: number): StageForecast['half'] {
    return windows
      .map((window) => this.halfDay(taxon, window, day))
      .reduce((a, b) => (Math.abs(b.expected) < Math.abs(a.expected) ? b : a));
  }

  /** When a window has half come, in days from a day of the year. */
  private halfDay(taxon: string, window: Window, day: number): StageForecast['half'] {
    const half = halfOf(window[0], this.turn);
    const [start, peakFrom] = window;
    const reach = siteReach + taxonReach;
    const shift = this.shiftOf(taxon, half);
    const middle = signed(day, start + modulo(peakFrom - start) / 2 + this.mean[half]);
    let [sum, low, high, mean] = [0, NaN, NaN, 0];
    shift.forEach((p, s) => {
      sum += p;
      mean += p * (s - reach);
      if (Number.isNaN(low) && sum >= 0.1) low = s - reach;
      if (Number.isNaN(high) && sum >= 0.9) high = s - reach;
    });
    return {
      expected: Math.round(middle + mean),
      low: Math.round(middle + low),
      high: Math.round(middle + high)
    };
  }
}
