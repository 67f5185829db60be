import type { Random } from '../random';
import { difficultyAfter, hardest } from './difficulty';
import {
  type ComposedDrill,
  type DrillName,
  type PairDrill,
  type PairSpecification,
  type Specification,
  isFitFor,
  makeOnPair,
  pairDrills,
  plantDrills,
  plantsOf
} from './drills';
import type { LearnerState, RoundFrame } from './frame';
import { plantQuestions, plantQuestionsOfKind } from './plant-questions';
import { type DrillPair, type Member, pairKey, unitsOf } from './unit';

/** A round is not longer: what is left comes in the next. */
export const mostQuestions = 20;
export const usualQuestions = 10;

/** What one question is about, before its drill is chosen. */
export interface Slot {
  readonly pair: DrillPair;
  readonly member: Member;
}

const recallOf = (pair: DrillPair, { memory }: LearnerState, now: Date): number =>
  Math.min(...unitsOf(pair).map((unit) => memory.get(unit)?.recallAt(now) ?? 0.5));

const isDue = (pair: DrillPair, { memory, mistakenOutside }: LearnerState, now: Date): boolean =>
  mistakenOutside.has(pairKey(pair)) ||
  unitsOf(pair).some((unit) => {
    const known = memory.get(unit);
    return known !== undefined && known.due <= now;
  });

const isWeak = (pair: DrillPair, { memory, mistakenOutside }: LearnerState): boolean =>
  mistakenOutside.has(pairKey(pair)) || unitsOf(pair).some((unit) => memory.get(unit)?.firmness === 'missed');

/**
 * The pairs that a learner should see today: due ones first, of these what was mistaken on a living plant, then those of the next walk of which no dangerous
 * specimen was shown today, the least firmly known first.
 */
export function pairsForToday(
  known: readonly DrillPair[],
  nextWalk: readonly DrillPair[],
  learner: LearnerState,
  now: Date
): { readonly due: DrillPair[]; readonly open: DrillPair[] } {
  const due = known.filter((pair) => isDue(pair, learner, now));
  const keys = new Set(due.map(stagedKey));
  const open = nextWalk.filter(
    (pair) => !keys.has(stagedKey(pair)) && !learner.shownToday.has(pairKey(pair))
  );
  const outside = (pair: DrillPair) => Number(learner.mistakenOutside.has(pairKey(pair)));
  const byRecall = (a: DrillPair, b: DrillPair) =>
    outside(b) - outside(a) || recallOf(a, learner, now) - recallOf(b, learner, now);
  return { due: due.sort(byRecall), open: open.sort(byRecall) };
}

/** A pair at its stages: the same pair in leaf and in flower are two. */
const stagedKey = (pair: DrillPair): string => `${pairKey(pair)} ${pair.targetStage} ${pair.lookalikeStage}`;

/** Both plants of each pair, weak pairs one dangerous specimen more, so that 'dangerous' is no good guess. */
function slotsOf(pairs: readonly DrillPair[], learner: LearnerState, size: number, random: Random): Slot[] {
  const rounds = [pairs.map(() => random.next() < 0.5)];
  rounds.push(rounds[0]!.map((isDangerous) => !isDangerous));
  const slots = rounds.flatMap((dangerous) =>
    pairs.map((pair, i): Slot => ({ pair, member: dangerous[i] ? 'lookalike' : 'target' }))
  );
  slots.push(
    ...pairs.filter((pair) => isWeak(pair, learner)).map((pair): Slot => ({ pair, member: 'lookalike' }))
  );
  while (slots.length < size)
    slots.push(
      ...pairs.map((pair): Slot => ({ pair, member: random.next() < 0.5 ? 'lookalike' : 'target' }))
    );
  return slots.slice(0, size);
}

/** Never two of the same pair in a row while there are others: a later one is drawn forward. */
function interleaved(slots: readonly Slot[]): Slot[] {
  const rest = [...slots];
  const result: Slot[] = [];
  while (rest.length > 0) {
    const last = result.at(-1);
    const next = rest.findIndex(({ pair }) => !last || pairKey(pair) !== pairKey(last.pair));
    result.push(...rest.splice(Math.max(next, 0), 1));
  }
  return result;
}

/** The drills that can ask about a pair, as the evidence and the drawings allow. */
export function drillsFor(
  { library, rules, context }: Pick<RoundFrame, 'library' | 'rules' | 'context'>,
  pair: DrillPair
): PairDrill[] {
  const plants = plantsOf(library, pair);
  if (!plants) return [];
  const rivals = rivalsOf(pair, context).flatMap((one) => plantsOf(library, one)?.lookalike ?? []);
  return pairDrills.filter((drill) => isFitFor(drill, library, plants, rivals, rules));
}

