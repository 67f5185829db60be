import { describe, expect, it } from 'vitest';
import {
  type Rhythm,
  clockTime,
  minutesOf,
  pathSize,
  timetable,
  turningBack,
  wayAlong,
  whatToDrop
} from './index';

const path = [
  [-8.7, 54.3],
  [-8.69, 54.3],
  [-8.69, 54.31]
];
// 0.01° of longitude at 54.3° N is about 649 m, 0.01° of latitude about 1,112 m.
const [east, north] = [649, 1112];

describe('the way between two stops', () => {
  it('follows the path where both lie on it', () => {
    const { metres } = wayAlong(path)(path[0]!, path[2]!);
    expect(Math.abs(metres - east - north)).toBeLessThan(5);
  });

  it('keeps to the path as far as it leads, and says how much lies beside it', () => {
    // 300 m north of where the path ends, and the two stops of a cliff edge 200 m west of its last stretch.
    const beyond = wayAlong(path)(path[0]!, [-8.69, 54.3127]);
    expect(Math.abs(beyond.metres - east - north - 300)).toBeLessThan(6);
    expect(Math.abs(beyond.offPathMetres - 300)).toBeLessThan(3);
    const [a, b] = [
      [-8.6931, 54.303],
      [-8.6931, 54.308]
    ];
    const edge = wayAlong(path)(a!, b!);
    expect(Math.abs(edge.offPathMetres - 400)).toBeLessThan(8);
    expect(Math.abs(edge.metres - 400 - north / 2)).toBeLessThan(10);
    expect(edge.line.length).toBeGreaterThan(2);
  });

  it('goes straight between two neighbours that both lie far off the path, or where there is none', () => {
    const [a, b] = [
      [-8.71, 54.32],
      [-8.711, 54.3205]
    ];
    const leg = wayAlong(path)(a!, b!);
    expect(leg.metres).toBeCloseTo(wayAlong(undefined)(a!, b!).metres, 6);
    expect(leg.offPathMetres).toBe(leg.metres);
  });

  it('takes the height of the path along where it leaves it', () => {
    const hill = path.map(([x, y], i) => [x!, y!, 50 * i]);
    const { ascentMetres, profile } = wayAlong(hill)([-8.7, 54.302], [-8.692, 54.31]);
    expect(Math.abs(ascentMetres - 100)).toBeLessThan(4);
    expect(profile.length).toBeGreaterThan(1);
  });

  it('takes the shorter way round a loop', () => {
    const loop = [...path, [-8.7, 54.31], [-8.7, 54.3]];
    const { metres } = wayAlong(loop)([-8.7, 54.305], [-8.7, 54.3]);
    expect(Math.abs(metres - north / 2)).toBeLessThan(5);
  });

  it('adds up the climbs in walking direction, and a receiver’s jumps are no climb', () => {
    const hill = Array.from({ length: 21 }, (_, i) => {
      const share = i / 20;
      const jump = i % 2 ? 1.5 : -1.5;
      return [-8.7 + 0.01 * share, 54.3, 60 * share + jump];
    });
    const [foot, top] = [hill[0]!, hill[20]!];
    const [up, down] = [wayAlong(hill)(foot, top), wayAlong(hill)(top, foot)];
    expect(up.ascentMetres).toBeGreaterThan(52);
    expect(up.ascentMetres).toBeLessThan(64);
    expect(down.ascentMetres).toBeLessThan(6);
  });

  it('climbs over the seam of a loop', () => {
    const heights = [0, 30, 60, 90, 0];
    const corners = [...path, [-8.7, 54.31], [-8.7, 54.3]];
    const loop = corners.map(([x, y], i) => [x!, y!, heights[i]!]);
    // From the start back over the seam to a place half way down the last side: 45 m up.
    const { ascentMetres } = wayAlong(loop)([-8.7, 54.3], [-8.7, 54.305]);
    expect(Math.abs(ascentMetres - 45)).toBeLessThan(3);
  });
});

