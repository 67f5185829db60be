import { plain } from '$core/knowledge';

/** A plant with everything that it is called. */
export interface Called {
  readonly value: string;
  readonly names: readonly string[];
}

/**
 * Which plant a waypoint's name speaks of: the longest name that stands in it as whole words, singular or plural.
 * @returns undefined where none does, or where two plants share that name
 */
export function plantIn(text: string, plants: readonly Called[]): string | undefined {
  const padded = ` ${plain(text).replaceAll(/[^a-z0-9]+/g, ' ')} `;
  let best: { value: string; length: number; isShared: boolean } | undefined;
  for (const { value, names } of plants)
    for (const name of names) {
      const wanted = plain(name)
        .replaceAll(/[^a-z0-9]+/g, ' ')
        .trim();
      if (!wanted || !(padded.includes(` ${wanted} `) || padded.includes(` ${wanted}s `))) continue;
      if (!best || wanted.length > best.length) best = { value, length: wanted.length, isShared: false };
      else if (wanted.length === best.length && value !== best.value) best.isShared = true;
    }
  return best && !best.isShared ? best.value : undefined;
}
