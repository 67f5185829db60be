import type { z } from 'zod';
import type { SightingEvent } from '$core/field';
import { EventQueue } from './event-queue';
import { sendEvents } from './send-events';

/** A sighting on its way to the server. */
export type SightingOnTheWay = z.input<typeof SightingEvent>;

const prefix = 'sightings of ';
const keyFor = (personId: string, siteId: string) => `${prefix}${personId} at ${siteId}`;

/**
 * The sightings of a person at a site that wait on this device, whichever page noted them. They are that person's: who
 * signs in after them on the same device does not send them as their own.
 */
export const sightingsOf = (personId: string, siteId: string): EventQueue<SightingOnTheWay> =>
  new EventQueue(keyFor(personId, siteId), {
    store: localStorage,
    send: (events) => sendEvents(personId, events)
  });

/** How many sightings of other people at a site wait on this device until those sign in again. */
export function sightingsOfOthers(personId: string, siteId: string): number {
  const own = keyFor(personId, siteId);
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(prefix) && key.endsWith(` at ${siteId}`) && key !== own)
    .reduce((sum, key) => {
      const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
      return sum + (Array.isArray(kept) ? kept.length : 0);
    }, 0);
}
