import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/**
 * A name as a 32-bit seed: FNV-1a, then the finalizer of MurmurHash3. Without the latter, names that differ in their
 * last letter alone ('leaf 1', 'leaf 2') get seeds so close together that their first numbers are nearly equal.
 */
export function seedOf(name: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < name.length; i += 1) hash = Math.imul(hash ^ name.charCodeAt(i), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) >>> 0;
}

/** Random numbers that follow from a name alone. */
export interface Random {
  /** 0 ≤ x < 1 */
  next(): number;
  between(low: number, high: number): number;
  /** Whole numbers, both ends included. */
  integer(low: number, high: number): number;
  /** An index by weights. */
  choose(weights: ArrayLike<number>): number;
  /** A generator of its own, so that adding a part does not reshuffle the rest. */
  fork(name: string): Random;
}

/** Random numbers from any source. @param next 0 ≤ x < 1 @param fork a source of its own for a part */
export function randomFrom(next: () => number, fork: (part: string) => Random): Random {
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    integer: (low, high) => low + Math.floor(next() * (high - low + 1)),
    choose: (weights) => {
      let all = 0;
      for (let i = 0; i < weights.length; i += 1) all += weights[i]!;
      let rest = next() * all;
      for (let i = 0; i < weights.length; i += 1) {
        rest -= weights[i]!;
        if (rest < 0) return i;
      }
      return weights.length - 1;
    },
    fork
  };
}

export function createRandom(name: string): Random {
  const generator = xoroshiro128plus(seedOf(name));
  return randomFrom(
    () => (generator.next() >>> 0) / 2 ** 32,
    (part) => createRandom(`${name}/${part}`)
  );
}
