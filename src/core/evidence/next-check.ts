import type { Character, LibraryTaxon } from '../knowledge';
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
  const falls = new Float64Array(matrix.characters.length);
  for (let c = 0; c < falls.length; c += 1) {
    const states = firstState[c + 1]! - firstState[c]!;
    let after = 0;
    for (let row = firstState[c]!; row < firstState[c + 1]!; row += 1) {
      const at = row * width;
      let p = other / states;
      let weighted = 0;
      let j = 0;
      for (let t = 0; t < taxa; t += 1) {
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

/** Among the taxa that weigh most, the two that a character tells apart best, the more harmful one second. */
function bestTold(matrix: Matrix, { byCandidate, byTaxon }: Posterior, c: number): NextCheck['between'] {
  const weighty = Array.from(byTaxon, (p, t) => ({ t, p, weight: p * matrix.stake[t]! }))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, 12);
  const likely = Array.from(byTaxon, (p, t) => ({ t, p, weight: p * matrix.stake[t]! }))
    .sort((a, b) => b.p - a.p)
    .slice(0, 6);
  const among = [...new Map([...weighty, ...likely].map((one) => [one.t, one])).values()];
  const likeliestStage = (t: number) => {
    let best = matrix.firstOf[t]!;
    for (let j = best; j < matrix.firstOf[t + 1]!; j += 1) if (byCandidate[j]! > byCandidate[best]!) best = j;
    return matrix.candidates[best]!.stage;
  };
  const character = matrix.characters[c]!;
  let most = 0;
  let best: readonly [number, number] | undefined;
  among.forEach((a, i) =>
    among.slice(i + 1).forEach((b) => {
      const told =
        separability(character, likeliestStage(a.t).byIndex[c], likeliestStage(b.t).byIndex[c]) *
        Math.max(matrix.stake[a.t]!, matrix.stake[b.t]!) *
        a.p *
        b.p;
      if (told > most) {
        most = told;
        best = matrix.stake[a.t]! <= matrix.stake[b.t]! ? [a.t, b.t] : [b.t, a.t];
      }
    })
  );
  return best && [matrix.taxa[best[0]]!, matrix.taxa[best[1]]!];
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
    .map(({ character, c, worth }) => ({ character, worth, between: bestTold(matrix, state, c) }));
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
