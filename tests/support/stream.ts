import type { Client } from './client';

/** A stream of server-sent events as a page reads it: it asks again where it broke, and says what it has. */
export class Stream<View> {
  #last: string | undefined;
  #isOver = false;
  #asking = new AbortController();
  /** What came, the newest last. */
  readonly views: View[] = [];
  /** How often it was begun. */
  begun = 0;

  constructor(
    readonly client: () => Client,
    readonly path: string
  ) {
    void this.#read();
  }

  get now(): View | undefined {
    return this.views.at(-1);
  }

  async #read(): Promise<void> {
    while (!this.#isOver) {
      this.#asking = new AbortController();
      try {
        await this.#readOnce(this.#asking.signal);
      } catch {
        // Broken: asked for again.
      }
      await new Promise((done) => setTimeout(done, 100));
    }
  }

  async #readOnce(signal: AbortSignal): Promise<void> {
    const response = await this.client().fetch(this.path, {
      signal,
      headers: {
        accept: 'text/event-stream',
        ...(this.#last === undefined ? {} : { 'last-event-id': this.#last })
      }
    });
    if (!response.ok || !response.body) throw new Error(`${this.path} answered ${response.status}`);
    this.begun += 1;
    let unread = '';
    const decoder = new TextDecoder();
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      unread += decoder.decode(chunk, { stream: true });
      const events = unread.split('\n\n');
      unread = events.pop()!;
      for (const event of events) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(event)?.[1];
        this.#last = field('id') ?? this.#last;
        const data = field('data');
        if (data) this.views.push(JSON.parse(data) as View);
      }
    }
  }

  /** Breaks it, as a phone does that goes to sleep. It is asked for again at once. */
  drop(): void {
    this.#asking.abort();
  }

  end(): void {
    this.#isOver = true;
    this.#asking.abort();
  }
}
