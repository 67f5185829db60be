import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  areaOf,
  ellipse,
  growSpine,
  hull,
  isInside,
  length,
  resample,
  smooth,
  spineThrough
} from './geometry';
import { pathData } from './render';
import { boundsOf } from './scene';
import { cameraAt, flatSheet, growIn, sheetOn } from './space';

const coordinate = fc.integer({ min: -20_000, max: 20_000 }).map((n) => n / 100 + 0);
const points = fc.array(fc.record({ x: coordinate, y: coordinate }), { minLength: 3, maxLength: 20 });

/** Reads path data back: absolute after M, relative after l, in tenths. */
function read(d: string): { x: number; y: number }[][] {
  return d
    .split('M')
    .filter(Boolean)
    .map((ring) => {
      const [start, rest = ''] = ring.split('l');
      let [x, y] = start!.match(/-?\d+/g)!.map(Number) as [number, number];
      const line = [{ x: x / 10, y: y / 10 }];
      const steps = rest.match(/-?\d+/g)?.map(Number) ?? [];
      for (let i = 0; i < steps.length; i += 2) {
        [x, y] = [x + steps[i]!, y + steps[i + 1]!];
        line.push({ x: x / 10, y: y / 10 });
      }
      return line;
    });
}

describe('path data', () => {
  it('is read back as it was written, to a quarter of a unit, without drifting', () => {
    fc.assert(
      fc.property(points, (line) => {
        const [back] = read(pathData([line], true, 1, 0, 0));
        const box = boundsOf(back!);
        const true_ = boundsOf(line);
        for (const side of ['left', 'top', 'right', 'bottom'] as const)
          expect(Math.abs(box[side] - true_[side])).toBeLessThanOrEqual(0.24);
      })
    );
  });

  it('leaves out points of a straight line, but none of a tip or a corner', () => {
    const written = (line: readonly [number, number][]) =>
      read(pathData([line.map(([x, y]) => ({ x, y }))], false, 1, 0, 0))[0]!.length;
    expect(written([0, 2, 4, 6, 8].map((x) => [x, 0.1 * (x % 4 === 2 ? 1 : 0)]))).toBe(2);
    expect(
      written([
        [0, 0],
        [5, 0],
        [0, 0]
      ])
    ).toBe(3);
    expect(
      written([
        [0, 0],
        [4, 0],
        [8, 1]
      ])
    ).toBe(3);
  });

  it('bends where a line bends, however many points say so', () => {
    const round = Array.from({ length: 200 }, (_, i) => ({
      x: 30 * Math.cos((i / 199) * 2 * Math.PI),
      y: 30 * Math.sin((i / 199) * 2 * Math.PI)
    }));
    const [back] = read(pathData([round], true, 1, 0, 0));
    expect(back!.length).toBeLessThan(100);
    back!.forEach((point, i) => {
      const next = back![(i + 1) % back!.length]!;
      expect(Math.hypot((point.x + next.x) / 2, (point.y + next.y) / 2)).toBeGreaterThan(29.7);
    });
  });

  it('places and enlarges', () => {
    expect(
      pathData(
        [
          [
            { x: 1, y: 2 },
            { x: 2, y: 1 }
          ]
        ],
        false,
        10,
        5,
        0
      )
    ).toBe('M150 200l100-100');
  });

  it('writes a single point as a dot and leaves out empty rings', () => {
    expect(pathData([[], [{ x: 3, y: 4 }]], true, 1, 0, 0)).toBe('M30 40h0');
  });
});

describe('a spine', () => {
  it('goes straight up without a bend', () => {
    const spine = growSpine({ x: 2, y: 0 }, 0, 0, 100);
    expect(spine.length).toBeCloseTo(100);
    expect(spine.place(0.5)).toEqual({ x: expect.closeTo(2), y: expect.closeTo(-50) });
    expect(spine.heading(0.3)).toBeCloseTo(0);
  });

  it('keeps its length and ends near its bent heading', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1.2, max: 1.2, noNaN: true }),
        (heading, bend) => {
          const spine = growSpine({ x: 0, y: 0 }, heading, bend, 80);
          expect(spine.length).toBeCloseTo(80);
          expect(Math.abs(spine.heading(0.999) - heading - bend)).toBeLessThan(0.08);
        }
      )
    );
  });

  it('goes on straight beyond its end', () => {
    const spine = spineThrough([
      { x: 0, y: 0 },
      { x: 0, y: -10 }
    ]);
    expect(spine.place(1.5)).toEqual({ x: 0, y: -15 });
  });
});

