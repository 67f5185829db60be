import { EventEmitter } from 'node:events';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { LibraryDocument } from '$core/knowledge';
import type { Specification } from '$core/learning';
import type { FromDesk, ToDesk, ToDraw } from './index';

/** Threads that answer as a test wants them to. */
const threads: FakeThread[] = [];
class FakeThread extends EventEmitter {
  readonly sent: ToDesk[] = [];
  constructor() {
    super();
    threads.push(this);
  }
  unref(): void {}
  terminate(): void {
    this.emit('exit');
  }
  postMessage(message: ToDesk): void {
    this.sent.push(message);
  }
  get asked(): Extract<ToDesk, { kind: 'ask' }>[] {
    return this.sent.flatMap((message) => (message.kind === 'ask' ? [message] : []));
  }
  reply(answer: FromDesk): void {
    this.emit('message', answer);
  }
}
vi.mock('node:worker_threads', () => ({ Worker: FakeThread }));
vi.mock('../threads', () => ({ threadEntry: () => 'a file' }));
vi.mock('../request/log', () => ({ log: { error: () => undefined }, faultOf: () => ({}) }));

const toDraw = (seed: number): ToDraw => ({
  library: { key: 'library', document: {} as LibraryDocument },
  spec: { drill: 'side by side', seed } as unknown as Specification,
  photographs: []
});
const settle = () => new Promise((done) => setTimeout(done, 5));

let drawing: typeof import('./index');
beforeEach(async () => {
  threads.length = 0;
  vi.resetModules();
  drawing = await import('./index');
});

describe('the drawing thread', () => {
  it('gets the library when it says that it does not know it, and is asked again', async () => {
    const offered = drawing.askDesk(toDraw(1), 'offers', { wish: 'far' });
    await settle();
    const [thread] = threads;
    thread!.reply({ id: thread!.asked[0]!.id, reply: { needs: 'library' } });
    await settle();
    expect(thread!.sent.map(({ kind }) => kind)).toEqual(['ask', 'library', 'ask']);
    thread!.reply({ id: thread!.asked[1]!.id, reply: { found: true } });
    expect(await offered).toEqual({ found: true });
  });

  it('is replaced when it is lost, and what it owed is asked of the new one', async () => {
    const offered = drawing.askDesk(toDraw(1), 'offers', { wish: 'far' });
    await settle();
    threads[0]!.emit('error', new Error('out of memory'));
    threads[0]!.emit('exit');
    expect(threads).toHaveLength(2);
    threads[1]!.reply({ id: threads[1]!.asked[0]!.id, reply: { found: false } });
    expect(await offered).toEqual({ found: false });
  });

  it('is not tried a third time on what has ended two', async () => {
    const offered = drawing.askDesk(toDraw(1), 'offers', { wish: 'far' });
    const said = expect(offered).rejects.toThrow('out of memory');
    await settle();
    for (const thread of [0, 1]) threads[thread]!.emit('error', new Error('out of memory'));
    await said;
  });

  it('draws ahead only while nobody waits', async () => {
    const first = drawing.askDesk(toDraw(1), 'offers', { wish: 'far' });
    drawing.draw(toDraw(2));
    await settle();
    const [thread] = threads;
    expect(thread!.asked.map(({ what }) => what)).toEqual(['offers']);
    thread!.reply({ id: thread!.asked[0]!.id, reply: { found: true } });
    await first;
    expect(thread!.asked.map(({ what }) => what)).toEqual(['offers', 'ahead']);
  });

  it('does not draw ahead what was asked for before its turn', async () => {
    const first = drawing.askDesk(toDraw(1), 'offers', { wish: 'far' });
    for (const seed of [2, 3]) drawing.draw(toDraw(seed));
    const second = drawing.askDesk(toDraw(2), 'offers', { wish: 'far' });
    await settle();
    const [thread] = threads;
    for (const { id } of [...thread!.asked]) thread!.reply({ id, reply: { found: true } });
    await Promise.all([first, second]);
    expect(thread!.asked.map(({ what, question }) => `${what} ${question.spec.seed}`)).toEqual([
      'offers 1',
      'offers 2',
      'ahead 3'
    ]);
  });

  it('says of plants that the library has no more that there is nothing to ask', async () => {
    const opened = drawing.askDesk(toDraw(1), 'open', { wishes: [] });
    await settle();
    threads[0]!.reply({ id: threads[0]!.asked[0]!.id, reply: { isGone: true } });
    expect(await opened).toBeUndefined();
  });
});

describe('the beat', () => {
  it('hides how long a drawing took', async () => {
    const took: number[] = [];
    for (const ms of [1, 12, 30]) {
      const began = performance.now();
      await drawing.onTheBeat(new Promise((done) => setTimeout(done, ms)));
      took.push(performance.now() - began);
    }
    // A timer may come a little early.
    for (const ms of took) expect(ms).toBeGreaterThanOrEqual(38);
  });
});
