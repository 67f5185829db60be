import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type WalkEvent, fieldDay } from '$core/field';
import { contentHash } from '$core/knowledge';
import { type Random, createRandom } from '$core/random';
import { ids, packOf, setOut, taken, tapped } from '../../../../tests/support/field';
import { FieldStore, NotKept } from './store';
import { sendWaiting } from './sender';

/** What was tapped reaches the server once, whatever happens on the way. */

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
});

const owner = ids.leader;

/** A server that stores each event once, as the endpoint does. */
class Server {
  readonly stored = new Map<string, WalkEvent>();
  /** Everything that was stored a second time: must stay empty. */
  doubled = 0;

  take(events: readonly WalkEvent[]): Response {
    const results = events.map((event) => {
      const before = this.stored.get(event.id);
      if (!before) this.stored.set(event.id, event);
      else if (contentHash(before) !== contentHash(event)) {
        this.doubled += 1;
        return { id: event.id, status: 409, problem: 'Something else has this id.' };
      }
      return { id: event.id, noted: true };
    });
    return Response.json({ results });
  }
}

/** A network on which everything goes wrong that can. */
function badNetwork(
  server: Server,
  random: Random,
  events: readonly WalkEvent[]
): Response | Promise<Response> {
  switch (random.integer(0, 9)) {
    case 0: // lost on the way there
      throw new TypeError('Failed to fetch');
    case 1: // stored, and the answer lost
      server.take(events);
      throw new TypeError('Failed to fetch');
    case 2:
      return new Response('gateway', { status: 502 });
    case 3:
      return Response.json({ message: 'Sign in first.' }, { status: 401 });
    case 4: // the page of a hotel
      return new Response('<html>Welcome</html>', { headers: { 'content-type': 'text/html' } });
    case 5: {
      // the database goes away in the middle
      const half = events.slice(0, Math.ceil(events.length / 2));
      const { results } = { results: half.map(({ id }) => ({ id, noted: true })) };
      server.take(half);
      return Response.json({ results, problem: 'away' }, { status: 503 });
    }
    case 6: // one fails inside, its neighbours are stored
      server.take(events.slice(1));
      return Response.json({
        results: events.map(({ id }, i) =>
          i === 0 ? { id, status: 500, problem: 'fault' } : { id, noted: true }
        )
      });
    case 7: // sent twice by a proxy
      server.take(events);
      return server.take(events);
    case 8: // looked at in another order
      return server.take([...events].reverse());
    default:
      return server.take(events);
  }
}

/** A morning's taps; some are taken back. */
function taps(random: Random): WalkEvent[] {
  const events: WalkEvent[] = random.next() < 0.5 ? setOut() : [];
  for (let i = random.integer(2, 6); i > 0; i -= 1) {
    const event = taken(i, random.integer(1, 9));
    events.push(event);
    if (random.next() < 0.3) events.push(tapped('taken back', i + 0.5, { event: event.id }));
  }
  return events;
}

describe('a phone on a bad network', () => {
  it('brings everything to the server once, killed and opened again at any point: 1,000 runs', async () => {
    let faults = 0;
    for (let run = 0; run < 1000; run += 1) {
      const random = createRandom(`faults ${run}`);
      const server = new Server();
      const name = `phone ${run}`;
      const wanted = taps(random);
      const waiting = [...wanted];
      let store = await FieldStore.open(name);
      let isKilled = false;
      /** Between any two steps the page may be killed: what follows does not happen. */
      const orKilled = () => {
        if (!isKilled) return;
        throw new Error('killed');
      };
      for (let step = 0; waiting.length > 0 || step < 12; step += 1) {
        const next = waiting[0];
        if (next && random.next() < 0.6) {
          await store.tap(next, owner);
          waiting.shift();
        }
        if (random.next() < 0.6) {
          isKilled = false;
          const sending = sendWaiting(store, owner, async (_, events) => {
            orKilled();
            faults += 1;
            const response = await badNetwork(server, random, events);
            if (random.next() < 0.2) isKilled = true;
            orKilled();
            return response;
          });
          await sending;
        }
        if (isKilled || random.next() < 0.15) {
          store.close();
          store = await FieldStore.open(name);
          isKilled = false;
        }
      }
      // At last there is network.
      await sendWaiting(store, owner, async (_, events) => server.take(events));
      expect(await store.waiting(owner)).toEqual([]);
      const kept = (await store.eventsOf(ids.walk)).map(({ event }) => event);
      store.close();
      expect(server.doubled).toBe(0);
      expect([...server.stored.keys()].sort()).toEqual(wanted.map(({ id }) => id).sort());
      const pack = packOf();
      const day = fieldDay(pack, wanted);
      expect(fieldDay(pack, [...server.stored.values()])).toEqual(day);
      expect(fieldDay(pack, kept)).toEqual(day);
    }
    expect(faults).toBeGreaterThan(3000);
  });
});

