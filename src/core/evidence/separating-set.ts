import {
  type Character,
  type Piece,
  type Stage,
  type StageDescription,
  harmsByTouch,
  senses
} from '../knowledge';
import { type Contrasts, contrastsOf } from './separability';
import { type Demand, type Way, isTold, trustedWays, waysToTell } from './telling';

/** A plant at one of its stages that a target must be told from. */
export interface Rival extends Demand {
  readonly taxon: string;
  readonly stage: StageDescription;
}

/** A dangerous lookalike at one of its stages that can be met on the date. */
export interface Opponent extends Rival {
  /** Worst harm by touch, sap, sting or in the eye (severity 0–4). */
  readonly contactSeverity: number;
}

/** What may be looked at: the ground's permission and the school's policy. */
export interface LookingRules {
  /** Digging is allowed and the underground part is wanted. */
  readonly mayDig: boolean;
  /** Scent may be the second character beside one that is seen, against what cannot kill. */
  readonly scentCounts: boolean;
  /** The part that is taken; without one the whole plant is looked at. */
  readonly piece?: Piece | undefined;
}

export interface SeparatingSet {
  /** In checking order: far, near, touch, scent, cut, dig; within a sense by effort, then slug. */
  readonly characters: readonly Character[];
  readonly effortSeconds: number;
  /** Over the opponents, the smallest S of the best way to tell each (1 without opponents). */
  readonly smallestSeparability: number;
}

export interface OpenLookalike {
  readonly taxon: string;
  readonly stage: Stage;
  readonly best: { readonly character: Character; readonly separability: number } | undefined;
}

export type SeparationResult =
  | { readonly found: true; readonly set: SeparatingSet }
  | {
      readonly found: false;
      /** The lookalikes that stay open at some stage, with the best single character there is. */
      readonly open: readonly OpenLookalike[];
      /** The best set against the others. */
      readonly set: SeparatingSet;
    };

/** Place never counts: the prior has it. Nothing is touched while something may be about whose touch harms. */
const isUsable = ({ organ, sense }: Character, rules: LookingRules, mayTouch: boolean): boolean => {
  if (organ === 'place') return false;
  if (sense === 'dig') return rules.mayDig;
  if (sense === 'scent') return rules.scentCounts;
  return mayTouch || (sense !== 'touch' && sense !== 'cut');
};

/** Characters that may be used at all. */
export function usableCharacters(
  characters: readonly Character[],
  opponents: readonly Opponent[],
  rules: LookingRules
): Character[] {
  const mayTouch = !opponents.some(harmsByTouch);
  return characters.filter((character) => isUsable(character, rules, mayTouch));
}

/**
 * Whether a target can be told from one other stage. A separating set against several exists exactly where this holds
 * for each of them.
 * @param rules with whether anything may be touched, which depends on all that can be met
 */
export function canBeTold(
  characters: readonly Character[],
  target: StageDescription,
  other: Omit<Rival, 'taxon'>,
  rules: LookingRules & { readonly mayTouch: boolean }
): boolean {
  const contrasts = contrastsOf(characters, target, other.stage);
  let byRules = told.get(contrasts);
  if (!byRules) told.set(contrasts, (byRules = new Map()));
  const organs = rules.piece ? [...rules.piece.organs].join() : '';
  const failing = [...(other.failing ?? [])].join();
  const key = `${rules.mayDig} ${rules.scentCounts} ${rules.mayTouch} ${other.canKill} ${failing} ${organs}`;
  let known = byRules.get(key);
  if (known === undefined) {
    const telling = contrasts.telling.filter(({ index }) =>
      isUsable(characters[index]!, rules, rules.mayTouch)
    );
    known = isTold(telling, characters, other, rules.piece);
    byRules.set(key, known);
  }
  return known;
}

/** Contrasts never change, so what they tell is worked out once for each set of rules. */
const told = new WeakMap<Contrasts, Map<string, boolean>>();

export const inCheckingOrder = (a: Character, b: Character): number =>
  senses.indexOf(a.sense) - senses.indexOf(b.sense) || a.effort - b.effort || (a.slug < b.slug ? -1 : 1);

/**
 * The characters of least total effort such that each lookalike, at each stage in which it can be met, is told from
 * the target in one of the ways there are (see waysToTell), and a novice who checks them all is wrong seldom enough.
 * Ties go to the higher smallest S, then to the slugs in order.
 *
 * Exact: every solution contains, for each opponent, one of its ways, so branching over the ways of one uncovered
 * opponent visits all solutions; a branch ends when what it must still cost passes the best.
 */
