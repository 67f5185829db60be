import { afterEach, expect, it, vi } from 'vitest';
import { whereIAm } from './where-i-am';

/** The Geolocation API (W3C) as a browser has it, or has not. */
const device = (answers?: (found: (at: object) => void, failed: () => void) => void) =>
  vi.stubGlobal('navigator', answers ? { geolocation: { getCurrentPosition: answers } } : {});
afterEach(() => vi.unstubAllGlobals());

it('is told in degrees, no finer than a hand', async () => {
  device((found) => found({ coords: { longitude: -8.701234567, latitude: 54.302999951, accuracy: 6.2 } }));
  expect(await whereIAm()).toEqual({ longitude: -8.701235, latitude: 54.303, accuracy: 6.2 });
});

it('is not told where it is not allowed, and the map is offered', async () => {
  device((_, failed) => failed());
  expect(await whereIAm()).toEqual({ problem: expect.stringContaining('point at the map') });
});

it('is not told by a device that does not know', async () => {
  device();
  expect(await whereIAm()).toEqual({ problem: 'This device does not tell where it is.' });
});
