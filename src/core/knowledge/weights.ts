import type { Cell, Character, FrequencyWord } from './schema';

/** The frequency words of a description, as probabilities. */
export const wordWeight: Readonly<Record<FrequencyWord, number>> = {
  always: 0.97,
  usually: 0.8,
  sometimes: 0.3,
  rarely: 0.06
};

/** Below this sum of words something is missing from a description. */
export const leastListedWeight = 0.75;

/** A described character of a taxon at a stage. */
export interface Weights {
  /** Probability of each state or class, summing to 1. */
  readonly frequency: Float64Array;
  /** Whether each state is listed (or the class lies within min–max). */
  readonly listed: readonly boolean[];
  /** As it was written, where the character is a range. */
  readonly range?: RangeOf;
}

export interface RangeOf {
  readonly min: number;
  readonly low: number;
  readonly high: number;
  readonly max: number;
}

export const stateCount = (character: Character): number =>
  character.kind === 'states' ? character.states.length : character.limits.length - 1;

/** The words for a state or class, such as "hairless", "30–60 cm" or, for the outermost class, "over 250 cm". */
export function stateLabel(character: Character, index: number): string {
  if (character.kind === 'states') return character.states[index]?.label ?? '';
  const { limits, unit } = character;
  if (index === 0) return `below ${limits[1]} ${unit}`;
  if (index === limits.length - 2) return `over ${limits[index]} ${unit}`;
  return `${limits[index]}–${limits[index + 1]} ${unit}`;
}

/**
 * Turns frequency words into probabilities over all states of a character.
 *
 * With w the words of the listed states, L their sum and u the number of unlisted states:
 * u = 0 gives f = w / L; otherwise r = max(1 − L, min(0.01·u, 0.03)) is spread evenly over the unlisted
 * states and each listed one gets w·(1 − r) / L.
 *
 * @param words one word or undefined (unlisted) for each state
 * @returns undefined where L is below 0.75: the description misses something
 * @example three states, one 'always': r = 0.03, so f = [0.97, 0.015, 0.015]
 */
export function weighStates(words: readonly (FrequencyWord | undefined)[]): Weights | undefined {
  const raw = words.map((word) => (word ? wordWeight[word] : 0));
  const sum = raw.reduce((total, w) => total + w, 0);
  if (sum < leastListedWeight) return undefined;
  const listed = words.map((word) => word !== undefined);
  const unlisted = listed.filter((is) => !is).length;
  if (unlisted === 0) return { frequency: Float64Array.from(raw, (w) => w / sum), listed };
  const rest = Math.max(1 - sum, Math.min(0.01 * unlisted, 0.03));
  return {
    frequency: Float64Array.from(raw, (w, i) => (listed[i] ? (w * (1 - rest)) / sum : rest / unlisted)),
    listed
  };
}

/** Area under the trapezoid min–low–high–max (height 1 between low and high) left of x. */
function trapezoidArea(min: number, low: number, high: number, max: number, x: number): number {
  let area = 0;
  if (x > min && low > min) {
    const to = Math.min(x, low);
    area += (to - min) ** 2 / (2 * (low - min));
  }
  if (x > low) area += Math.min(x, high) - low;
  if (x > high && max > high) {
    const to = Math.min(x, max);
    area += to - high - (to - high) ** 2 / (2 * (max - high));
  }
  return area;
}

/**
 * Spreads a range over the classes of a character: 0.98 by the trapezoid min–low–high–max, 0.02 evenly.
 * A range without width falls into the class that holds it.
 *
 * @param limits rising class limits; what lies beyond them counts in the outermost classes
 */
export function weighRange(limits: readonly number[], range: RangeOf): Weights {
  const { min, low, high, max } = range;
  const classes = limits.length - 1;
  const edges = limits.map((limit, i) => (i === 0 ? -Infinity : i === classes ? Infinity : limit));
  const within = (x: number) => trapezoidArea(min, low, high, max, Math.max(min, Math.min(max, x)));
  const total = within(max);
  const share = (from: number, to: number) => {
    if (total > 0) return (within(to) - within(from)) / total;
    return min >= from && min < to ? 1 : 0;
  };
  const frequency = new Float64Array(classes);
  const listed: boolean[] = [];
  for (let i = 0; i < classes; i += 1) {
    const from = edges[i]!;
    const to = edges[i + 1]!;
    frequency[i] = 0.98 * share(from, to) + 0.02 / classes;
    listed.push(min < to && max >= from);
  }
  return { frequency, listed, range };
}

/**
 * Weighs one cell of the matrix.
 * @returns the weights, or a message that says what is wrong with the cell
 */
export function weighCell(character: Character, cell: Cell): Weights | string {
  const known = weighed.get(character) ?? new Map<string, Weights | string>();
  weighed.set(character, known);
  const text = JSON.stringify(cell);
  const weights = known.get(text) ?? weigh(character, cell);
  known.set(text, weights);
  return weights;
}

/** Most cells of a library say one of a few things of a character, so each is worked out once. */
const weighed = new WeakMap<Character, Map<string, Weights | string>>();

function weigh(character: Character, cell: Cell): Weights | string {
  if (character.kind === 'range') {
    if (!('min' in cell) || typeof cell.min !== 'number') return 'needs min, low, high and max';
    const range = cell as RangeOf;
    if (!(range.min <= range.low && range.low <= range.high && range.high <= range.max))
      return 'must rise from min over low and high to max';
    return weighRange(character.limits, range);
  }
  const words = cell as Record<string, FrequencyWord>;
  const known = new Set(character.states.map((state) => state.slug));
  const unknown = Object.keys(words).find((state) => !known.has(state));
  if (unknown) return `has no state '${unknown}' (it has ${[...known].join(', ')})`;
  return (
    weighStates(character.states.map((state) => words[state.slug])) ??
    'lists too little: its words add up to less than 0.75'
  );
}

/**
 * A described cell in words, the likeliest state first: "even", or "usually plain, sometimes dark spots".
 * A range gives its usual values, with the extremes in brackets.
 */
export function cellInWords(character: Character, weights: Weights): string {
  if (character.kind === 'range' && weights.range) {
    const { min, low, high, max } = weights.range;
    return `${low}–${high} ${character.unit} (${min}–${max})`;
  }
  const listed = weights.listed
    .flatMap((is, index) => (is ? [{ index, share: weights.frequency[index]! }] : []))
    .sort((a, b) => b.share - a.share);
  if (listed.length === 1) return stateLabel(character, listed[0]!.index);
  const word = (share: number) => (share > 0.5 ? 'usually ' : share > 0.12 ? 'sometimes ' : 'rarely ');
  return listed.map(({ index, share }) => word(share) + stateLabel(character, index)).join(', ');
}

/** Whether a plant mostly lacks the organ that a character speaks of, as flowers on a plant in leaf. */
export function lacksOrgan(character: Character, weights: Weights): boolean {
  if (character.kind !== 'states') return false;
  return character.states.some((state, index) => state.absent && weights.frequency[index]! > 0.5);
}
