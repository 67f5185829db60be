import { describe, expect, it } from 'vitest';
import { ids, packOf, setOut, tapped } from '../../../tests/support/field';
import { atSpeed, fieldDay, jumped, minutesAt, rehearsalOf, runningClock, shownBy } from './index';

const pack = packOf();
const counted = (where: string, minute: number) =>
  tapped('head count', minute, { where, expected: 2, counted: 2, missing: [], reason: '' });

describe('the running clock', () => {
  it('keeps the site’s time, summer time included', () => {
    expect(minutesAt(pack, Date.parse('2027-04-25T09:30:30Z'))).toBe(630.5);
    expect(minutesAt(pack, Date.parse('2027-01-25T09:30:00Z'))).toBe(570);
  });

  it('shows the plan until something else happens', () => {
    const clock = runningClock(pack, fieldDay(pack, setOut()), 590);
    expect(clock.stops.map(({ arrive }) => arrive)).toEqual([600, 632, 664]);
    expect(clock.late).toBe(0);
    expect(clock.turnBackBy).toBe(698);
  });

  it('runs late by what was lost, and by the group’s own pace', () => {
    // 20 minutes for a leg of 10: twice as slow from here on.
    const events = [
      ...setOut(),
      tapped('arrived', 0, { stop: ids.gate }),
      counted(ids.gate, 21),
      tapped('left', 22, { stop: ids.gate }),
      tapped('arrived', 42, { stop: ids.carpet })
    ];
    const clock = runningClock(pack, fieldDay(pack, events), 645);
    expect(clock.pace).toBe(2);
    expect(clock.stops[1]).toMatchObject({ state: 'here', arrive: 642, leave: 664 });
    expect(clock.stops[2]!.arrive).toBe(684);
    expect(clock.end).toBe(684 + 22 + 8);
    expect(clock.late).toBe(24);
    // 15 minutes back become 30.
    expect(clock.turnBackBy).toBe(720 - 30 - 7);
    expect(clock.drops).toEqual([]);
  });

  it('names what to leave out once the group would be back too late, and takes it out', () => {
    const late = runningClock(pack, fieldDay(pack, setOut()), 640);
    expect(late.end).toBeGreaterThan(pack.times.due);
    expect(late.drops).toEqual([{ stop: ids.carpet, minutes: 22 }]);
    const dropped = [...setOut(), tapped('dropped', 1, { stop: ids.carpet, reason: 'late' })];
    expect(runningClock(pack, fieldDay(pack, dropped), 640).end).toBe(late.end - 22);
  });
});

describe('the clock of a rehearsal', () => {
  it('begins before the walk, stands still, runs faster and jumps', () => {
    const real = Date.parse('2026-01-01T00:00:00Z');
    const clock = rehearsalOf(pack, real);
    const shown = (one: typeof clock, seconds: number) =>
      minutesAt(pack, shownBy(one, real + seconds * 1000));
    expect(shown(clock, 0)).toBe(585);
    expect(shown(clock, 60)).toBe(586);
    const stopped = atSpeed(clock, 0, real + 60_000);
    expect(shown(stopped, 600)).toBe(586);
    const fast = atSpeed(stopped, 10, real + 600_000);
    expect(shown(fast, 660)).toBe(596);
    expect(shown(jumped(fast, 30, real + 660_000), 660)).toBe(626);
  });
});
