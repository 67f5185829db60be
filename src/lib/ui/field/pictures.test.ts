import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { createRandom } from '$core/random';
import { ids, tapped } from '../../../../tests/support/field';
import { sendPictures } from './pictures';
import { FieldStore, type KeptPicture } from './store';

/** Pictures leave the phone after their act, once, and never before the server has them. */

const owner = ids.leader;
const found = (minute: number) => tapped('unknown plant', minute, { name: 'umbels', seen: [], note: '' });
const keep = async (store: FieldStore, minute: number) => {
  const event = found(minute);
  await store.tap(event, owner, new Blob([event.id]));
  return event.id;
};

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
});

describe('pictures of what was found', () => {
  it('wait for their act, and for whose they are', async () => {
    const store = await FieldStore.open();
    const id = await keep(store, 1);
    const put = vi.fn(async () => new Response(null, { status: 204 }));
    await sendPictures(store, owner, put);
    expect(put).not.toHaveBeenCalled();
    await store.judge([{ id }]);
    await sendPictures(store, ids.ada, put);
    expect(put).not.toHaveBeenCalled();
    await sendPictures(store, owner, put);
    expect(put).toHaveBeenCalledOnce();
    expect(await store.picturesOf(ids.walk)).toEqual([]);
  });

  it('that the server will never take stay with the reason, and are not sent again', async () => {
    const store = await FieldStore.open();
    const id = await keep(store, 1);
    await store.judge([{ id }]);
    const put = vi.fn(async () => Response.json({ message: 'It is no picture.' }, { status: 400 }));
    await sendPictures(store, owner, put);
    await sendPictures(store, owner, put);
    expect(put).toHaveBeenCalledOnce();
    expect(await store.picturesOf(ids.walk)).toMatchObject([{ id, problem: 'It is no picture.' }]);
  });

  it('survive the walk that leaves the phone while they wait', async () => {
    const store = await FieldStore.open();
    const id = await keep(store, 1);
    await store.judge([{ id }]);
    await store.emptyOf(ids.walk);
    expect(await store.picturesToSend(owner)).toMatchObject([{ id }]);
  });

  it('arrive whatever happens on the way: 200 runs', async () => {
    for (let run = 0; run < 200; run += 1) {
      vi.stubGlobal('indexedDB', new IDBFactory());
      const random = createRandom(`run ${run}`);
      let store = await FieldStore.open();
      const kept = await Promise.all([1, 2, 3].map((minute) => keep(store, minute)));
      await store.judge(kept.map((id) => ({ id })));
      const arrived = new Map<string, number>();
      const put = async ({ id }: KeptPicture) => {
        const luck = random.integer(0, 4);
        if (luck === 0) throw new TypeError('Failed to fetch');
        if (luck === 1) return new Response('gateway', { status: 502 });
        if (luck === 2) return Response.json({ message: 'Sign in first.' }, { status: 401 });
        arrived.set(id, (arrived.get(id) ?? 0) + 1);
        // Stored, and the answer lost.
        if (luck === 3) throw new TypeError('Failed to fetch');
        return new Response(null, { status: 204 });
      };
      for (let tries = 0; (await store.picturesOf(ids.walk)).length > 0 && tries < 200; tries += 1) {
        await sendPictures(store, owner, put);
        if (random.integer(0, 2) === 0) {
          store.close();
          store = await FieldStore.open();
        }
        const left = new Set((await store.picturesOf(ids.walk)).map(({ id }) => id));
        for (const id of kept) expect(left.has(id) || arrived.has(id)).toBe(true);
      }
      expect([...arrived.keys()].sort()).toEqual([...kept].sort());
    }
  });
});
