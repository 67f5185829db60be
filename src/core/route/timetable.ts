import type { Position } from 'geojson';
import { wayAlong } from './legs';
import { naismithSeconds } from './walking-time';

export interface TimetableStop {
  /** Longitude, latitude in degrees. */
  readonly at: Position;
  readonly minutes: number;
}

export interface TimetableRow {
  /** Minutes after midnight, local time; beyond 1440 is the next day. */
  readonly arrive: number;
  readonly leave: number;
  /** To the next stop; zero at the last. */
  readonly legMetres: number;
  readonly legAscentMetres: number;
  readonly legMinutes: number;
}

/**
 * The running clock of a walk: stops by their minutes, legs by Naismith's rule, whole minutes rounded up.
 * @param path the site's path, as longitude and latitude and perhaps metres above the sea
 * @param startMinutes minutes after midnight at which the first stop begins
 */
export function timetable(
  stops: readonly TimetableStop[],
  path: readonly Position[] | undefined,
  startMinutes: number,
  paceFactor: number
): TimetableRow[] {
  const way = wayAlong(path);
  let clock = startMinutes;
  return stops.map((stop, i) => {
    const next = stops[i + 1];
    const { metres, ascentMetres } = next ? way(stop.at, next.at) : { metres: 0, ascentMetres: 0 };
    const legMinutes = Math.ceil(naismithSeconds(metres, ascentMetres, paceFactor) / 60);
    const leave = clock + stop.minutes;
    const row = {
      arrive: clock,
      leave,
      legMetres: metres,
      legAscentMetres: ascentMetres,
      legMinutes
    };
    clock = leave + legMinutes;
    return row;
  });
}

/** Minutes after midnight as a clock time. @example clockTime(615) === '10:15' */
export const clockTime = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** @param time HH:MM */
export const minutesOf = (time: string): number => {
  const [hours, minutes] = time.split(':').map(Number);
  return hours! * 60 + minutes!;
};
