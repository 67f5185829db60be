/**
 * Events made in the field wait on the device until the server has them. Each has an id of its own making, so that
 * sending it twice stores it once.
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

  /** What waits, in order; a damaged store counts as empty. */
  get waiting(): readonly T[] {
    try {
      const kept: unknown = JSON.parse(this.ports.store.getItem(this.key) ?? '[]');
      return Array.isArray(kept) ? (kept as T[]) : [];
    } catch {
      return [];
    }
  }

  add(event: T): void {
    this.keep([...this.waiting, event]);
  }

  private keep(events: readonly T[]): void {
    this.ports.store.setItem(this.key, JSON.stringify(events));
  }

  /**
   * Sends what waits. What the server has, or will never take, leaves the queue; without a connection all of it
   * stays.
   * @returns events that were refused, with the reason; undefined where the server was not reached
   */
  async flush(): Promise<readonly Refused[] | undefined> {
    if (this.#isSending) return [];
    this.#isSending = true;
    const refused: Refused[] = [];
    try {
      for (let batch = this.waiting.slice(0, mostAtOnce); batch.length > 0;) {
        const response = await this.ports.send(batch);
        const answer = (await response.json().catch(() => ({}))) as {
          results?: { id: string; status?: number; problem?: string }[];
          problem?: string;
        };
        // Signed out, or the server is in trouble: nothing was judged, so all of it stays.
        if (!answer.results && (response.status === 401 || response.status >= 500)) return undefined;
        const results = new Map((answer.results ?? []).map((one) => [one.id, one]));
        for (const { id } of batch) {
          const result = results.get(id);
          if (!result) refused.push({ id, problem: answer.problem ?? 'It was not understood.' });
          else if (result.problem) refused.push({ id, problem: result.problem });
        }
        const gone = new Set(batch.map(({ id }) => id));
        this.keep(this.waiting.filter(({ id }) => !gone.has(id)));
        batch = this.waiting.slice(0, mostAtOnce);
      }
      return refused;
    } catch {
      return undefined;
    } finally {
      this.#isSending = false;
    }
  }
}
