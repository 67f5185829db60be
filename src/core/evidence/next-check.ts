import type { Character, LibraryTaxon, StageDescription } from '../knowledge';
import type { Matrix } from './matrix';
import type { Posterior } from './posterior';
import type { LookingRules } from './separating-set';
import { separability } from './separability';

/** Below this expected fall per second no further check is worth making. */
export const worthChecking = 1e-4;
/** Nothing is touched or cut while the chance of a plant that harms by touch is greater. */
export const touchFrom = 0.01;

/** U = Σ 4^severity · P(t) · (1 − P(t)) over the listed taxa: how much is at stake and undecided. */
export function undecidedHarm(matrix: Matrix, byTaxon: Float64Array): number {
  let sum = 0;
  for (let t = 0; t < byTaxon.length; t += 1) sum += matrix.stake[t]! * byTaxon[t]! * (1 - byTaxon[t]!);
  return sum;
}

/**
 * Expected fall of U by each character. With q the joint chance of a taxon and a state and p that of the
 * state, U after is Σ w·(q − q²/p) summed over taxa and states, so the fall is Σ w·(Σ q²/p − P(t)²).
 * One pass over the matrix.
 */
export function expectedFalls(matrix: Matrix, { byCandidate, byTaxon, other }: Posterior): Float64Array {
  const { firstOf, firstState, chance, stake } = matrix;
  const width = byCandidate.length;
  const taxa = matrix.taxa.length;
  let certain = 0;
  for (let t = 0; t < taxa; t += 1) certain += stake[t]! * byTaxon[t]! * byTaxon[t]!;
  const isOneEach = taxa === width;
  const falls = new Float64Array(matrix.characters.length);
  for (let c = 0; c < falls.length; c += 1) {
    const states = firstState[c + 1]! - firstState[c]!;
    let after = 0;
    for (let row = firstState[c]!; row < firstState[c + 1]!; row += 1) {
      const at = row * width;
      let p = other / states;
      let weighted = 0;
      if (isOneEach)
        // The same sum without groups takes half the time.
        for (let j = 0; j < width; j += 1) {
          const q = byCandidate[j]! * chance[at + j]!;
          p += q;
          weighted += stake[j]! * q * q;
        }
      else
        for (let t = 0, j = 0; t < taxa; t += 1) {
          let q = 0;
          for (const end = firstOf[t + 1]!; j < end; j += 1) q += byCandidate[j]! * chance[at + j]!;
          p += q;
          weighted += stake[t]! * q * q;
        }
      after += weighted / p;
    }
    falls[c] = after - certain;
  }
  return falls;
}

export interface NextCheck {
  readonly character: Character;
  /** Expected fall of U per second of effort. */
  readonly worth: number;
  /** The two taxa, weighed by what is at stake, that it is best at telling apart. */
  readonly between: readonly [LibraryTaxon, LibraryTaxon] | undefined;
}

/** The indices of the greatest values, the greatest first. */
function greatest(values: Float64Array, most: number): number[] {
  const top: number[] = [];
  for (let i = 0; i < values.length; i += 1) {
    if (top.length === most && values[i]! <= values[top[most - 1]!]!) continue;
    const at = top.findIndex((other) => values[other]! < values[i]!);
    top.splice(at < 0 ? top.length : at, 0, i);
    if (top.length > most) top.pop();
  }
  return top;
}

interface Weighty {
  readonly t: number;
  readonly stage: StageDescription;
}

/** The taxa that weigh most by harm and chance, and the likeliest, each at its likeliest stage. */
function weightyTaxa(matrix: Matrix, { byCandidate, byTaxon }: Posterior): Weighty[] {
  const weights = byTaxon.map((p, t) => p * matrix.stake[t]!);
  return [...new Set([...greatest(weights, 12), ...greatest(byTaxon, 6)])].map((t) => {
    let best = matrix.firstOf[t]!;
    for (let j = best; j < matrix.firstOf[t + 1]!; j += 1) if (byCandidate[j]! > byCandidate[best]!) best = j;
    return { t, stage: matrix.candidates[best]!.stage };
  });
}

/** Among those taxa, the two that a character tells apart best, the more harmful one second. */
function bestTold(
  { characters, stake, taxa }: Matrix,
  { byTaxon }: Posterior,
  among: readonly Weighty[],
  c: number
): NextCheck['between'] {
  let most = 0;
  let best: readonly [number, number] | undefined;
  among.forEach((a, i) =>
    among.slice(i + 1).forEach((b) => {
      const told =
        separability(characters[c]!, a.stage.byIndex[c], b.stage.byIndex[c]) *
        Math.max(stake[a.t]!, stake[b.t]!) *
        byTaxon[a.t]! *
        byTaxon[b.t]!;
      if (told > most) {
        most = told;
        best = stake[a.t]! <= stake[b.t]! ? [a.t, b.t] : [b.t, a.t];
      }
    })
  );
  return best && [taxa[best[0]]!, taxa[best[1]]!];
}

/**
 * The checks worth making, best first: the open characters by the expected fall of U per second of effort.
 * Place is left to the prior; nothing is touched or cut while a plant that harms by touch is likely enough.
 * @param closed slugs of characters that were seen, or cannot be seen
 */
export function nextChecks(
  matrix: Matrix,
  state: Posterior,
  closed: ReadonlySet<string>,
  rules: LookingRules,
  most = 3
): NextCheck[] {
  let byTouch = 0;
  matrix.harmsByTouch.forEach((harms, j) => (byTouch += harms * state.byCandidate[j]!));
  const mayTouch = byTouch <= touchFrom;
  const falls = expectedFalls(matrix, state);
  const among = weightyTaxa(matrix, state);
  return matrix.characters
    .map((character, c) => ({ character, c, worth: falls[c]! / character.effort }))
    .filter(({ character: { slug, organ, sense }, worth }) => {
      if (worth < worthChecking || organ === 'place' || closed.has(slug)) return false;
      if (sense === 'dig') return rules.mayDig;
      if (sense === 'scent') return rules.scentCounts;
      return mayTouch || (sense !== 'touch' && sense !== 'cut');
    })
    .sort((a, b) => b.worth - a.worth || (a.character.slug < b.character.slug ? -1 : 1))
    .slice(0, most)
    .map(({ character, c, worth }) => ({ character, worth, between: bestTold(matrix, state, among, c) }));
}

/** The chance of each state of a character, given what was seen so far. */
export function stateChances(matrix: Matrix, state: Posterior, character: Character): number[] {
  const c = matrix.characters.findIndex(({ slug }) => slug === character.slug);
  const rows = matrix.firstState[c + 1]! - matrix.firstState[c]!;
  const width = state.byCandidate.length;
  return Array.from({ length: rows }, (_, k) => {
    const at = (matrix.firstState[c]! + k) * width;
    return state.byCandidate.reduce((sum, p, j) => sum + p * matrix.chance[at + j]!, state.other / rows);
  });
}
