import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { HealthAlong } from '$core/field';
import { openHealth, takeHealthAlong } from './health-along';
import { FieldStore } from './store';

/** Health notes on a phone: locked, and gone when their time is over. */

const walkId = '0192f000-0000-7000-8000-000000000001';
const [pin, wrong] = ['204857', '999998'];
const along: HealthAlong = {
  until: '2027-04-25',
  notes: [{ person: 'Ada', label: 'asthma', words: 'carries an inhaler', matches: [] }]
};
const answers = (body: unknown, status = 200) =>
  vi.stubGlobal('fetch', async () => Response.json(body, { status }));
const taken = async (store: FieldStore) => {
  answers(along);
  await takeHealthAlong(store, walkId, 'Europe/Dublin', pin);
  return (await store.health(walkId))!;
};

let store: FieldStore;
beforeEach(async () => {
  vi.stubGlobal('indexedDB', new IDBFactory());
  store = await FieldStore.open();
});

describe('health notes on a phone', () => {
  it('lie there locked, and open by the PIN; a right one gives the tries back', async () => {
    const kept = await taken(store);
    expect(JSON.stringify(kept)).not.toMatch(/Ada|inhaler/);
    expect(await openHealth(store, kept, wrong)).toEqual({ triesLeft: 4 });
    expect(await openHealth(store, (await store.health(walkId))!, pin)).toEqual({ notes: along.notes });
    expect((await store.health(walkId))?.triesLeft).toBe(5);
  });

  it('are gone after five wrong PINs', async () => {
    let kept = await taken(store);
    for (const triesLeft of [4, 3, 2, 1, 0]) {
      expect(await openHealth(store, kept, wrong)).toEqual({ triesLeft });
      kept = (await store.health(walkId)) ?? kept;
    }
    expect(await store.health(walkId)).toBeUndefined();
  });

  it('are gone a day after the walk where the walk is, and when the walk leaves the phone', async () => {
    await taken(store);
    // Summer time: the day ends in Dublin an hour before it does in UTC.
    await store.forgetOldHealth(Date.parse('2027-04-25T22:59:00Z'));
    expect(await store.health(walkId)).toBeDefined();
    await store.forgetOldHealth(Date.parse('2027-04-25T23:00:00Z'));
    expect(await store.health(walkId)).toBeUndefined();
    await taken(store);
    await store.emptyOf(walkId);
    expect(await store.health(walkId)).toBeUndefined();
  });

  it('are not kept where the server refuses, which is said in its words', async () => {
    answers({ message: 'Only where the school allows it.' }, 403);
    await expect(takeHealthAlong(store, walkId, 'Europe/Dublin', pin)).rejects.toThrow(
      'Only where the school allows it.'
    );
    expect(await store.health(walkId)).toBeUndefined();
  });

  it('find their place in a store of an earlier release, which keeps what it has', async () => {
    const name = 'of an earlier release';
    await new Promise<void>((done) => {
      const asked = indexedDB.open(name, 1);
      asked.onupgradeneeded = () => {
        const db = asked.result;
        db.createObjectStore('packs', { keyPath: 'walkId' });
        const events = db.createObjectStore('events', { keyPath: 'id' });
        events.createIndex('walk', 'walkId');
        events.createIndex('state', 'state');
        db.createObjectStore('rehearsed', { keyPath: 'id' }).createIndex('walk', 'walkId');
        db.createObjectStore('settings').put('this one', 'device');
      };
      asked.onsuccess = () => {
        asked.result.close();
        done();
      };
    });
    const later = await FieldStore.open(name);
    expect(await later.device()).toBe('this one');
    await taken(later);
    expect(await later.health(walkId)).toBeDefined();
  });

  it('say so where a page of an earlier release holds the store', async () => {
    const name = 'held';
    await new Promise<void>((done) => (indexedDB.open(name, 1).onsuccess = () => done()));
    await expect(FieldStore.open(name)).rejects.toThrow('Close it');
  });
});
