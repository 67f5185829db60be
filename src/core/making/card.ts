import {
  type Method,
  type Portion,
  type Preparation,
  type Taught,
  type Way,
  foodWays,
  isCraft,
  isTaught
} from '../knowledge';
import { counted } from '../words';
import { type Scaled, dayShare, inGrams, tooMuch } from './amounts';

/** What a card says besides the method: the portion, the share of each, and the steps with how long they take. */

const often = ({ perDay, daysAWeek }: Portion): string =>
  [
    perDay === 1 ? 'one a day' : `at most ${perDay} a day`,
    daysAWeek && `on at most ${counted(daysAWeek, 'day')} a week`
  ]
    .filter(Boolean)
    .join(', ');

/** "A portion is 25 g, one a day, for a grown person." */
export function portionInWords(portion: Portion): string {
  const cup = portion.cupMillilitres ? ` for a cup of ${portion.cupMillilitres} ml` : '';
  const when = portion.of === 'cleaned' && !cup ? ', weighed before it is cooked,' : '';
  return `A portion is ${inGrams(portion.grams)}${cup}${when || ','} ${often(portion)}, for a grown person.`;
}

/** What each gets where it is shared, and how much that is of a portion and of a day. */
export function sharedBy(
  { portions }: Pick<Scaled, 'portions'>,
  portion: Portion,
  people: number
): { readonly grams: number; readonly ofPortion: number; readonly ofDay: number } | undefined {
  if (!portions || people < 1) return undefined;
  const grams = (portions.mostly * portion.grams) / people;
  return { grams, ofPortion: grams / portion.grams, ofDay: dayShare(grams, portion) };
}

/** The same in a sentence; where it would be more than a day's most for each, that. */
export function sharedInWords(
  scaled: Pick<Scaled, 'portions'>,
  portion: Portion,
  people: number,
  name: string
): string {
  const each = sharedBy(scaled, portion, people);
  if (!each) return '';
  const most = tooMuch(each.grams, portion, name);
  if (most) return `${most} Keep the rest, or share it with more.`;
  return `Shared by ${people} it is ${inGrams(each.grams)} each: ${Math.round(each.ofPortion * 100)} % of a portion, ${Math.round(each.ofDay * 100)} % of what a day allows.`;
}

/** How long a step takes, in words. */
export function stepTime({ minutes }: Method['steps'][number]): string {
  if (!minutes) return '';
  const [from, to] = minutes;
  const [unit, per] = to >= 2880 ? ['day', 1440] : to >= 180 ? ['hour', 60] : ['minute', 1];
  const figure = (value: number) => String(Math.round((value / per) * 2) / 2);
  return from === to || figure(from) === figure(to)
    ? counted(Number(figure(to)), unit)
    : `${figure(from)} to ${figure(to)} ${unit}s`;
}

/** Ways in which something is made at a stop, by what the stop is for. */
const waysAtStop: Readonly<Record<string, readonly Way[]>> = {
  brew: ['infuse'],
  'cook over fire': ['boil', 'steam', 'fry', 'roast', 'dough', 'juice'],
  cordage: ['cord'],
  tool: ['spindle', 'tinder'],
  preparation: foodWays
};

/** The ways that a stop is for, of those that are taught. */
export const madeAtStop = (preparations: readonly Preparation[], activity: string): Taught[] =>
  preparations.filter(isTaught).filter(({ way }) => waysAtStop[activity]?.includes(way) ?? false);

/** What a way of preparing a part needs. */
export interface Kitchen {
  readonly way: Way;
  readonly tool: string;
}

/** What the ways that a stop is for need, each thing once. */
export const toolsAtStop = (ways: readonly Kitchen[], activity: string): string[] => [
  ...new Set(
    ways.filter(({ way }) => waysAtStop[activity]?.includes(way)).flatMap(({ tool }) => tool.split(/,\s*/))
  )
];

/** Which way of preparing a part stands first, where the plant leaves the choice. */
export const kitchenHabits = ['as the library has it', 'heated', 'raw'] as const;
export type Habit = (typeof kitchenHabits)[number];

/** Ways of a part to be eaten that are taught, in the order of the library but for the habit; craft last. */
export function byHabit(preparations: readonly Preparation[], habit: Habit): Taught[] {
  const rank = ({ way, method }: Taught): number => {
    if (isCraft(way)) return 2;
    if (habit === 'heated') return method.heat === 'not used' ? 1 : 0;
    return habit === 'raw' && way !== 'raw' ? 1 : 0;
  };
  return preparations.filter(isTaught).sort((a, b) => rank(a) - rank(b));
}
