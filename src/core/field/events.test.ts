import { describe, expect, it } from 'vitest';
import { EventBatch, FieldEvent, clockOffsetMs } from './index';

const id = '0192f000-0000-7000-8000-00000000beef';
const sighting = {
  id,
  kind: 'sighting',
  siteId: id,
  patchId: id,
  stage: 'leaf',
  says: 'there',
  seenOn: '2027-04-24'
};

describe('events from the field', () => {
  it('are taken with the device’s time or without', () => {
    expect(FieldEvent.parse(sighting)).toEqual({ ...sighting, note: '' });
    expect(FieldEvent.parse({ ...sighting, at: '2027-04-24T09:30:00.000Z' })).toMatchObject({
      at: '2027-04-24T09:30:00.000Z'
    });
  });

  it.each([
    ['a time that is none', { at: 'this morning' }],
    ['a saying that is none', { says: 'perhaps' }],
    ['an amount that is none', { amount: 'plenty' }],
    ['a key that nobody knows', { outcome: 'right' }],
    ['another kind', { kind: 'applause' }],
    ['an id that is none', { id: '7' }]
  ])('are refused for %s', (_, change) => {
    expect(FieldEvent.safeParse({ ...sighting, ...change }).success).toBe(false);
  });

  it('arrive with whose they are, up to 200 at once', () => {
    const batch = (change: object) => EventBatch.safeParse({ by: id, events: [{}], ...change }).success;
    expect(batch({})).toBe(true);
    expect(batch({ by: undefined })).toBe(false);
    expect(batch({ events: [] })).toBe(false);
    expect(batch({ events: Array(201).fill({}) })).toBe(false);
  });

  it('say how far a device’s clock is off: added to its time, the server’s comes out', () => {
    const arrived = new Date('2027-04-24T10:00:05.250Z');
    expect(clockOffsetMs('2027-04-24T10:00:00Z', arrived)).toBe(5250);
    // A clock that is two days ahead.
    const offset = clockOffsetMs('2027-04-26T10:00:05.250Z', arrived);
    expect(new Date(Date.parse('2027-04-26T09:00:00Z') + offset).toISOString()).toBe(
      '2027-04-24T09:00:00.000Z'
    );
  });
});
