import type { Position } from 'geojson';
import { type Leg, wayAlong } from './legs';
import { type Pace, walkingMinutes } from './walking-time';

export interface TimetableStop {
  /** Longitude, latitude in degrees. */
  readonly at: Position;
  readonly minutes: number;
}

/** What takes time beside stops and legs, in minutes. */
export interface Rhythm {
  /** Minutes after midnight, local time, at which the group meets. */
  readonly start: number;
  readonly pace: Pace;
  /** At the first stop, before anything else. */
  readonly briefing: number;
  /** Before each leg, and at the end. */
  readonly headCount: number;
  /** At the last stop, before anybody leaves. */
  readonly basketCheck: number;
}

export interface TimetableRow {
  /** Minutes after midnight, local time; beyond 1440 is the next day. */
  readonly arrive: number;
  readonly leave: number;
  /** Briefing, head count and basket check that fall to this stop. */
  readonly extra: number;
  /** To the next stop; zero at the last. */
  readonly legMetres: number;
  readonly legAscentMetres: number;
  readonly legMinutes: number;
  /** From here straight back to where the group met, at the cautious pace. */
  readonly backMinutes: number;
}

export interface Timetable {
  readonly rows: readonly TimetableRow[];
  /** The legs in order, one fewer than the rows. */
  readonly legs: readonly Leg[];
  /** From the last stop to where the group met; undefined where it ends there. */
  readonly wayBack: (Pick<Leg, 'metres' | 'line'> & { readonly minutes: number }) | undefined;
  /** When everybody is back, in minutes after midnight; the start where there are no stops. */
  readonly end: number;
  readonly metres: number;
  readonly ascentMetres: number;
}

/** A walk that ends this near to its start ends there. */
const samePlaceMetres = 60;

/**
 * The running clock of a walk: stops by their minutes, legs by the pace, whole minutes rounded up.
 * @param way how one gets from place to place; undefined for a class, which stays in one place
 */
export function timetable(
  stops: readonly TimetableStop[],
  way: ReturnType<typeof wayAlong> | undefined,
  rhythm: Rhythm
): Timetable {
  const first = stops[0];
  const legTo = (from: TimetableStop, to: TimetableStop | undefined): Leg | undefined =>
    to && way?.(from.at, to.at);
  const minutesOf = (leg: Leg | undefined) => (leg ? walkingMinutes(leg, rhythm.pace) : 0);
  const { rule, factor, cautious = factor } = rhythm.pace;
  const backMinutesOf = (leg: Leg | undefined) => (leg ? walkingMinutes(leg, { rule, factor: cautious }) : 0);
  const legs: Leg[] = [];
  let clock = rhythm.start;
  const rows = stops.map((stop, i): TimetableRow => {
    const isLast = i === stops.length - 1;
    const leg = legTo(stop, stops[i + 1]);
    if (leg) legs.push(leg);
    const extra = (i === 0 ? rhythm.briefing : 0) + rhythm.headCount + (isLast ? rhythm.basketCheck : 0);
    const arrive = clock;
    const leave = arrive + stop.minutes + extra;
    const legMinutes = minutesOf(leg);
    clock = leave + legMinutes;
    return {
      arrive,
      leave,
      extra,
      legMetres: leg?.metres ?? 0,
      legAscentMetres: leg?.ascentMetres ?? 0,
      legMinutes,
      backMinutes: i === 0 ? 0 : backMinutesOf(legTo(stop, first))
    };
  });
  const last = stops.at(-1);
  const back = last && first && last !== first ? legTo(last, first) : undefined;
  const wayBack =
    back && back.metres > samePlaceMetres
      ? { metres: back.metres, line: back.line, minutes: minutesOf(back) }
      : undefined;
  return {
    rows,
    legs,
    wayBack,
    end: clock + (wayBack?.minutes ?? 0),
    metres: legs.reduce((sum, leg) => sum + leg.metres, 0) + (wayBack?.metres ?? 0),
    ascentMetres: legs.reduce((sum, leg) => sum + leg.ascentMetres, 0) + (wayBack ? back!.ascentMetres : 0)
  };
}

/** Minutes after midnight as a clock time. @example clockTime(615) === '10:15' */
export const clockTime = (minutes: number): string => {
  const ofDay = ((minutes % 1440) + 1440) % 1440;
  return `${String(Math.floor(ofDay / 60)).padStart(2, '0')}:${String(Math.round(ofDay % 60)).padStart(2, '0')}`;
};

/** @param time HH:MM */
export const minutesOf = (time: string): number => {
  const [hours, minutes] = time.split(':').map(Number);
  return hours! * 60 + minutes!;
};
