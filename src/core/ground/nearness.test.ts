import distance from '@turf/distance';
import { point } from '@turf/helpers';
import pointToLineDistance from '@turf/point-to-line-distance';
import { lineString } from '@turf/helpers';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { metresFromWay } from './index';

const [longitude, latitude] = [-8.7, 54.3];
/** A place so many metres east and north of the first. */
const at = (east: number, north: number): [number, number] => [
  longitude + east / (111_320 * Math.cos((latitude * Math.PI) / 180)),
  latitude + north / 111_320
];

describe('how near a way comes', () => {
  it.each([
    ['beside it', [at(0, 0), at(100, 0)], [at(0, 12), at(100, 12)], 12],
    ['at an angle', [at(0, 0), at(100, 0)], [at(50, 7), at(90, 80)], 7],
    ['beyond its end', [at(0, 0), at(100, 0)], [at(103, 4), at(200, 90)], 5],
    ['across it', [at(0, 0), at(100, 0)], [at(50, -20), at(50, 20)], 0],
    ['to a single place', [at(0, 0), at(100, 0)], [at(60, 9)], 9]
  ])('to a line %s', (_, way, line, metres) => {
    expect(metresFromWay(way, { line, isArea: false })).toBeCloseTo(metres, 1);
  });

  it('is nothing within an area, and to its edge outside it', () => {
    const line = [at(0, 0), at(100, 0), at(100, 100), at(0, 100), at(0, 0)];
    expect(metresFromWay([at(40, 40), at(60, 60)], { line, isArea: true })).toBe(0);
    expect(metresFromWay([at(40, 40), at(60, 60)], { line, isArea: false })).toBeCloseTo(40, 1);
    expect(metresFromWay([at(-30, 50), at(-8, 50)], { line, isArea: true })).toBeCloseTo(8, 1);
  });

  it('is what an independent library measures from a place to a line (Turf)', () => {
    const metres = fc.integer({ min: -400, max: 400 });
    const place = fc.tuple(metres, metres).map(([east, north]) => at(east, north));
    fc.assert(
      fc.property(place, fc.array(place, { minLength: 2, maxLength: 6 }), (from, line) => {
        fc.pre(line.every((one, i) => i === 0 || distance(one, line[i - 1]!, { units: 'meters' }) > 1));
        const other = pointToLineDistance(point(from), lineString(line), { units: 'meters' });
        expect(Math.abs(metresFromWay([from], { line, isArea: false }) - other)).toBeLessThan(
          1 + 0.005 * other
        );
      }),
      { numRuns: 200 }
    );
  });
});
