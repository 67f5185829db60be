import { isJudged, resultsIn } from './results';

/**
 * Events made in the field wait on the device until the server has judged them one by one. Each has an id of its own
 * making, so that sending it twice stores it once.
 */
export interface QueuedEvent {
  readonly id: string;
  readonly kind: string;
}

export interface Refused {
  readonly id: string;
  readonly problem: string;
}

/** Where the queue is kept, and how events are sent; both can be replaced in tests. */
export interface QueuePorts {
  readonly store: Pick<Storage, 'getItem' | 'setItem'>;
  readonly send: (events: readonly QueuedEvent[]) => Promise<Response>;
}

const mostAtOnce = 50;

export class EventQueue<T extends QueuedEvent> {
  #isSending = false;
  constructor(
    private readonly key: string,
    private readonly ports: QueuePorts
  ) {}

  /** What waits, in order. A damaged store counts as empty; what it held is laid aside. */
  get waiting(): readonly T[] {
    const text = this.ports.store.getItem(this.key) ?? '[]';
    try {
      const kept: unknown = JSON.parse(text);
      if (Array.isArray(kept)) return kept as T[];
    } catch {
      // Laid aside below.
    }
    this.ports.store.setItem(`${this.key} damaged`, text);
    this.keep([]);
    return [];
  }

  add(event: T): void {
    this.keep([...this.waiting, event]);
  }

  private keep(events: readonly T[]): void {
    this.ports.store.setItem(this.key, JSON.stringify(events));
  }

  /**
   * Sends what waits. An event leaves the queue with its own result alone: it was stored, or the server will never take
   * it. Whatever else is answered, or nothing, keeps it; those that come after it are sent all the same.
   * @returns events that were refused, with the reason; undefined where some were not judged
   */
  async flush(): Promise<readonly Refused[] | undefined> {
    if (this.#isSending) return [];
    this.#isSending = true;
    const refused: Refused[] = [];
    const tried = new Set<string>();
    let isJudgedWhole = true;
    try {
      for (;;) {
        const batch = this.waiting.filter(({ id }) => !tried.has(id)).slice(0, mostAtOnce);
        if (batch.length === 0) return isJudgedWhole ? refused : undefined;
        for (const { id } of batch) tried.add(id);
        const results = await resultsIn(await this.ports.send(batch));
        const judged = new Map(results.filter(isJudged).map((result) => [result.id, result]));
        for (const { id } of batch) {
          const problem = judged.get(id)?.problem;
          if (problem) refused.push({ id, problem });
        }
        this.keep(this.waiting.filter(({ id }) => !judged.has(id)));
        if (batch.some(({ id }) => !judged.has(id))) isJudgedWhole = false;
        // Nobody there, or not the server: the next batch would fare no better.
        if (results.length === 0) return undefined;
      }
    } catch {
      return undefined;
    } finally {
      this.#isSending = false;
    }
  }
}
