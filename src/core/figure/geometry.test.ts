import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ellipse, growSpine, isInside, length, pathBounds, pathData, smooth, spineThrough } from './geometry';
import { hull } from './leaf';
import { boundsOf, noBounds } from './scene';

const coordinate = fc.integer({ min: -200_000, max: 200_000 }).map((n) => n / 100 + 0);
const points = fc.array(fc.record({ x: coordinate, y: coordinate }), { minLength: 3, maxLength: 20 });

describe('path data', () => {
  it('has the bounds of its points, to the step in which it is written', () => {
    fc.assert(
      fc.property(points, (outline) => {
        const read = pathBounds(pathData(outline, true), noBounds);
        const true_ = boundsOf(outline);
        for (const side of ['left', 'top', 'right', 'bottom'] as const)
          expect(Math.abs(read[side] - true_[side])).toBeLessThanOrEqual(0.51);
      })
    );
  });

  it('grows bounds that are there already', () => {
    const start = { left: -5, top: -5, right: 5, bottom: 5 };
    expect(pathBounds('M1 2L-7.25 3L4 .5Z', start)).toEqual({ ...start, left: -7.25 });
  });

  it('reads several subpaths, and skips the inside of circles and dots', () => {
    expect(pathBounds('M1 2a3 3 0 1 0 6 0a3 3 0 1 0 -6 0ZM10 -4h0M2 8L3 9', noBounds)).toEqual({
      left: 1,
      top: -4,
      right: 10,
      bottom: 9
    });
    expect(pathBounds('', noBounds)).toEqual(noBounds);
  });

  it('is written in larger steps for larger plants', () => {
    expect(pathData([{ x: 1.234, y: 56.78 }], false)).toBe('M1.23 56.8');
    expect(pathData([{ x: 1234.5, y: -0.004 }], false)).toMatch(/^M123[45] 0$/);
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

  it('a hull holds all its points and is convex', () => {
    fc.assert(
      fc.property(points, (cloud) => {
        const ring = hull(cloud);
        const turns = ring.map((a, i) => {
          const [b, c] = [ring[(i + 1) % ring.length]!, ring[(i + 2) % ring.length]!];
          return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        });
        expect(turns.every((turn) => turn <= 1e-6) || turns.every((turn) => turn >= -1e-6)).toBe(true);
        expect(boundsOf(ring)).toEqual(boundsOf(cloud));
      })
    );
  });

  it('tell inside from outside', () => {
    const ring = ellipse({ x: 10, y: 20 }, 5, 2, 0.4, 40);
    expect(isInside({ x: 10, y: 20 }, ring)).toBe(true);
    expect(isInside({ x: 10, y: 23 }, ring)).toBe(false);
    expect(isInside({ x: -10, y: 20 }, ring)).toBe(false);
  });
});
