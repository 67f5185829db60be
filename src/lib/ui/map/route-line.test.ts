import { describe, expect, it } from 'vitest';
import { arrowOn, besideLine } from './route-line';

const east = [
  { x: 0, y: 0 },
  { x: 100, y: 0 }
];

describe('the line of a walk on the map', () => {
  it('keeps to the right of the path, so that out and back stand apart', () => {
    // The screen's y grows downwards: south of a way to the east.
    expect(besideLine(east, 3)).toEqual([
      { x: 0, y: 3 },
      { x: 100, y: 3 }
    ]);
    expect(besideLine([...east].reverse(), 3).map(({ y }) => y)).toEqual([-3, -3]);
  });

  it('has an arrow half way, pointing along it, and none where it is short', () => {
    const [tip, left, right] = arrowOn(east)!;
    expect(tip!.x).toBeGreaterThan(50);
    expect(tip!.y).toBe(0);
    expect([left!.x, right!.x]).toEqual([45.5, 45.5]);
    expect(arrowOn([east[0]!, { x: 20, y: 0 }])).toBeUndefined();
  });
});