export function separatingSet(
  characters: readonly Character[],
  target: StageDescription,
  opponents: readonly Opponent[],
  rules: LookingRules
): SeparationResult {
  const usable = new Set(usableCharacters(characters, opponents, rules));
  const contrasts = opponents.map(({ stage }) => contrastsOf(characters, target, stage));
  const ways = opponents.map((opponent, i) => {
    const telling = contrasts[i]!.telling.filter(({ index }) => usable.has(characters[index]!));
    const all = waysToTell(telling, characters, opponent, rules.piece);
    return all.length > 0 ? trustedWays(all, telling, characters, opponent, rules.piece) : all;
  });
  const set = cheapestCover(
    characters,
    ways.filter((own) => own.length > 0)
  );
  const open = opponents.flatMap((opponent, i): OpenLookalike[] => {
    if (ways[i]!.length > 0) return [];
    const own = contrasts[i]!.separability;
    let best: OpenLookalike['best'];
    characters.forEach((character, c) => {
      if (usable.has(character) && own[c]! > (best?.separability ?? 0))
        best = { character, separability: own[c]! };
    });
    return [{ taxon: opponent.taxon, stage: opponent.stage.stage, best }];
  });
  return open.length === 0 ? { found: true, set } : { found: false, open, set };
}

const keyOf = ({ members }: Way): string => members.join();

/** Leaves out opponents that are covered whenever another one is: those whose ways hold all of the other's. */
function hardest(waysByOpponent: readonly (readonly Way[])[]): (readonly Way[])[] {
  const keys = waysByOpponent.map((ways) => new Set(ways.map(keyOf)));
  return waysByOpponent.filter((_, i) => {
    const isCoveredBy = (j: number) =>
      (keys[j]!.size < keys[i]!.size || (keys[j]!.size === keys[i]!.size && j < i)) &&
      [...keys[j]!].every((key) => keys[i]!.has(key));
    return !waysByOpponent.some((__, j) => j !== i && isCoveredBy(j));
  });
}

function cheapestCover(
  characters: readonly Character[],
  waysByOpponent: readonly (readonly Way[])[]
): SeparatingSet {
  const needed = hardest(waysByOpponent);
  const chosen = new Uint8Array(characters.length);
  const visited = new Set<string>();
  let best: { members: readonly Character[]; effort: number; smallest: number } | undefined;

  const isChosen = ({ members }: Way) => members.every((one) => chosen[one]);
  const addedBy = ({ members }: Way) => {
    let sum = 0;
    for (const one of members) if (!chosen[one]) sum += characters[one]!.effort;
    return sum;
  };
  /** The smallest S over all opponents, each taken at its best way within the choice. */
  const smallestChosen = () =>
    waysByOpponent.reduce((least, ways) => {
      let own = 0;
      for (const way of ways) if (way.smallest > own && isChosen(way)) own = way.smallest;
      return Math.min(least, own);
    }, 1);
  const isBefore = (a: readonly Character[], b: readonly Character[]) => {
    const at = a.findIndex((member, i) => member !== b[i]);
    return at >= 0 && at < b.length && a[at]!.slug < b[at]!.slug;
  };

  function extend(effort: number): void {
    const chosenNow = [...chosen.keys()].filter((place) => chosen[place]);
    const key = chosenNow.join();
    if (visited.has(key)) return;
    visited.add(key);
    let atLeast = 0;
    let dearest: readonly Way[] | undefined;
    for (const ways of needed) {
      if (ways.some(isChosen)) continue;
      let cheapest = Infinity;
      for (const way of ways) cheapest = Math.min(cheapest, addedBy(way));
      if (!dearest || cheapest > atLeast || (cheapest === atLeast && ways.length < dearest.length))
        dearest = ways;
      atLeast = Math.max(atLeast, cheapest);
    }
    if (!dearest) {
      const smallest = smallestChosen();
      const members = chosenNow.map((place) => characters[place]!).sort((a, b) => (a.slug < b.slug ? -1 : 1));
      const isBetter =
        !best ||
        effort < best.effort ||
        (effort === best.effort &&
          (smallest > best.smallest || (smallest === best.smallest && isBefore(members, best.members))));
      if (isBetter) best = { members, effort, smallest };
      return;
    }
    if (best && effort + atLeast > best.effort) return;
    const steps = dearest.map((way) => ({ way, added: addedBy(way) })).sort((a, b) => a.added - b.added);
    for (const { way, added } of steps) {
      if (best && effort + added > best.effort) return;
      const had = way.members.map((one) => chosen[one]!);
      for (const one of way.members) chosen[one] = 1;
      extend(effort + added);
      way.members.forEach((one, i) => (chosen[one] = had[i]!));
    }
  }

  extend(0);
  const { members, effort, smallest } = best!;
  return {
    characters: [...members].sort(inCheckingOrder),
    effortSeconds: effort,
    smallestSeparability: smallest
  };
}
