import { DateTime } from 'luxon';
import type { FieldDay } from './day';
import type { Pack } from './pack';

/** A walk that is under way against its plan. All times are minutes after midnight at the site, unless said. */

export interface ClockStop {
  readonly id: string;
  readonly planned: { readonly arrive: number; readonly leave: number };
  /** What happened, or what is expected now. */
  readonly arrive: number;
  readonly leave: number;
  readonly state: 'done' | 'here' | 'to come' | 'dropped';
}

export interface RunningClock {
  readonly stops: readonly ClockStop[];
  /** When everybody is expected back. */
  readonly end: number;
  /** Minutes behind the plan at the end; below 0 is ahead. */
  readonly late: number;
  /** Real walking time over planned, of the legs that were walked. */
  readonly pace: number;
  /** The latest minute to leave the stop that lies farthest, at the pace so far. */
  readonly turnBackBy: number | undefined;
  /** Stops to leave out when late, those first that save most. */
  readonly drops: readonly { readonly stop: string; readonly minutes: number }[];
  /** Until when the shore can be walked, where a stop there is still to come. */
  readonly shoreUntil: number | undefined;
}

/** Legs shorter than this say nothing of the pace. */
const tellingLegMinutes = 3;
const [slowest, fastest] = [3, 0.5];

/** The day of a moment somewhere, as an ISO date. @param time milliseconds since 1970 */
export const dayAt = (time: number, zone: string): string => DateTime.fromMillis(time, { zone }).toISODate()!;

/** Milliseconds since 1970 as minutes after midnight of that day at the walk's site. */
export function minutesAt({ walk }: Pick<Pack, 'walk'>, time: number): number {
  const at = DateTime.fromMillis(time, { zone: walk.timeZone });
  return at.hour * 60 + at.minute + at.second / 60;
}

function paceSoFar(pack: Pack, day: FieldDay): number {
  let [real, planned] = [0, 0];
  pack.stops.forEach(({ legMinutes }, i) => {
    const [from, to] = [day.stops[i], day.stops[i + 1]];
    if (!from?.leftAt || !to?.arrivedAt || legMinutes < tellingLegMinutes || to.arrivedAt <= from.leftAt)
      return;
    real += (to.arrivedAt - from.leftAt) / 60_000;
    planned += legMinutes;
  });
  return planned > 0 ? Math.min(slowest, Math.max(fastest, real / planned)) : 1;
}

/** @param now minutes after midnight at the site */
export function runningClock(pack: Pack, day: FieldDay, now: number): RunningClock {
  const pace = paceSoFar(pack, day);
  const { times } = pack;
  const begun = day.stops.some(({ arrivedAt }) => arrivedAt !== undefined);
  let clock = begun ? times.start : Math.max(times.start, now);
  // Legs of stops that are left out are walked all the same: the cautious way to reckon.
  let leg = 0;
  const stops = pack.stops.map((stop, i): ClockStop => {
    const { arrivedAt, leftAt, dropped } = day.stops[i]!;
    const planned = { arrive: stop.arrive, leave: stop.leave };
    const of = (arrive: number, leave: number, state: ClockStop['state']) => {
      clock = leave;
      leg = stop.legMinutes;
      return { id: stop.id, planned, arrive, leave, state };
    };
    if (dropped !== undefined && arrivedAt === undefined) {
      leg += stop.legMinutes;
      return { id: stop.id, planned, arrive: clock, leave: clock, state: 'dropped' };
    }
    if (arrivedAt !== undefined) {
      const arrive = minutesAt(pack, arrivedAt);
      return leftAt === undefined
        ? of(arrive, Math.max(now, arrive + stop.minutes + stop.extra), 'here')
        : of(arrive, minutesAt(pack, leftAt), 'done');
    }
    const expected = begun ? Math.max(clock + leg * pace, now) : i === 0 ? clock : clock + leg * pace;
    return of(expected, expected + stop.minutes + stop.extra, 'to come');
  });
  const end = clock + (stops.length > 0 ? times.wayBackMinutes * pace : 0);
  const turn = times.turningBack;
  const farthest = turn && pack.stops.find(({ id }) => id === turn.stop);
  const isToCome = (id: string) => stops.some((stop) => stop.id === id && stop.state === 'to come');
  const shoreStops = pack.stops.filter(({ id, isOnShore }) => {
    const state = stops.find((stop) => stop.id === id)?.state;
    return isOnShore && (state === 'to come' || state === 'here');
  });
  return {
    stops,
    end,
    late: end - times.end,
    pace,
    turnBackBy:
      farthest && stops.find(({ id }) => id === farthest.id)?.state !== 'done'
        ? times.due -
          Math.max(farthest.backMinutes, (farthest.backMinutes / times.caution) * pace) -
          times.closing
        : undefined,
    drops: end > times.due ? times.drops.filter(({ stop }) => isToCome(stop)) : [],
    shoreUntil: shoreStops.length > 0 ? times.shore.find(({ until }) => until >= now)?.until : undefined
  };
}