describe('a blade bent to the paper', () => {
  const angle = fc.double({ min: -3, max: 3, noNaN: true });
  const rise = fc.double({ min: -0.3, max: 1.5, noNaN: true });

  it('is never longer or wider than it is in room', () => {
    fc.assert(
      fc.property(
        angle,
        rise,
        rise,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (azimuth, from, to, roll) => {
          const spine = growIn({ x: 0, y: 0, z: 0 }, { azimuth, rise: [from, to], length: 50 });
          const sheet = sheetOn(spine, cameraAt(0.3), { roll, fold: 0.2 });
          expect(length(sheet({ x: 0, y: 0 }), sheet({ x: 0, y: -50 }))).toBeLessThanOrEqual(50.001);
          const middle = sheet({ x: 0, y: -25 });
          for (const x of [-10, 10]) expect(length(middle, sheet({ x, y: -25 }))).toBeLessThanOrEqual(10.001);
        }
      )
    );
  });

  it('keeps its left half on the other side of the midrib than its right half', () => {
    fc.assert(
      fc.property(angle, rise, (azimuth, from) => {
        const spine = growIn({ x: 0, y: 0, z: 0 }, { azimuth, rise: [from, from], length: 50 });
        const sheet = sheetOn(spine, cameraAt(0.3), { roll: 0.7, fold: 0.1 });
        const [a, b] = [sheet({ x: 0, y: 0 }), sheet({ x: 0, y: -50 })];
        const side = (x: number) => {
          const p = sheet({ x, y: -25 });
          return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
        };
        expect(side(-10) * side(10)).toBeLessThanOrEqual(1e-6);
      })
    );
  });

  it('lies as it is drawn in a close view', () => {
    expect(flatSheet()({ x: 3, y: -4 })).toEqual({ x: 3, y: -4 });
  });
});

describe('curves and polygons', () => {
  it('a smoothed line passes through its points', () => {
    fc.assert(
      fc.property(points, (line) => {
        const curve = smooth(line, 4);
        for (const point of line)
          expect(Math.min(...curve.map((sample) => length(sample, point)))).toBeLessThan(1e-6);
      })
    );
  });

  it('points at even distances begin and end where the line does', () => {
    fc.assert(
      fc.property(points, (line) => {
        const even = resample(line, 9);
        expect(even).toHaveLength(9);
        expect(length(even[0]!, line[0]!)).toBeLessThan(1e-9);
        expect(length(even[8]!, line.at(-1)!)).toBeLessThan(1e-6);
      })
    );
  });

  it('a hull holds all its points and is convex', () => {
    fc.assert(
      fc.property(points, (cloud) => {
        const ring = hull(cloud);
        const turns = ring.map((a, i) => {
          const [b, c] = [ring[(i + 1) % ring.length]!, ring[(i + 2) % ring.length]!];
          return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        });
        expect(turns.every((turn) => turn <= 1e-6) || turns.every((turn) => turn >= -1e-6)).toBe(true);
        if (ring.length > 2) expect(boundsOf(ring)).toEqual(boundsOf(cloud));
      })
    );
  });

  it('tell inside from outside, and the area of an ellipse', () => {
    const ring = ellipse({ x: 10, y: 20 }, 5, 2, 0.4, 60);
    expect(isInside({ x: 10, y: 20 }, ring)).toBe(true);
    expect(isInside({ x: 10, y: 23 }, ring)).toBe(false);
    expect(isInside({ x: -10, y: 20 }, ring)).toBe(false);
    expect(areaOf(ring)).toBeCloseTo(Math.PI * 10, 0);
  });
});
