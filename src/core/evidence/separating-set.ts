import { type Character, type Stage, type StageDescription, senses } from '../knowledge';
import { areIndependent, differsByAbsence, separability, separates } from './separability';

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

/** Characters that may be used at all. Place never counts: the prior has it. */
export function usableCharacters(
  characters: readonly Character[],
  opponents: readonly Opponent[],
  rules: LookingRules
): Character[] {
  const mayTouch = opponents.every(({ contactSeverity }) => contactSeverity < 2);
  return characters.filter(({ organ, sense }) => {
    if (organ === 'place') return false;
    if (sense === 'dig') return rules.mayDig;
    if (sense === 'scent') return rules.scentCounts;
    return mayTouch || (sense !== 'touch' && sense !== 'cut');
  });
}

export const inCheckingOrder = (a: Character, b: Character): number =>
  senses.indexOf(a.sense) - senses.indexOf(b.sense) || a.effort - b.effort || (a.slug < b.slug ? -1 : 1);

interface Duo {
  readonly members: readonly [number, number];
  readonly smallest: number;
}

/** A plain bit set: 2^53 is too small for a long glossary, so BigInt. */
const bit = (index: number) => 1n << BigInt(index);

/**
 * The characters of least total effort such that each lookalike, at each stage in which it can be met, is
 * separated by at least two of them with S ≥ 0.75 that differ in organ and in trait. Two characters that
 * tell only because one plant has flowers (or a stem) and the other has none count as one: both say the same.
 * Ties go to the higher smallest S, then to the slugs in order.
 *
 * Exact: every solution contains, for each opponent, one of its independent duos, so branching over the
 * duos of the opponent with the fewest visits all solutions; a branch ends when its effort passes the best.
 */
export function separatingSet(
  characters: readonly Character[],
  target: StageDescription,
  opponents: readonly Opponent[],
  rules: LookingRules
): SeparationResult {
  const candidates = usableCharacters(characters, opponents, rules)
    .filter((character) => target.cells.has(character.slug))
    .sort((a, b) => (a.slug < b.slug ? -1 : 1));
  const table = opponents.map(({ stage }) =>
    candidates.map((character) => {
      const [own, other] = [target.cells.get(character.slug), stage.cells.get(character.slug)];
      return {
        separability: separability(character, own, other),
        byAbsence: differsByAbsence(character, own, other)
      };
    })
  );
  const duos = table.map((row) => duosOf(row, candidates));
  const set = cheapestCover(
    candidates,
    duos.filter((own) => own.length > 0)
  );
  const open = opponents.flatMap((opponent, i): OpenLookalike[] => {
    if (duos[i]!.length > 0) return [];
    const row = table[i]!;
    const top = row.reduce((best, s, c) => (s.separability > (row[best]?.separability ?? 0) ? c : best), 0);
    const [character, s] = [candidates[top], row[top]?.separability ?? 0];
    const best = character && s > 0 ? { character, separability: s } : undefined;
    return [{ taxon: opponent.taxon, stage: opponent.stage.stage, best }];
  });
  return open.length === 0 ? { found: true, set } : { found: false, open, set };
}

interface Contrast {
  readonly separability: number;
  readonly byAbsence: boolean;
}

function duosOf(row: readonly Contrast[], candidates: readonly Character[]): Duo[] {
  const telling = row.flatMap((contrast, index) => (contrast.separability >= separates ? [index] : []));
  return telling.flatMap((a, i) =>
    telling
      .slice(i + 1)
      .filter((b) => !(row[a]!.byAbsence && row[b]!.byAbsence))
      .filter((b) => areIndependent(candidates[a]!, candidates[b]!))
      .map((b) => ({
        members: [a, b] as const,
        smallest: Math.min(row[a]!.separability, row[b]!.separability)
      }))
  );
}

interface Cover {
  chosen: bigint;
  effort: number;
  smallest: number;
}

function cheapestCover(candidates: readonly Character[], duosByOpponent: readonly Duo[][]): SeparatingSet {
  const members = (chosen: bigint) => candidates.filter((_, index) => chosen & bit(index));
  /** The smallest S over the opponents, each taken at its best duo within the choice. */
  const smallestOf = (chosen: bigint) =>
    duosByOpponent.reduce((least, duos) => {
      const held = duos.filter(({ members: [a, b] }) => chosen & bit(a) && chosen & bit(b));
      return Math.min(least, Math.max(...held.map((duo) => duo.smallest)));
    }, 1);
  const names = (chosen: bigint) =>
    members(chosen)
      .map((character) => character.slug)
      .join(' ');

  let best: Cover | undefined;
  const visited = new Set<bigint>();
  const scarcestFirst = [...duosByOpponent].sort((a, b) => a.length - b.length);

  function extend(chosen: bigint, effort: number): void {
    if (visited.has(chosen)) return;
    visited.add(chosen);
    const uncovered = scarcestFirst.find(
      (duos) => !duos.some(({ members: [a, b] }) => chosen & bit(a) && chosen & bit(b))
    );
    if (!uncovered) {
      const found = { chosen, effort, smallest: smallestOf(chosen) };
      if (!best || isBetter(found, best)) best = found;
      return;
    }
    const steps = uncovered
      .map(({ members: [a, b] }) => {
        const next = chosen | bit(a) | bit(b);
        const added = [a, b].reduce((sum, c) => sum + (chosen & bit(c) ? 0 : candidates[c]!.effort), 0);
        return { next, effort: effort + added };
      })
      .sort((a, b) => a.effort - b.effort);
    for (const step of steps) {
      if (best && step.effort > best.effort) return;
      extend(step.next, step.effort);
    }
  }

  function isBetter(a: Cover, b: Cover): boolean {
    if (a.effort !== b.effort) return a.effort < b.effort;
    if (a.smallest !== b.smallest) return a.smallest > b.smallest;
    return names(a.chosen) < names(b.chosen);
  }

  extend(0n, 0);
  const { chosen, effort, smallest } = best!;
  return {
    characters: members(chosen).sort(inCheckingOrder),
    effortSeconds: effort,
    smallestSeparability: smallest
  };
}
