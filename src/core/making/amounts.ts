import type { Method, PartRules, Portion, Share } from '../knowledge';

/** How much comes of what was gathered: pieces → grams → cleaned → ready → portions. */

/** Grams, or portions: what it hardly falls short of, what it mostly is, what it hardly exceeds. */
export interface Amount {
  readonly low: number;
  readonly mostly: number;
  readonly high: number;
}

export const exactly = (amount: number): Amount => ({ low: amount, mostly: amount, high: amount });

/**
 * A share of an amount. What is uncertain about the two has nothing to do with each other, so their spreads, as factors,
 * add up by their squares: both at their worst at once is as good as never.
 */
function times({ low, mostly, high }: Amount, share: Share): Amount {
  const spread = (a: number, b: number) => Math.exp(Math.hypot(Math.log(a), Math.log(b)));
  const middle = mostly * share[1];
  return {
    low: middle / spread(mostly / low, share[1] / share[0]),
    mostly: middle,
    high: middle * spread(high / mostly, share[2] / share[1])
  };
}

const over = ({ low, mostly, high }: Amount, grams: number): Amount => ({
  low: low / grams,
  mostly: mostly / grams,
  high: high / grams
});

/** What pieces of a part weigh by the library; undefined where it gives no mass. */
export function massOf(pieces: number, grams: PartRules['grams']): Amount | undefined {
  return grams && times(exactly(pieces), grams.piece);
}

/** What one batch lost, in grams that were weighed: of the kitchen's own ways, not the library's. */
export interface WeighedYield {
  readonly gathered: number;
  readonly cleaned: number | undefined;
  readonly ready: number | undefined;
}

/** Shares of a preparation, with how many batches of the school's own stand behind each; 0: the library's. */
export interface Yields {
  readonly cleaned: Share;
  readonly ready: Share;
  readonly cleanedBatches: number;
  readonly readyBatches: number;
}

/** From how many batches on their own spread is believed; before, the library's is laid round their mean. */
const enoughBatches = 3;

function shareOf(
  own: readonly { readonly before: number; readonly after: number }[],
  library: Share
): { readonly share: Share; readonly batches: number } {
  const fit = own.filter(({ before, after }) => before > 0 && after > 0);
  if (fit.length === 0) return { share: library, batches: 0 };
  const sum = (of: 'before' | 'after') => fit.reduce((total, one) => total + one[of], 0);
  const mostly = sum('after') / sum('before');
  const ratios = fit.map(({ before, after }) => after / before);
  const share: Share =
    fit.length >= enoughBatches
      ? [Math.min(...ratios), mostly, Math.max(...ratios)]
      : [(mostly * library[0]) / library[1], mostly, (mostly * library[2]) / library[1]];
  return { share, batches: fit.length };
}

/** The school's own yields go first; where it weighed nothing, the library's stand in. */
export function yieldsOf(
  { cleaned, ready }: Pick<Method, 'cleaned' | 'ready'>,
  batches: readonly WeighedYield[]
): Yields {
  const first = shareOf(
    batches.map((one) => ({ before: one.gathered, after: one.cleaned ?? 0 })),
    cleaned
  );
  const then = shareOf(
    batches.map((one) => ({ before: one.cleaned ?? 0, after: one.ready ?? 0 })),
    ready
  );
  return {
    cleaned: first.share,
    ready: then.share,
    cleanedBatches: first.batches,
    readyBatches: then.batches
  };
}

/** What comes of some grams that were gathered. */
export interface Scaled {
  readonly gathered: Amount;
  readonly cleaned: Amount;
  readonly ready: Amount;
  /** Missing for what is not eaten. */
  readonly portions: Amount | undefined;
  /** Whole portions of what it mostly is, and what is left over of them, in grams. */
  readonly whole: number;
  readonly rest: number;
}

/** @param gathered grams */
export function scale(
  { portion }: Pick<Method, 'portion'>,
  yields: Pick<Yields, 'cleaned' | 'ready'>,
  gathered: Amount
): Scaled {
  const cleaned = times(gathered, yields.cleaned);
  const ready = times(cleaned, yields.ready);
  if (!portion) return { gathered, cleaned, ready, portions: undefined, whole: 0, rest: 0 };
  const eaten = portion.of === 'cleaned' ? cleaned : ready;
  const portions = over(eaten, portion.grams);
  // What is a portion but for rounding is one.
  const whole = Math.floor(portions.mostly + 1e-9);
  return {
    gathered,
    cleaned,
    ready,
    portions,
    whole,
    rest: Math.max(0, eaten.mostly - whole * portion.grams)
  };
}

/** Grams that must be gathered for so many grams ready, by what mostly comes of it. */
export const gramsToGather = (ready: number, yields: Pick<Yields, 'cleaned' | 'ready'>): number =>
  ready / (yields.cleaned[1] * yields.ready[1]);

/** The most of it that one person has in a day, in grams. */
export const dayGrams = ({ grams, perDay }: Portion): number => grams * perDay;

/** Which share of a day's most some grams are. */
export const dayShare = (grams: number, portion: Portion): number => grams / dayGrams(portion);

/** Why so much is too much for one person, in words; undefined where it is not. @param grams for each */
export function tooMuch(grams: number, portion: Portion, name: string): string | undefined {
  const most = dayGrams(portion);
  if (grams <= most + 1e-9) return undefined;
  return `${inGrams(grams)} of ${name} each is more than a day’s most, ${inGrams(most)} (${portion.perDay === 1 ? 'one portion' : `${portion.perDay} portions`} of ${inGrams(portion.grams)}).`;
}

/** Grams in words: as finely as a kitchen scale shows them. */
export const inGrams = (grams: number): string =>
  grams < 10
    ? `${Math.round(grams * 10) / 10} g`
    : grams < 1000
      ? `${Math.round(grams)} g`
      : `${Math.round(grams / 10) / 100} kg`;
