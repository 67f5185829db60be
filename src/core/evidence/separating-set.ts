import { type Character, type Stage, type StageDescription, senses } from '../knowledge';
import { type Contrast, type Contrasts, areIndependent, contrastsOf } from './separability';

/** A dangerous lookalike at one of its stages that can be met on the date. */
export interface Opponent {
  readonly taxon: string;
  readonly stage: StageDescription;
  /** Worst harm by touch, sap or sting (severity 0–4). */
  readonly contactSeverity: number;
}

/** What may be looked at: the ground's permission and the school's policy. */
export interface LookingRules {
  /** Digging is allowed and the underground part is wanted. */
  readonly mayDig: boolean;
  /** Scent may be the second character beside one that is seen. */
  readonly scentCounts: boolean;
}

export interface SeparatingSet {
  /** In checking order: far, near, touch, scent, cut, dig; within a sense by effort, then slug. */
  readonly characters: readonly Character[];
  readonly effortSeconds: number;
  /** Over the opponents, the smallest S of the best two independent characters (1 without opponents). */
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
  const mayTouch = opponents.every(({ contactSeverity }) => contactSeverity < 2);
  return characters.filter((character) => isUsable(character, rules, mayTouch));
}

/**
 * Whether there are two independent characters that tell a target from one other stage. A separating set
 * against several exists exactly where this holds for each of them.
 * @param rules with whether anything may be touched, which depends on all that can be met
 */
export function canBeTold(
  characters: readonly Character[],
  target: StageDescription,
  other: StageDescription,
  rules: LookingRules & { readonly mayTouch: boolean }
): boolean {
  const contrasts = contrastsOf(characters, target, other);
  let byRules = told.get(contrasts);
  if (!byRules) told.set(contrasts, (byRules = new Map()));
  const key = `${rules.mayDig} ${rules.scentCounts} ${rules.mayTouch}`;
  let isTold = byRules.get(key);
  if (isTold === undefined) {
    const telling = contrasts.telling.filter(({ index }) =>
      isUsable(characters[index]!, rules, rules.mayTouch)
    );
    isTold = telling.some((a, i) =>
      telling
        .slice(i + 1)
        .some((b) => sayDifferent(a, b) && areIndependent(characters[a.index]!, characters[b.index]!))
    );
    byRules.set(key, isTold);
  }
  return isTold;
}

/** Contrasts never change, so what they tell is worked out once for each set of rules. */
const told = new WeakMap<Contrasts, Map<string, boolean>>();

/** Two that tell only because the same plant lacks an organ say the same. */
const sayDifferent = (a: Contrast, b: Contrast): boolean => !a.lacking || a.lacking !== b.lacking;

export const inCheckingOrder = (a: Character, b: Character): number =>
  senses.indexOf(a.sense) - senses.indexOf(b.sense) || a.effort - b.effort || (a.slug < b.slug ? -1 : 1);

/** Two independent characters, by their place among the candidates, that tell the target from an opponent. */
interface Duo {
  readonly first: number;
  readonly second: number;
  readonly smallest: number;
}

/**
 * The characters of least total effort such that each lookalike, at each stage in which it can be met, is
 * separated by at least two of them with S ≥ 0.75 that differ in organ and in trait. Two characters that
 * tell only because the same plant has none of an organ (no flowers, no stem yet) count as one: both say the
 * same. Ties go to the higher smallest S, then to the slugs in order.
 *
 * Exact: every solution contains, for each opponent, one of its duos, so branching over the duos of one
 * uncovered opponent visits all solutions; a branch ends when what it must still cost passes the best.
 */
