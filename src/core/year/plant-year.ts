import {
  bears,
  canBeTakenFor,
  canBeTold,
  curatedPair,
  demandOf,
  glanceSimilarity,
  harmsBeyond,
  isPlausible,
  looksAlike
} from '../evidence';
import {
  type Library,
  type LibraryTaxon,
  type Stage,
  type StageDescription,
  harmsByTouch,
  isDangerous,
  pieceAt,
  worstSeverity
} from '../knowledge';
import { type Calendar, stageIsUp } from '../season';

/**
 * A plant through the year at one site: the chance of its stages on each day, the dangerous ones that it may be
 * taken for, and when the two cannot be told apart. Plain data, so that it can be sent to a browser.
 */
export interface PlantYear {
  readonly taxon: string;
  readonly stages: readonly StageYear[];
  /** The worst first, then the longest untold. */
  readonly lookalikes: readonly LookalikeYear[];
  /** By day, [0] for 1 January: index of the stage at which it is taught or met, or `notUp`. */
  readonly met: Uint8Array;
}
export interface StageYear {
  readonly stage: Stage;
  /** Chance of the stage by day, in whole percent. */
  readonly percent: Uint8Array;
  /** It is gathered at this stage; or, where nothing of it is, the stage shows what it is known by. */
  readonly isTaught: boolean;
}
export interface LookalikeYear {
  readonly taxon: string;
  readonly severity: number;
  /** Chance that some stage of it is there by day, in whole percent. */
  readonly percent: Uint8Array;
  /** Stretches of days (1–365, both ends included) on which no separating set exists against it. */
  readonly untold: readonly DayRange[];
}
export type DayRange = readonly [from: number, to: number];
export const notUp = 255;
export const daysOfYear = 365;

/** Where and by which rules plants are looked at. */
export interface Outlook {
  readonly habitats: readonly string[];
  readonly mayDig: boolean;
  readonly scentCounts: boolean;
  readonly calendar: Calendar;
  /** What was recorded at the site, by taxon. */
  readonly abundance?: ReadonlyMap<string, unknown>;
}

function byDay(of: (day: number) => number): Float64Array {
  const chances = new Float64Array(daysOfYear);
  for (let d = 0; d < daysOfYear; d += 1) chances[d] = of(d + 1);
  return chances;
}
function percentOf(chances: Float64Array): Uint8Array {
  const percent = new Uint8Array(daysOfYear);
  for (let d = 0; d < daysOfYear; d += 1) percent[d] = Math.round(100 * Math.min(1, chances[d]!));
  return percent;
}

/** Stages that a plant without any use is shown at: what it is known by is there. */
const showing = new Set<Stage>(['first-year leaf', 'leaf', 'bud', 'flower', 'fruit']);

/** The stages at which a plant is worth a stop: those of its uses, or where it has none, those that show it. */
export function taughtStages(taxon: LibraryTaxon): Set<Stage> {
  const used = taxon.uses.filter(({ kind }) => kind !== 'history').flatMap(({ stages }) => stages);
  return new Set(used.length > 0 ? used : [...taxon.stages.keys()].filter((stage) => showing.has(stage)));
}

/** What can do harm, with a mask of its stages that are up on each day. */
interface Harmful {
  readonly taxon: LibraryTaxon;
  readonly stages: readonly StageDescription[];
  readonly masks: Uint8Array;
  readonly percent: Uint8Array;
}

/** The plants of a library through one year at one site. */
export class YearAtSite {
  readonly #harmful: readonly Harmful[];

