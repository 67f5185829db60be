/** How fast a part is picked: pieces a person and minute. */

export interface Picked {
  readonly pieces: number;
  readonly personMinutes: number;
}

/** What is taken for usual counts like so many person-minutes of picking. */
const usualMinutes = 20;
/** Pieces a person and minute where nothing is known (common practice, no source). */
export const usualRate = 2;

/** What was picked so far moves the usual rate. @param usual pieces a person and minute */
export function pickingRate(picked: readonly Picked[], usual = usualRate): number {
  const sum = (of: (one: Picked) => number) => picked.reduce((all, one) => all + of(one), 0);
  return (
    (sum(({ pieces }) => pieces) + usualMinutes * usual) / (sum((one) => one.personMinutes) + usualMinutes)
  );
}

/** Minutes that a person needs for so many pieces. */
export const pickingMinutes = (pieces: number, rate: number): number => pieces / rate;
