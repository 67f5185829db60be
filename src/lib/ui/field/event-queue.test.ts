import { describe, expect, it } from 'vitest';
import { EventQueue, type QueuedEvent } from './event-queue';

function queue(send: (events: readonly QueuedEvent[]) => Response | Error) {
  const kept = new Map<string, string>();
  const sent: string[][] = [];
  const made = new EventQueue('field', {
    store: { getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => void kept.set(key, value) },
    send: (events) => {
      sent.push(events.map(({ id }) => id));
      const answer = send(events);
      return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer);
    }
  });
  return { made, kept, sent };
}
const event = (id: string): QueuedEvent => ({ id, kind: 'sighting' });
const taken = (events: readonly QueuedEvent[]) =>
  Response.json({ results: events.map(({ id }) => ({ id })) });

describe('events from the field', () => {
  it('stay on the device without a connection, and go in order when there is one', async () => {
    let isOnline = false;
    const { made, sent } = queue((events) => (isOnline ? taken(events) : new TypeError('no network')));
    made.add(event('a'));
    made.add(event('b'));
    expect(await made.flush()).toBeUndefined();
    expect(made.waiting.map(({ id }) => id)).toEqual(['a', 'b']);
    isOnline = true;
    expect(await made.flush()).toEqual([]);
    expect(made.waiting).toEqual([]);
    expect(sent.at(-1)).toEqual(['a', 'b']);
  });

  it('that the server refuses are told with the reason and not sent again', async () => {
    const { made } = queue(([first, ...rest]) =>
      Response.json(
        {
          results: [
            { id: first!.id, status: 400, problem: 'No such stage.' },
            ...rest.map(({ id }) => ({ id }))
          ]
        },
        { status: 400 }
      )
    );
    made.add(event('a'));
    made.add(event('b'));
    expect(await made.flush()).toEqual([{ id: 'a', problem: 'No such stage.' }]);
    expect(made.waiting).toEqual([]);
  });

  it.each([400, 401, 403, 404, 413, 429, 500, 502, 503])(
    'stay while %i is answered without a result of their own',
    async (status) => {
      const { made } = queue(() => Response.json({ message: 'no', problem: 'no' }, { status }));
      made.add(event('a'));
      expect(await made.flush()).toBeUndefined();
      expect(made.waiting).toHaveLength(1);
    }
  );

  it.each([
    ['the page of a hotel', '<html>Welcome! Accept our terms</html>'],
    ['a list that is none', '{"results": "all of them"}'],
    ['results of others', '{"results": [{"id": "z"}]}']
  ])('stay where %s is answered', async (_, body) => {
    const { made } = queue(() => new Response(body, { status: 200 }));
    made.add(event('a'));
    expect(await made.flush()).toBeUndefined();
    expect(made.waiting.map(({ id }) => id)).toEqual(['a']);
  });

  it('leave one by one: what was judged goes, what was not stays, and those behind it are sent all the same', async () => {
    const { made, sent } = queue((events) =>
      Response.json(
        {
          results: events
            .filter(({ id }) => id !== '3')
            .map(({ id }) => ({ id, ...(id === '7' ? { status: 500, problem: 'no' } : {}) }))
        },
        { status: 503 }
      )
    );
    for (let i = 0; i < 60; i += 1) made.add(event(String(i)));
    expect(await made.flush()).toBeUndefined();
    expect(made.waiting.map(({ id }) => id)).toEqual(['3', '7']);
    expect(sent.map((ids) => ids.length)).toEqual([50, 10]);
  });

  it('go in batches, however many there are', async () => {
    const { made, sent } = queue(taken);
    for (let i = 0; i < 120; i += 1) made.add(event(String(i)));
    await made.flush();
    expect(sent.map((ids) => ids.length)).toEqual([50, 50, 20]);
  });

  it('made while others are being sent are kept', async () => {
    const { made, sent } = queue((events) => {
      if (events[0]!.id === 'a') made.add(event('late'));
      return taken(events);
    });
    made.add(event('a'));
    await made.flush();
    expect(sent).toEqual([['a'], ['late']]);
    expect(made.waiting).toEqual([]);
  });

  it('begin anew where the store is damaged', () => {
    const { made, kept } = queue(taken);
    kept.set('field', '{');
    expect(made.waiting).toEqual([]);
    expect(kept.get('field damaged')).toBe('{');
  });
});
