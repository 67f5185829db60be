import { v7 as uuid } from 'uuid';

/** Milliseconds since 1970 as ISO 8601 in UTC. */
export const isoOf = (time: number): string => new Date(time).toISOString();

/** What every event begins with: an id of this device's making, and its time. */
export const eventOfNow = () => ({ id: uuid(), at: isoOf(Date.now()) });

/** Sends events of a person with the device's time, so that the server learns how far its clock is off. */
export const sendEvents = (personId: string, events: readonly unknown[]): Promise<Response> =>
  fetch('/api/events', {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify({ by: personId, sentAt: isoOf(Date.now()), events })
  });
