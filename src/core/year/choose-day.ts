import type { Stage } from '../knowledge';
import { addDays, dayOfYear } from '../season';
import { type PlantYear, daysOfYear, isWithin, notUp } from './plant-year';

/**
 * The best days for what a school would like to teach at a site. A day is worth the sum, over the wishes, of
 * what each is worth times the chance that the plant is at a stage worth a stop then; nothing where it cannot be
 * told from a dangerous lookalike at that stage. Days that daylight, the tide or the diary do not allow are kept
 * in the strip, with what speaks against them, and are never named best.
 */

export interface WishedPlant {
  readonly taxon: string;
  readonly name: string;
  readonly worth: number;
  /** A dangerous plant is shown to be left alone: whether it can be told from others does not matter. */
  readonly isDanger: boolean;
  /** By calendar year: what was seen moves its own year only. */
  readonly years: Readonly<Record<string, PlantYear>>;
}

/** Minutes from local midnight. */
export interface Span {
  readonly from: number;
  readonly until: number;
}

export interface DayRules {
  /** Length of the walk in minutes. */
  readonly minutes: number;
  /** The hours of the day in which the school walks. */
  readonly hours: Span;
  /** Days of the week on which it walks: 0 is Sunday. */
  readonly weekdays: readonly number[];
  /** Daylight on a date; undefined where it is not known. */
  readonly daylight: (isoDate: string) => Span | undefined;
  /** Times at which the shore can be walked; undefined where the site has none. */
  readonly shore: ((isoDate: string) => readonly Span[]) | undefined;
  /** Why a date is given away, in words; undefined where it is free. */
  readonly taken: (isoDate: string) => string | undefined;
}

export interface PlantOnDay {
  readonly taxon: string;
  readonly name: string;
  readonly stage: Stage;
  /** Chance of a stage worth a stop, 0–1. */
  readonly chance: number;
  readonly worth: number;
  /** Lookalikes that it cannot be told from then. */
  readonly untold: readonly string[];
}

export interface ScoredDay {
  readonly isoDate: string;
  readonly score: number;
  /** What is worth a stop with a chance, the weightiest first. */
  readonly plants: readonly PlantOnDay[];
  /** Wishes that are not up at a stage worth a stop. */
  readonly missing: readonly string[];
  /** The longest time that holds the walk, where there is one. */
  readonly span: Span | undefined;
  /** Why no walk can be held, in words; empty where one can. */
  readonly bars: readonly string[];
}

/** Below this chance a stage is not counted on. */
const leastChance = 0.05;

function plantOn(
  { taxon, name, worth, isDanger, years }: WishedPlant,
  isoDate: string
): PlantOnDay | undefined {
  const year = years[isoDate.slice(0, 4)];
  if (!year) return undefined;
  const day = Math.min(daysOfYear, dayOfYear(isoDate));
  let chance = 0;
  let stage: Stage | undefined;
  for (const one of year.stages) {
    const percent = one.isTaught ? one.percent[day - 1]! / 100 : 0;
    if (percent > chance) [chance, stage] = [percent, one.stage];
  }
  if (!stage || chance < leastChance || year.met[day - 1] === notUp) return undefined;
  const untold = isDanger
    ? []
    : year.lookalikes.filter((one) => isWithin(one.untold, day)).map((one) => one.taxon);
  return { taxon, name, stage, chance, worth, untold };
}

const worthOf = ({ worth, chance, untold }: PlantOnDay) => (untold.length > 0 ? 0 : worth * chance);

const cut = (a: Span, b: Span): Span => ({
  from: Math.max(a.from, b.from),
  until: Math.min(a.until, b.until)
});
const longest = (spans: readonly Span[]): Span | undefined =>
  spans.reduce<Span | undefined>(
    (best, one) => (one.until - one.from > (best ? best.until - best.from : 0) ? one : best),
    undefined
  );

const weekdayWords = ['Sundays', 'Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays'];

/** When a walk can be held on a date, and what speaks against it. */
function room(rules: DayRules, isoDate: string): { span: Span | undefined; bars: string[] } {
  const bars: string[] = [];
  const weekday = new Date(`${isoDate}T12:00:00Z`).getUTCDay();
  if (!rules.weekdays.includes(weekday)) bars.push(`no walks on ${weekdayWords[weekday]}`);
  const taken = rules.taken(isoDate);
  if (taken) bars.push(taken);
  const daylight = rules.daylight(isoDate);
  const lit = daylight ? cut(rules.hours, daylight) : rules.hours;
  if (lit.until - lit.from < rules.minutes) {
    bars.push('too little daylight within the school’s hours');
    return { span: undefined, bars };
  }
  if (!rules.shore) return { span: lit, bars };
  const dry = longest(rules.shore(isoDate).map((window) => cut(window, lit)));
  if (!dry || dry.until - dry.from < rules.minutes) {
    bars.push(
      dry
        ? `the shore is open for only ${dry.until - dry.from} minutes in daylight`
        : 'the shore is not open in daylight'
    );
    return { span: undefined, bars };
  }
  return { span: dry, bars };
}

/** One date for a wish list. */
export function scoreDay(wishes: readonly WishedPlant[], rules: DayRules, isoDate: string): ScoredDay {
  const plants: PlantOnDay[] = [];
  const missing: string[] = [];
  for (const wish of wishes) {
    const plant = plantOn(wish, isoDate);
    if (plant) plants.push(plant);
    else missing.push(wish.name);
  }
  plants.sort((a, b) => worthOf(b) - worthOf(a) || b.worth * b.chance - a.worth * a.chance);
  const score = plants.reduce((sum, plant) => sum + worthOf(plant), 0);
  return { isoDate, score, plants, missing, ...room(rules, isoDate) };
}

/**
 * Every day of a period, in order; a step at a time, so that whoever asks can show how far it is.
 * @param from first date @param days how many
 */
export function* scoreDays(
  wishes: readonly WishedPlant[],
  rules: DayRules,
  from: string,
  days: number
): Generator<ScoredDay> {
  for (let i = 0; i < days; i += 1) yield scoreDay(wishes, rules, addDays(from, i));
}

/** Best days lie at least this far apart, so that three of them are three choices: over a year a fortnight. */
export const apartDays = (looked: number): number => Math.max(6, Math.floor(looked / 26));

/** The best days on which a walk can be held, apart from each other. */
export function bestDays(days: readonly ScoredDay[], count: number): ScoredDay[] {
  const chosen: ScoredDay[] = [];
  const apart = apartDays(days.length);
  const at = ({ isoDate }: ScoredDay) => Date.parse(`${isoDate}T12:00:00Z`) / 86_400_000;
  const open = days
    .filter(({ bars, score }) => bars.length === 0 && score > 0)
    .sort((a, b) => b.score - a.score || (a.isoDate < b.isoDate ? -1 : 1));
  for (const day of open) {
    if (chosen.length === count) break;
    if (chosen.every((one) => Math.abs(at(one) - at(day)) >= apart)) chosen.push(day);
  }
  return chosen;
}
