import distance from '@turf/distance';
import { lineString, point } from '@turf/helpers';
import nearestPointOnLine from '@turf/nearest-point-on-line';
import type { Position } from 'geojson';
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
  readonly legMinutes: number;
}

/** A stop further than this from the path is reached straight, not along it. */
const nearPathMetres = 150;

const straightMetres = (from: Position, to: Position): number => distance(from, to, { units: 'meters' });

/** Metres from one place to another: along the path where both lie near it, otherwise straight. */
export function legMetres(path: readonly Position[] | undefined, from: Position, to: Position): number {
  const straight = straightMetres(from, to);
  if (!path || path.length < 2) return straight;
  const line = lineString(path as Position[]);
  const [a, b] = [from, to].map((place) => nearestPointOnLine(line, point(place), { units: 'meters' }));
  const off = [a!, b!].map((near) => near.properties.dist ?? Infinity);
  if (off.some((metres) => metres > nearPathMetres)) return straight;
  const along = Math.abs((b!.properties.location ?? 0) - (a!.properties.location ?? 0));
  return Math.max(straight, along + off[0]! + off[1]!);
}

/**
 * The running clock of a walk.
 * @param startMinutes minutes after midnight at which the first stop begins
 */
export function timetable(
  stops: readonly TimetableStop[],
  path: readonly Position[] | undefined,
  startMinutes: number,
  paceFactor: number
): TimetableRow[] {
  let clock = startMinutes;
  return stops.map((stop, i) => {
    const next = stops[i + 1];
    const metres = next ? legMetres(path, stop.at, next.at) : 0;
    const minutes = Math.ceil(naismithSeconds(metres, 0, paceFactor) / 60);
    const row = { arrive: clock, leave: clock + stop.minutes, legMetres: metres, legMinutes: minutes };
    clock = row.leave + minutes;
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