describe('the size of a path', () => {
  // Over a hill of 300 m in the shape of a cosine and down to 120 m: the climb is known from the shape.
  const over = Array.from({ length: 401 }, (_, i) => {
    const share = i / 400;
    const height =
      share <= 0.5
        ? 150 - 150 * Math.cos(2 * Math.PI * share)
        : 210 + 90 * Math.cos(2 * Math.PI * (share - 0.5));
    return [-8.7 + 0.04 * share, 54.3, height];
  });

  it('has the climbs of a profile that is known, whatever a receiver adds to it', () => {
    const clean = pathSize(over);
    expect(Math.abs(clean.metres - 4 * east)).toBeLessThan(10);
    expect(Math.abs(clean.ascentMetres! - 300)).toBeLessThan(4);
    expect(Math.abs(clean.descentMetres! - 180)).toBeLessThan(4);
    const noisy = pathSize(over.map(([x, y, height], i) => [x!, y!, height! + (i % 2 ? 2 : -2)]));
    expect(noisy.ascentMetres!).toBeGreaterThan(290);
    expect(noisy.ascentMetres!).toBeLessThan(330);
  });

  it('is the same for the whole way as for its legs', () => {
    const way = wayAlong(over);
    const [half, end] = [over[200]!, over[400]!];
    const legs = [way(over[0]!, half), way(half, end)];
    const sum = (pick: (leg: (typeof legs)[number]) => number) =>
      legs.reduce((all, leg) => all + pick(leg), 0);
    expect(sum(({ ascentMetres }) => ascentMetres)).toBeCloseTo(pathSize(over).ascentMetres!, 0);
    expect(sum(({ metres }) => metres)).toBeCloseTo(pathSize(over).metres, 0);
  });

  it('has no climb where there are no heights', () => {
    expect(pathSize(path)).toMatchObject({ ascentMetres: undefined, descentMetres: undefined });
  });
});

describe('a loop on a stalk', () => {
  // A stalk to the east, then round a square and back to where the stalk ends.
  const lollipop = [
    [-8.7, 54.3],
    [-8.69, 54.3],
    [-8.69, 54.31],
    [-8.68, 54.31],
    [-8.68, 54.3],
    [-8.69, 54.3]
  ];
  it('is left by the shorter way, from its last side too', () => {
    const onLastSide = [-8.685, 54.3];
    const { metres } = wayAlong(lollipop)(lollipop[0]!, onLastSide);
    expect(Math.abs(metres - 1.5 * east)).toBeLessThan(5);
    const back = wayAlong(lollipop)(onLastSide, lollipop[0]!);
    expect(Math.abs(back.metres - metres)).toBeLessThan(1);
    expect(back.line.at(-1)).toEqual(lollipop[0]);
  });
});

describe('the running clock', () => {
  const stops = [
    { at: path[0]!, minutes: 20 },
    { at: path[1]!, minutes: 10 }
  ];
  const rhythm: Rhythm = {
    start: minutesOf('10:15'),
    pace: { rule: 'Naismith', factor: 2.5 },
    briefing: 0,
    headCount: 0,
    basketCheck: 0
  };
  const clock = (along: number[][], change: Partial<Rhythm> = {}) =>
    timetable(stops, wayAlong(along), { ...rhythm, ...change });

  it('adds stops and legs', () => {
    // 649 m at 2 km/h take 19.5 min, rounded up.
    expect(clock(path).rows.map(({ arrive, leave }) => [clockTime(arrive), clockTime(leave)])).toEqual([
      ['10:15', '10:35'],
      ['10:55', '11:05']
    ]);
    expect(clock(path).rows[1]!.legMetres).toBe(0);
  });

  it('gives a climb its time: 60 m up cost 6 min of a brisk walker, 15 of this group', () => {
    const climbing = path.map(([x, y], i) => [x!, y!, 60 * Math.min(i, 1)]);
    expect(clock(climbing).rows[0]!.legMinutes - clock(path).rows[0]!.legMinutes).toBe(15);
  });

  it('briefs at the start, counts heads at each stop, checks baskets at the end, and goes back', () => {
    const times = clock(path, { briefing: 10, headCount: 2, basketCheck: 8 });
    expect(times.rows.map(({ extra }) => extra)).toEqual([12, 10]);
    expect(times.wayBack).toMatchObject({ minutes: 20 });
    expect(clockTime(times.end)).toBe('11:47');
  });

  it('has no legs in a class', () => {
    const times = timetable(stops, undefined, rhythm);
    expect(times.legs).toEqual([]);
    expect(clockTime(times.end)).toBe('10:45');
  });

  it('says by when to leave the farthest stop, and which stop saves most when it is left out', () => {
    const three = [...stops, { at: path[0]!, minutes: 5 }];
    const timed = (list: typeof three) => timetable(list, wayAlong(path), rhythm);
    const whole = timed(three);
    expect(turningBack(whole, minutesOf('12:00'), 5)).toEqual({ stop: 1, at: minutesOf('11:35') });
    const without = (i: number) => timed(three.filter((_, at) => at !== i));
    // Its 10 minutes, and 20 there and back.
    expect(whatToDrop(whole, without, () => false)).toEqual([{ stop: 1, minutes: 50 }]);
    expect(whatToDrop(whole, without, () => true)).toEqual([]);
  });
});
