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

  it.each([401, 500, 503])('stay while the server answers %i', async (status) => {
    const { made } = queue(() => Response.json({ message: 'no' }, { status }));
    made.add(event('a'));
    expect(await made.flush()).toBeUndefined();
    expect(made.waiting).toHaveLength(1);
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
  });
});
