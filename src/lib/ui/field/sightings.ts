import type { Stage } from '$core/knowledge';
import { EventQueue } from './event-queue';

/** A sighting on its way to the server. */
export interface SightingOnTheWay {
  readonly id: string;
  readonly kind: 'sighting';
  readonly siteId: string;
  readonly patchId: string;
  readonly stage: Stage;
  readonly says: 'there' | 'not yet' | 'over';
  readonly seenOn: string;
  readonly amount?: string;
  readonly note: string;
}

/** The sightings of a site that wait on this device, whichever page noted them. */
export const sightingsOf = (siteId: string): EventQueue<SightingOnTheWay> =>
  new EventQueue(`sightings ${siteId}`, {
    store: localStorage,
    send: (events) =>
      fetch('/api/events', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ events })
      })
  });
