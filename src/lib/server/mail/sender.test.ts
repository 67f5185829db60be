import { describe, expect, it } from 'vitest';
import { isFinal, pauseAfter } from './sender';

const refused = (code: string, responseCode?: number) =>
  Object.assign(new Error('refused'), { code, ...(responseCode ? { responseCode } : {}) });

describe('a letter that was not taken', () => {
  // RFC 5321, 4.2.1: 5yz is for good, 4yz for now.
  it.each([
    ['EENVELOPE', 550, true],
    ['EMESSAGE', 554, true],
    ['EENVELOPE', 451, false],
    // Our own name and password are wrong: the letter is not.
    ['EAUTH', 535, false],
    ['ECONNECTION', undefined, false]
  ])('%s %s is for good: %s', (code, reply, final) => {
    expect(isFinal(refused(code, reply))).toBe(final);
  });

  // RFC 5321, 4.5.4.1: no sooner than after 30 minutes, once the first tries have failed; four to five days are for
  // relays, a walk is over by then.
  it('waits longer each time, at least half an hour from the third on', () => {
    const pauses = [1, 2, 3, 4, 5, 6, 7, 20].map(pauseAfter);
    expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
    expect(pauses.slice(2).every((minutes) => minutes >= 30)).toBe(true);
  });
});
