import { describe, expect, it } from 'vitest';
import { frameTicks } from './graticule';

describe('ticks on the frame of a map', () => {
  it('stand at round degrees, linear between the edges', () => {
    expect(frameTicks(-8.7025, -8.6975, 500, ['E', 'W'], 150)).toEqual([
      { at: expect.closeTo(50), label: '8.702° W' },
      { at: expect.closeTo(250), label: '8.700° W' },
      { at: expect.closeTo(450), label: '8.698° W' }
    ]);
  });

  it('run downwards where the degrees do', () => {
    const [first, second] = frameTicks(54.305, 54.301, 200, ['N', 'S'], 90);
    expect(first!.label).toBe('54.302° N');
    expect(first!.at).toBeGreaterThan(second!.at);
  });

  it('are none for a map without extent', () => {
    expect(frameTicks(1, 1, 500, ['E', 'W'], 100)).toEqual([]);
    expect(frameTicks(1, 2, 0, ['E', 'W'], 100)).toEqual([]);
  });
});