export function separatingSet(
  characters: readonly Character[],
  target: StageDescription,
  opponents: readonly Opponent[],
  rules: LookingRules
): SeparationResult {
  const usable = new Set(usableCharacters(characters, opponents, rules));
  const contrasts = opponents.map(({ stage }) => contrastsOf(characters, target, stage));
  const useful = new Set(contrasts.flatMap(({ telling }) => telling.map(({ index }) => index)));
  const candidates = [...useful]
    .filter((index) => usable.has(characters[index]!))
    .sort((a, b) => (characters[a]!.slug < characters[b]!.slug ? -1 : 1));
  const placeOf = new Map(candidates.map((index, place) => [index, place]));
  const chosenFrom = candidates.map((index) => characters[index]!);
  const duos = contrasts.map(({ telling }) =>
    duosOf(
      telling.filter(({ index }) => placeOf.has(index)),
      chosenFrom,
      placeOf
    )
  );
  const set = cheapestCover(
    chosenFrom,
    duos.filter((own) => own.length > 0)
  );
  const open = opponents.flatMap((opponent, i): OpenLookalike[] => {
    if (duos[i]!.length > 0) return [];
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

function duosOf(
  telling: readonly Contrast[],
  candidates: readonly Character[],
  placeOf: ReadonlyMap<number, number>
): Duo[] {
  const duos: Duo[] = [];
  telling.forEach((a, i) => {
    const first = placeOf.get(a.index)!;
    for (let j = i + 1; j < telling.length; j += 1) {
      const b = telling[j]!;
      const second = placeOf.get(b.index)!;
      if (!sayDifferent(a, b)) continue;
      if (!areIndependent(candidates[first]!, candidates[second]!)) continue;
      duos.push({ first, second, smallest: Math.min(a.separability, b.separability) });
    }
  });
  return duos;
}

/** Leaves out opponents that are covered whenever another one is: those whose duos hold all of the other's. */
function hardest(duosByOpponent: readonly (readonly Duo[])[], width: number): (readonly Duo[])[] {
  const keys = duosByOpponent.map(
    (duos) =>
      new Set(duos.map(({ first, second }) => Math.min(first, second) * width + Math.max(first, second)))
  );
  return duosByOpponent.filter((_, i) => {
    const isCoveredBy = (j: number) =>
      (keys[j]!.size < keys[i]!.size || (keys[j]!.size === keys[i]!.size && j < i)) &&
      [...keys[j]!].every((key) => keys[i]!.has(key));
    return !duosByOpponent.some((__, j) => j !== i && isCoveredBy(j));
  });
}

function cheapestCover(
  candidates: readonly Character[],
  duosByOpponent: readonly (readonly Duo[])[]
): SeparatingSet {
  const effortOf = candidates.map(({ effort }) => effort);
  const needed = hardest(duosByOpponent, candidates.length);
  const chosen = new Uint8Array(candidates.length);
  const visited = new Set<string>();
  let best: { members: readonly number[]; effort: number; smallest: number } | undefined;

  const isCovered = (duos: readonly Duo[]) =>
    duos.some(({ first, second }) => chosen[first] && chosen[second]);
  const addedBy = ({ first, second }: Duo) =>
    (chosen[first] ? 0 : effortOf[first]!) + (chosen[second] ? 0 : effortOf[second]!);
  /** The smallest S over all opponents, each taken at its best duo within the choice. */
  const smallestChosen = () =>
    duosByOpponent.reduce((least, duos) => {
      let own = 0;
      for (const duo of duos)
        if (duo.smallest > own && chosen[duo.first] && chosen[duo.second]) own = duo.smallest;
      return Math.min(least, own);
    }, 1);
  const isBefore = (a: readonly number[], b: readonly number[]) => {
    const at = a.findIndex((member, i) => member !== b[i]);
    return at >= 0 && at < b.length && a[at]! < b[at]!;
  };

  function extend(effort: number): void {
    const members = [...chosen.keys()].filter((place) => chosen[place]);
    const key = members.join();
    if (visited.has(key)) return;
    visited.add(key);
    let atLeast = 0;
    let dearest: readonly Duo[] | undefined;
    for (const duos of needed) {
      if (isCovered(duos)) continue;
      let cheapest = Infinity;
      for (const duo of duos) cheapest = Math.min(cheapest, addedBy(duo));
      if (!dearest || cheapest > atLeast || (cheapest === atLeast && duos.length < dearest.length))
        dearest = duos;
      atLeast = Math.max(atLeast, cheapest);
    }
    if (!dearest) {
      const smallest = smallestChosen();
      const isBetter =
        !best ||
        effort < best.effort ||
        (effort === best.effort &&
          (smallest > best.smallest || (smallest === best.smallest && isBefore(members, best.members))));
      if (isBetter) best = { members, effort, smallest };
      return;
    }
    if (best && effort + atLeast > best.effort) return;
    const steps = dearest.map((duo) => ({ duo, added: addedBy(duo) })).sort((a, b) => a.added - b.added);
    for (const { duo, added } of steps) {
      if (best && effort + added > best.effort) return;
      const [hadFirst, hadSecond] = [chosen[duo.first]!, chosen[duo.second]!];
      chosen[duo.first] = 1;
      chosen[duo.second] = 1;
      extend(effort + added);
      chosen[duo.first] = hadFirst;
      chosen[duo.second] = hadSecond;
    }
  }

  extend(0);
  const { members, effort, smallest } = best!;
  return {
    characters: members.map((place) => candidates[place]!).sort(inCheckingOrder),
    effortSeconds: effort,
    smallestSeparability: smallest
  };
}
