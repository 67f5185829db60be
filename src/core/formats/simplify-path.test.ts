import fc from 'fast-check';
import type { Position } from 'geojson';
import { describe, expect, it } from 'vitest';
import { simplifyPath } from './simplify-path';

const climbOf = (path: readonly Position[]) =>
  path.slice(1).reduce((sum, [, , height], i) => sum + Math.max(0, height! - path[i]![2]!), 0);

describe('a path with fewer points', () => {
  it('keeps its climbs where it is straight on the map: a hill of 300 m stays one of 300 m', () => {
    // 2,600 points due north, up and down a hill of 300 m.
    const path = Array.from({ length: 2600 }, (_, i): Position => [
      -8.7,
      54.3 + i * 1e-5,
      300 * Math.sin((Math.PI * i) / 2599)
    ]);
    const fewer = simplifyPath(path, 200);
    expect(fewer.length).toBeLessThanOrEqual(200);
    expect(climbOf(fewer)).toBeGreaterThan(0.99 * climbOf(path));
  });

  it('is two points where there is nothing between them', () => {
    const path = Array.from({ length: 5000 }, (_, i): Position => [-8.7 + i * 1e-5, 54.3]);
    expect(simplifyPath(path, 2000)).toEqual([path[0], path.at(-1)]);
  });

  it('is never longer than asked, keeps its ends and its order, and every point is one of the old', () => {
    const degrees = fc.double({ min: -0.02, max: 0.02, noNaN: true });
    const at = fc.tuple(degrees, degrees, fc.double({ min: 0, max: 900, noNaN: true }));
    fc.assert(
      fc.property(
        fc.array(at, { minLength: 3, maxLength: 120 }),
        fc.integer({ min: 2, max: 40 }),
        (path, most) => {
          const fewer = simplifyPath(path, most);
          expect(fewer.length).toBeLessThanOrEqual(most);
          expect(fewer[0]).toBe(path[0]);
          let from = 0;
          for (const one of fewer) {
            from = path.indexOf(one as (typeof path)[number], from);
            expect(from).toBeGreaterThanOrEqual(0);
            from += 1;
          }
        }
      )
    );
  });

  it('takes a bend of 170,000 points in well under the time of one by one', () => {
    const path = Array.from({ length: 170_000 }, (_, i): Position => [
      -8.7 + 0.01 * Math.cos(i / 900),
      54.3 + 0.01 * Math.sin(i / 1100),
      50 + 40 * Math.sin(i / 300)
    ]);
    expect(simplifyPath(path, 2000)).toHaveLength(2000);
  });
});