  constructor(
    private readonly library: Library,
    private readonly outlook: Outlook
  ) {
    this.#harmful = [...library.taxa.values()].filter(isDangerous).map((taxon) => {
      const stages = [...taxon.stages.values()];
      const masks = new Uint8Array(daysOfYear);
      const most = new Float64Array(daysOfYear);
      stages.forEach((stage, s) =>
        byDay((day) => outlook.calendar.chanceOfHarmful(taxon, stage, day)).forEach((chance, d) => {
          if (chance >= stageIsUp) masks[d]! |= 1 << s;
          most[d] = Math.max(most[d]!, chance);
        })
      );
      return { taxon, stages, masks, percent: percentOf(most) };
    });
  }

  of(target: LibraryTaxon): PlantYear {
    const taught = taughtStages(target);
    const descriptions = [...target.stages.values()];
    const own = descriptions.map((description) => ({
      chances: byDay((day) => this.outlook.calendar.chance(target, description, day)),
      isTaught: taught.has(description.stage)
    }));
    const met = Uint8Array.from({ length: daysOfYear }, (_, d) => {
      let best = notUp;
      own.forEach(({ chances, isTaught }, s) => {
        if (chances[d]! < stageIsUp) return;
        const before = own[best];
        if (
          !before ||
          (isTaught && !before.isTaught) ||
          (isTaught === before.isTaught && chances[d]! >= before.chances[d]!)
        )
          best = s;
      });
      return best;
    });
    const stages = own.map(({ chances, isTaught }, s) => ({
      stage: descriptions[s]!.stage,
      percent: percentOf(chances),
      isTaught
    }));
    // Whether touch may be used depends on all that can be met, so the days are gone through together.
    const standings = this.#harmful
      .filter(({ taxon }) => taxon !== target)
      .map((other) => ({ ...other, ask: this.standing(target, descriptions, other) }));
    const untold = standings.map(() => new Uint8Array(daysOfYear));
    const isListed = standings.map(() => false);
    for (let d = 0; d < daysOfYear; d += 1) {
      const at = met[d]!;
      if (at === notUp) continue;
      const listed = standings.map(({ ask, masks }) => (masks[d] ? ask(at, masks[d]!) : notListed));
      const mayTouch = standings.every(({ taxon }, i) => !(listed[i]! & listedBit) || !harmsByTouch(taxon));
      listed.forEach((standing, i) => {
        if (!(standing & listedBit)) return;
        isListed[i] = true;
        untold[i]![d] = standing & (mayTouch ? openBit : openUntouchedBit) ? 1 : 0;
      });
    }
    const isKnown = (slug: string) =>
      this.library.pairs.some((pair) => pair.target === target.slug && pair.lookalike === slug);
    const lookalikes = standings
      .flatMap(({ taxon, percent }, i) =>
        isListed[i]
          ? [
              {
                taxon: taxon.slug,
                isKnown: isKnown(taxon.slug),
                severity: worstSeverity(taxon),
                percent,
                untold: rangesOf(untold[i]!),
                days: untold[i]!.reduce((sum, one) => sum + one, 0)
              }
            ]
          : []
      )
      .sort(
        (a, b) =>
          Number(b.isKnown) - Number(a.isKnown) ||
          b.severity - a.severity ||
          b.days - a.days ||
          (a.taxon < b.taxon ? -1 : 1)
      )
      .map(({ days: _, isKnown: __, ...rest }) => rest);
    return { taxon: target.slug, stages, lookalikes, met };
  }

  /** How a target at a stage stands to another plant with some stages up: worked out once for each such mask. */
  private standing(target: LibraryTaxon, own: readonly StageDescription[], { taxon, stages }: Harmful) {
    const { characters } = this.library;
    const { habitats, abundance, mayDig, scentCounts } = this.outlook;
    const canStand = isPlausible(target, taxon, { habitats, ...(abundance && { abundance }) });
    const known = new Map<number, number>();
    return (at: number, mask: number): number => {
      const key = at * 256 + mask;
      const before = known.get(key);
      if (before !== undefined) return before;
      const stage = own[at]!;
      const curated = curatedPair(this.library, target.slug, taxon.slug, stage.stage);
      const piece = pieceAt(target, stage.stage);
      const likeness = (other: StageDescription) => glanceSimilarity(characters, stage, other);
      const up = stages.filter(
        (other, s) =>
          mask & (1 << s) &&
          bears(other, piece) &&
          (curated !== undefined || canBeTakenFor(characters, stage, other, piece))
      );
      const isAlike =
        up.length > 0 &&
        harmsBeyond(target, taxon, curated !== undefined) &&
        (curated !== undefined || (canStand && up.some((other) => (likeness(other) ?? 0) >= looksAlike)));
      const demand = demandOf(taxon, curated);
      const isOpen = (mayTouch: boolean) =>
        curated?.kind !== 'grows among' &&
        up.some(
          (other) =>
            !canBeTold(
              characters,
              stage,
              { stage: other, ...demand },
              { mayDig, scentCounts, mayTouch, piece }
            )
        );
      const standing = isAlike
        ? listedBit | (isOpen(true) ? openBit : 0) | (isOpen(false) ? openUntouchedBit : 0)
        : notListed;
      known.set(key, standing);
      return standing;
    };
  }
}
const [notListed, listedBit, openBit, openUntouchedBit] = [0, 1, 2, 4] as const;

function rangesOf(days: Uint8Array): DayRange[] {
  const ranges: [number, number][] = [];
  days.forEach((is, i) => {
    if (!is) return;
    const last = ranges.at(-1);
    if (last && last[1] === i) last[1] = i + 1;
    else ranges.push([i + 1, i + 1]);
  });
  return ranges;
}

export const isWithin = (ranges: readonly DayRange[], day: number): boolean =>
  ranges.some(([from, to]) => day >= from && day <= to);
