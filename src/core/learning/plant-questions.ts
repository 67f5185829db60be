import type { Library } from '../knowledge';
import type { Random } from '../random';
import { stageIsReady, stagesUp } from '../season';
import { difficultyAfter, hardest } from './difficulty';
import {
  type Plant,
  type PlantDrill,
  type Specification,
  isFit,
  makeOnPlants,
  plantDrills,
  plantsOf,
  shuffledBy
} from './drills';
import type { RoundFrame } from './frame';
import { members } from './unit';

/** Questions besides those on pairs: what is on a tray, which part tells, what not to touch, whether to take it, seasons, names. */

/** Each taxon's likeliest stage that is up on a date and drawn. */
function plantsUp(library: Library, isoDate: string): Plant[] {
  return [...library.taxa.values()].flatMap((taxon): Plant[] => {
    const [best] = stagesUp(taxon, isoDate)
      .filter(
        ({ stage, probability }) => probability >= stageIsReady && isFit(taxon, taxon.stages.get(stage)!)
      )
      .sort((a, b) => b.probability - a.probability);
    return best ? [{ taxon, stage: taxon.stages.get(best.stage)! }] : [];
  });
}

/** What is due of some candidates first, then what was never asked, then any. */
const urgentFor =
  ({ learner, now }: RoundFrame, random: Random) =>
  <T>(candidates: readonly T[], unitOf: (one: T) => string): T | undefined => {
    const key = (one: T) => {
      const known = learner.memory.get(unitOf(one));
      return (known ? (known.due <= now ? 0 : 2) : 1) + random.next() * 0.9;
    };
    const [first] = candidates.map((one) => ({ one, key: key(one) })).sort((a, b) => a.key - b.key);
    return first?.one;
  };

/** Makes questions of one kind on the plants of the walks, as hard as the learner's past in it makes them. */
function makerOf(frame: RoundFrame): (drill: PlantDrill, random: Random) => Specification | undefined {
  const seen = new Map<string, Plant>();
  for (const pair of frame.context) {
    const plants = plantsOf(frame.library, pair);
    for (const member of members)
      if (plants) seen.set(`${pair[member]} ${pair[`${member}Stage`]}`, plants[member]);
  }
  const { library, rules, buffers, context, learner } = frame;
  const common = { library, rules, buffers, pairs: context, plants: [...seen.values()] };
  const up = plantsUp(library, frame.isoDate);
  return (drill, random) =>
    makeOnPlants(drill, {
      ...common,
      up,
      random,
      level: difficultyAfter(learner.past.get(drill) ?? []) / hardest,
      seed: random.integer(1, 2 ** 31 - 1),
      urgent: urgentFor(frame, random)
    });
}

/** One question of a kind; undefined where it finds nothing to ask. */
export const plantQuestion = (
  frame: RoundFrame,
  drill: PlantDrill,
  random: Random
): Specification | undefined => makerOf(frame)(drill, random);

/**
 * Questions besides those on pairs, on the plants of the walks: of the kinds that this learner was asked least.
 * @param count how many, at most: a kind that finds nothing to ask is passed over
 */
export function plantQuestions(frame: RoundFrame, count: number, random: Random): Specification[] {
  if (count < 1) return [];
  const make = makerOf(frame);
  const times = (drill: PlantDrill) => frame.learner.past.get(drill)?.length ?? 0;
  const order = shuffledBy<PlantDrill>(plantDrills, random).sort((a, b) => times(a) - times(b));
  const made: Specification[] = [];
  for (let i = 0; made.length < count && i < 2 * order.length; i += 1) {
    const drill = order[i % order.length]!;
    const spec = make(drill, random.fork(`${drill} ${i}`));
    if (spec) made.push(spec);
  }
  return made;
}

/** Questions of one kind, each on something else as long as there is; fewer where it finds no more to ask. */
export function plantQuestionsOfKind(
  frame: RoundFrame,
  drill: PlantDrill,
  count: number,
  random: Random
): Specification[] {
  const make = makerOf(frame);
  const made = new Map<string, Specification>();
  for (let i = 0; made.size < count && i < 4 * count; i += 1) {
    const spec = make(drill, random.fork(`${drill} ${i}`));
    if (spec) made.set(JSON.stringify({ ...spec, seed: 0 }), spec);
  }
  return [...made.values()];
}
