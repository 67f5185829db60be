import { describe, expect, it } from 'vitest';
import { cameraAt, growIn, isSeenFromBelow } from './space';

const foot = { x: 0, y: 0, z: 0 };
const towardsViewer = 0;
const away = Math.PI;
const leaf = (azimuth: number, rise: number) => growIn(foot, { azimuth, rise: [rise, rise], length: 50 }, 8);

describe('a leaf in room', () => {
  it('shows its underside when it rises steeply towards the viewer, and its upper face when it rises away', () => {
    const camera = cameraAt(0.16);
    expect(isSeenFromBelow(leaf(towardsViewer, 1.1), camera)).toBe(true);
    expect(isSeenFromBelow(leaf(away, 1.1), camera)).toBe(false);
  });

  it('shows its upper face when it lies and one looks down on it', () => {
    for (const azimuth of [towardsViewer, away, Math.PI / 2])
      expect(isSeenFromBelow(leaf(azimuth, 0.05), cameraAt(0.6)), String(azimuth)).toBe(false);
  });

  it('is foreshortened towards the viewer and full at the side', () => {
    const camera = cameraAt(0.16);
    const seen = (azimuth: number) => {
      const { x, y } = camera.onPaper(leaf(azimuth, 0.2).place(1));
      return Math.hypot(x, y);
    };
    expect(seen(towardsViewer)).toBeLessThan(0.5 * seen(Math.PI / 2));
    expect(seen(Math.PI / 2)).toBeCloseTo(50, 0);
  });
});