/** One kind of question after the other for a pair: first side by side, then what was asked least of it. */
function chooseDrill(
  fit: readonly PairDrill[],
  times: ReadonlyMap<DrillName, number>,
  random: Random
): PairDrill {
  const count = (drill: DrillName) => times.get(drill) ?? 0;
  if (count('side by side') === 0) return 'side by side';
  return fit
    .map((drill) => ({ drill, key: count(drill) + random.next() * 0.9 }))
    .reduce((a, b) => (b.key < a.key ? b : a)).drill;
}

/** A question on one plant of a pair, as hard as the learner's past in that drill makes it. */
export const questionOn = (
  { library, context, rules, learner }: RoundFrame,
  { pair, member }: Slot,
  drill: PairDrill,
  isFirst: boolean,
  random: Random
): PairSpecification =>
  makeOnPair(drill, {
    library,
    rules,
    pair,
    member,
    rivals: rivalsOf(pair, context),
    isFirst,
    level: difficultyAfter(learner.past.get(drill) ?? []) / hardest,
    seed: random.integer(1, 2 ** 31 - 1),
    random
  });

const rivalsOf = (pair: DrillPair, pairs: readonly DrillPair[]): DrillPair[] => {
  const own = pairs.filter(
    ({ target, targetStage }) => target === pair.target && targetStage === pair.targetStage
  );
  return own.some((one) => stagedKey(one) === stagedKey(pair)) ? own : [...own, pair];
};

/**
 * Composes the questions of a round: each pair's dangerous plant and the wanted one, in the order of the pairs,
 * interleaved; the drills alternate, and how hard they are follows from the learner's past.
 * @param pairs what is asked, the most urgent first
 * @param size number of questions, at least one
 * @param random what is asked follows from it: where answers count, it must be one that nobody can foresee
 */
export function composeRound(
  frame: RoundFrame,
  pairs: readonly DrillPair[],
  size: number,
  random: Random
): Specification[] {
  if (pairs.length === 0) return [];
  const { learner } = frame;
  const times = new Map<string, Map<DrillName, number>>();
  const others = plantQuestions(frame, Math.floor(size / oneOtherIn), random.fork('others'));
  const onPairs = interleaved(slotsOf(pairs, learner, size - others.length, random.fork('slots'))).map(
    (slot, i) => {
      const key = stagedKey(slot.pair);
      const own = times.get(key) ?? new Map(learner.asked.get(pairKey(slot.pair)));
      times.set(key, own);
      const drill = chooseDrill(drillsFor(frame, slot.pair), own, random.fork(`drill ${i}`));
      const isFirst = !own.has(drill);
      own.set(drill, (own.get(drill) ?? 0) + 1);
      return questionOn(frame, slot, drill, isFirst, random.fork(`question ${i}`));
    }
  );
  return strewn(onPairs, others);
}

/**
 * Composes a round of one kind alone, on the pairs that it can ask about or on the plants of the season.
 * @returns none where nothing of that kind can be asked
 */
export function composeRoundOfKind(
  frame: RoundFrame,
  pairs: readonly DrillPair[],
  size: number,
  drill: ComposedDrill,
  random: Random
): Specification[] {
  const other = plantDrills.find((one) => one === drill);
  if (other) return plantQuestionsOfKind(frame, other, size, random);
  const onPair = pairDrills.find((one) => one === drill)!;
  const fit = pairs.filter((pair) => drillsFor(frame, pair).includes(onPair));
  if (fit.length === 0) return [];
  return interleaved(slotsOf(fit, frame.learner, size, random.fork('slots'))).map((slot, i) => {
    const isFirst = !frame.learner.asked.get(pairKey(slot.pair))?.has(onPair);
    return questionOn(frame, slot, onPair, isFirst, random.fork(`question ${i}`));
  });
}

/** One question in so many is of another kind than those on pairs. */
const oneOtherIn = 4;

/** The others stand among the questions on pairs at even distances. */
function strewn(onPairs: readonly Specification[], others: readonly Specification[]): Specification[] {
  const result = [...onPairs];
  const gap = Math.ceil((onPairs.length + 1) / (others.length + 1));
  others.forEach((question, i) => result.splice((i + 1) * gap + i, 0, question));
  return result;
}

/** How long a round will take this learner, in seconds: reading what follows an answer takes as long again. */
export const roundSeconds = (drills: readonly DrillName[], { times }: LearnerState): number =>
  drills.reduce((sum, drill) => sum + 2 * times.usual(drill), 0);