describe('what the phone keeps', () => {
  const accepting = async (_: string, events: readonly WalkEvent[]) => new Server().take(events);

  it('sends in the order of the taps, and what was refused stays with its reason', async () => {
    const store = await FieldStore.open();
    const [first, second] = [taken(9, 1), taken(2, 1)];
    await store.tap(first, owner);
    await store.tap(second, owner);
    const seen: string[] = [];
    await sendWaiting(store, owner, async (_, events) => {
      seen.push(...events.map(({ id }) => id));
      return Response.json({
        results: [
          { id: first.id, status: 404, problem: 'There is no such walk.' },
          { id: second.id, noted: true }
        ]
      });
    });
    expect(seen).toEqual([first.id, second.id]);
    const kept = await store.eventsOf(ids.walk);
    expect(kept.find(({ id }) => id === first.id)).toMatchObject({
      state: 'refused',
      problem: 'There is no such walk.'
    });
    await store.emptyOf(ids.walk);
    expect((await store.eventsOf(ids.walk)).map(({ id }) => id)).toEqual([first.id]);
  });

  it('an expired session asks for a sign-in and loses nothing', async () => {
    const store = await FieldStore.open();
    await store.tap(taken(1, 1), owner);
    const sent = await sendWaiting(store, owner, async () =>
      Response.json({ message: 'Sign in first.' }, { status: 401 })
    );
    expect(sent).toBe('signed out');
    expect(await store.waiting(owner)).toHaveLength(1);
  });

  it('what waits of one person is not sent in another’s session, and outlives signing out', async () => {
    const store = await FieldStore.open();
    await store.keepPack({ walkId: ids.walk, owner, pack: {}, bytes: 2, refreshedAt: '' });
    await store.tap(taken(1, 1), owner);
    expect(await sendWaiting(store, ids.ben, accepting)).toBe('all');
    expect(await store.waiting(owner)).toHaveLength(1);
    await store.emptyOfOthers(undefined);
    expect(await store.packs()).toEqual([]);
    expect(await store.waitingOfAll()).toBe(1);
    expect(await sendWaiting(store, owner, accepting)).toBe('all');
  });

  it('the same file brought in twice adds nothing the second time', async () => {
    const store = await FieldStore.open();
    const events = [taken(1, 1), taken(2, 2)];
    expect(await store.bringIn(events, owner)).toBe(2);
    expect(await store.bringIn(events, owner)).toBe(0);
  });

  it('a rehearsal is never sent, and is forgotten when asked', async () => {
    const store = await FieldStore.open();
    await store.rehearse(taken(1, 1));
    expect(await store.waitingOfAll()).toBe(0);
    expect(await store.rehearsed(ids.walk)).toHaveLength(1);
    await store.forgetRehearsal(ids.walk);
    expect(await store.rehearsed(ids.walk)).toEqual([]);
  });

  it('a full phone says so, and what was there stays', async () => {
    const store = await FieldStore.open();
    await store.tap(taken(1, 1), owner);
    const full = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    await expect(store.tap(taken(2, 1), owner)).rejects.toThrow(/no room left/);
    full.mockRestore();
    expect(await store.waiting(owner)).toHaveLength(1);
    await store.tap(taken(3, 1), owner);
    expect(await store.waiting(owner)).toHaveLength(2);
  });

  it('a phone that keeps nothing says so', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new DOMException('no', 'SecurityError');
      }
    });
    await expect(FieldStore.open()).rejects.toThrow(NotKept);
  });
});
