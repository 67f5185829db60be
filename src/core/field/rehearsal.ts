import { DateTime } from 'luxon';
import type { Pack } from './pack';

/** A clock of its own for a rehearsal: it starts, stops, runs faster and jumps. All in milliseconds since 1970. */
export interface RehearsalClock {
  /** The real moment at which it was last set. */
  readonly setAt: number;
  /** What it showed then. */
  readonly shown: number;
  /** 0 stands still; 1 is real time. */
  readonly speed: number;
}

/** Minutes after midnight of the walk's day at its site, as a moment. */
export const momentAt = (
  { walk }: { readonly walk: Pick<Pack['walk'], 'isoDate' | 'timeZone'> },
  minutes: number
): number =>
  DateTime.fromISO(walk.isoDate, { zone: walk.timeZone }).startOf('day').plus({ minutes }).toMillis();

/** Minutes before the walk at which a rehearsal begins: people are arriving. */
const before = 15;

export const rehearsalOf = (pack: Pack, now: number): RehearsalClock => ({
  setAt: now,
  shown: momentAt(pack, pack.times.start - before),
  speed: 1
});

export const shownBy = ({ setAt, shown, speed }: RehearsalClock, now: number): number =>
  Math.round(shown + (now - setAt) * speed);

/** The same clock from now on at another speed. */
export const atSpeed = (clock: RehearsalClock, speed: number, now: number): RehearsalClock => ({
  setAt: now,
  shown: shownBy(clock, now),
  speed
});

export const jumped = (clock: RehearsalClock, minutes: number, now: number): RehearsalClock => ({
  ...clock,
  setAt: now,
  shown: shownBy(clock, now) + minutes * 60_000
});
