import type { Character, Piece } from '../knowledge';
import { type Contrast, areIndependent } from './separability';

/** What must be seen before one plant is told from another: the rules of the separating set and of the verdict alike. */

/** What a rival asks of whoever wants to tell it from the plant that is taken. */
export interface Demand {
  /** It can kill (severity 4). */
  readonly canKill?: boolean;
  /** Characters that its pair's own note calls failing: they never decide this pair. */
  readonly failing?: ReadonlySet<string>;
}

/** Whether a character can be judged on the piece in hand. Without a piece the whole plant is looked at. */
export const isSeenOn = ({ organ }: Pick<Character, 'organ'>, piece: Piece | undefined): boolean =>
  piece === undefined || organ === 'sap' || organ === 'scent' || piece.organs.has(organ);

/** Whether it is one of those that must be seen on the piece: scent clings, and is none of them. */
const isOnPiece = (character: Character, piece: Piece | undefined): boolean =>
  isSeenOn(character, piece) && (piece === undefined || character.sense !== 'scent');

/** How many of those that tell must be seen on the piece itself. */
const leastOnPiece = ({ canKill }: Demand, piece: Piece | undefined): number =>
  piece === undefined ? 0 : canKill ? 2 : 1;

/**
 * Whether a character that tells may count. Scent clings to fingers, so against what can kill it does not; that a
 * rival merely lacks an organ says nothing of a piece that does not bear it.
 */
export function mayCount(
  { lacking }: Contrast,
  character: Character,
  { canKill, failing }: Demand,
  piece: Piece | undefined
): boolean {
  if (failing?.has(character.slug)) return false;
  if (canKill && character.sense === 'scent') return false;
  if (lacking === undefined || piece === undefined) return true;
  // A root does not tell that no stem stands on it: it may have been broken off.
  return piece.main === 'underground' ? character.organ === 'underground' : piece.organs.has(character.organ);
}

/** Two that tell only because the same plant lacks an organ say the same. */
const sayDifferent = (a: Contrast, b: Contrast): boolean => !a.lacking || a.lacking !== b.lacking;

/** Characters, by their index, that tell a plant from a rival together. */
export interface Way {
  readonly members: readonly number[];
  /** The smallest S among them. */
  readonly smallest: number;
  /** The chance that a novice sees on the rival, in all of them, what the plant in question may have. */
  readonly slip: number;
}

const areOfAspects = (characters: readonly Character[]): boolean =>
  characters.every(({ aspect, sense }) => aspect !== undefined && sense !== 'scent') &&
  new Set(characters.map(({ aspect }) => aspect)).size === characters.length;

/**
 * All least ways to tell two plants apart by some characters that do. It takes two characters that differ in organ
 * and trait, or three of one organ that are seen, of three different aspects; and at least one of them, against what
 * can kill two, on the piece that is taken. Where two that are independent leave the piece unseen, a further one on
 * it, of another aspect, makes up for it.
 */
export function waysToTell(
  contrasts: readonly Contrast[],
  characters: readonly Character[],
  demand: Demand,
  piece: Piece | undefined
): Way[] {
  const counting = contrasts.filter((one) => mayCount(one, characters[one.index]!, demand, piece));
  const least = leastOnPiece(demand, piece);
  const of = (one: Contrast) => characters[one.index]!;
  const onPiece = counting.map((one) => Number(isOnPiece(of(one), piece)));
  const ways: Way[] = [];
  const add = (...own: readonly Contrast[]) =>
    ways.push({
      members: own.map(({ index }) => index),
      smallest: Math.min(...own.map(({ separability }) => separability)),
      slip: own.reduce((product, { slip }) => product * slip, 1)
    });
  const n = counting.length;
  const isDuo = (i: number, j: number) =>
    sayDifferent(counting[i]!, counting[j]!) && areIndependent(of(counting[i]!), of(counting[j]!));
  const isWhole = (i: number, j: number) => isDuo(i, j) && onPiece[i]! + onPiece[j]! >= least;
  for (let i = 0; i < n; i += 1)
    for (let j = i + 1; j < n; j += 1) {
      const [a, b] = [counting[i]!, counting[j]!];
      if (isWhole(i, j)) {
        add(a, b);
        continue;
      }
      for (let k = j + 1; k < n; k += 1) {
        if (isWhole(i, k) || isWhole(j, k)) continue;
        const c = counting[k]!;
        if (onPiece[i]! + onPiece[j]! + onPiece[k]! < least) continue;
        const three = [of(a), of(b), of(c)];
        const isOfOneOrgan =
          new Set(three.map(({ organ }) => organ)).size === 1 &&
          areOfAspects(three) &&
          !a.lacking &&
          !b.lacking &&
          !c.lacking;
        const isMadeUp = [
          [i, j, k],
          [i, k, j],
          [j, k, i]
        ].some(([x, y, z]) => isDuo(x!, y!) && addsTo(counting, characters, [x!, y!], z!));
        if (isOfOneOrgan || isMadeUp) add(a, b, c);
      }
    }
  return ways;
}

/** Whether a third says something that neither of two others says. */
const addsTo = (
  counting: readonly Contrast[],
  characters: readonly Character[],
  two: readonly number[],
  third: number
): boolean => {
  const own = characters[counting[third]!.index]!;
  return two.every((one) => {
    const other = characters[counting[one]!.index]!;
    return (
      sayDifferent(counting[one]!, counting[third]!) &&
      other.trait !== own.trait &&
      (other.organ !== own.organ || areOfAspects([other, own]))
    );
  });
};

/** Whether some characters that tell are enough together. */
export const isTold = (
  contrasts: readonly Contrast[],
  characters: readonly Character[],
  demand: Demand,
  piece: Piece | undefined
): boolean => waysToTell(contrasts, characters, demand, piece).length > 0;

/** A novice who checks the whole set shall be wrong less often than this on a rival: one that can kill, and another. */
const mostSlips = { deadly: 0.001, other: 0.01 };

/**
 * The ways on which a novice is wrong seldom enough; each is filled up by one more character where it is not enough
 * by itself. Where none is, those on which they are wrong least.
 */
export function trustedWays(
  ways: readonly Way[],
  contrasts: readonly Contrast[],
  characters: readonly Character[],
  demand: Demand,
  piece: Piece | undefined
): readonly Way[] {
  const most = demand.canKill ? mostSlips.deadly : mostSlips.other;
  const fits = ({ slip }: Way, limit: number) => slip <= limit;
  const counting = contrasts.filter((one) => mayCount(one, characters[one.index]!, demand, piece));
  const longer = ways
    .filter((way) => !fits(way, most))
    .flatMap((way) =>
      counting
        .filter(({ index, lacking }) => !lacking && !way.members.includes(index))
        .map((more): Way => ({
          members: [...way.members, more.index].sort((a, b) => a - b),
          smallest: way.smallest,
          slip: way.slip * more.slip
        }))
    );
  const all = [...ways.filter((way) => fits(way, most)), ...longer.filter((way) => fits(way, most))];
  if (all.length > 0) return all;
  const best = Math.min(...[...ways, ...longer].map(({ slip }) => slip));
  return [...ways, ...longer].filter((way) => fits(way, best * (1 + 1e-9)));
}
