import type { Timetable } from './timetable';

/** What to do when a walk runs late. */

export interface TurningBack {
  /** Index of the stop from which the way back is longest. */
  readonly stop: number;
  /** The latest minute after midnight at which one can leave it by the shortest way and still be back in time. */
  readonly at: number;
}

/**
 * The latest turning-back time: from the stop with the longest way back, straight back, with time left for
 * what closes the walk.
 * @param due when everybody has to be back, in minutes after midnight
 * @param closing minutes of basket check and last head count
 */
export function turningBack({ rows }: Timetable, due: number, closing: number): TurningBack | undefined {
  const farthest = rows.reduce(
    (best, row, i) => (row.backMinutes > (rows[best]?.backMinutes ?? 0) ? i : best),
    0
  );
  const row = rows[farthest];
  return row && row.backMinutes > 0 ? { stop: farthest, at: due - row.backMinutes - closing } : undefined;
}

/** A stop that can be left out, and what that saves. */
export interface Droppable {
  readonly stop: number;
  readonly minutes: number;
}

/**
 * Which stops to leave out when late, those first that save most. The first and the last stay, and so does
 * every stop that the caller needs.
 * @param timed works out the timetable without a stop, by its index
 */
export function whatToDrop(
  whole: Timetable,
  timed: (without: number) => Timetable,
  isNeeded: (stop: number) => boolean
): Droppable[] {
  return whole.rows
    .map((_, stop) => stop)
    .slice(1, -1)
    .filter((stop) => !isNeeded(stop))
    .map((stop) => ({ stop, minutes: whole.end - timed(stop).end }))
    .filter(({ minutes }) => minutes > 0)
    .sort((a, b) => b.minutes - a.minutes || a.stop - b.stop);
}
