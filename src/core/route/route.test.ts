import { describe, expect, it } from 'vitest';
import { clockTime, legMetres, minutesOf, timetable } from './timetable';

const path = [
  [-8.7, 54.3],
  [-8.69, 54.3],
  [-8.69, 54.31]
];

describe('legs', () => {
  it('follow the path where both stops lie on it', () => {
    // 0.01° of longitude at 54.3° N is about 649 m, 0.01° of latitude about 1,112 m.
    expect(legMetres(path, path[0]!, path[2]!)).toBeGreaterThan(1740);
    expect(legMetres(path, path[0]!, path[2]!)).toBeLessThan(1780);
  });
  it('go straight where a stop lies off the path, or there is none', () => {
    expect(legMetres(path, path[0]!, [-8.7, 54.35])).toBeCloseTo(
      legMetres(undefined, path[0]!, [-8.7, 54.35]),
      6
    );
  });
});

describe('the running clock', () => {
  it('adds stops and legs', () => {
    const rows = timetable(
      [
        { at: path[0]!, minutes: 20 },
        { at: path[1]!, minutes: 10 }
      ],
      path,
      minutesOf('10:15'),
      2.5
    );
    // 649 m at 2 km/h take 19.5 min, rounded up.
    expect(rows.map(({ arrive, leave }) => [clockTime(arrive), clockTime(leave)])).toEqual([
      ['10:15', '10:35'],
      ['10:55', '11:05']
    ]);
    expect(rows[1]!.legMetres).toBe(0);
  });
});
