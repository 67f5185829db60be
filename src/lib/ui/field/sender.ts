import type { WalkEvent } from '$core/field';
import { isJudged, resultsIn } from './results';
import type { FieldStore } from './store';

/** Brings what waits to the server, whatever happens on the way. */

/** @param owner whose session it is sent in */
export type Send = (owner: string, events: readonly WalkEvent[]) => Promise<Response>;

export type Sent =
  | 'all'
  /** No network, or something else than the server has answered. */
  | 'not reached'
  /** The session has run out, or somebody else has signed in. */
  | 'signed out'
  /** Some were not judged: the server has trouble of its own. */
  | 'some';

const mostAtOnce = 100;

let running: Promise<Sent> | undefined;

async function sendAll(store: FieldStore, owner: string, send: Send): Promise<Sent> {
  const tried = new Set<string>();
  let isWhole = true;
  for (;;) {
    const batch = (await store.waiting(owner)).filter(({ id }) => !tried.has(id)).slice(0, mostAtOnce);
    if (batch.length === 0) return isWhole ? 'all' : 'some';
    for (const { id } of batch) tried.add(id);
    const response = await send(
      owner,
      batch.map(({ event }) => event)
    );
    const results = await resultsIn(response);
    if (results.length === 0)
      return response.status === 401 || response.status === 403 ? 'signed out' : 'not reached';
    const judged = results.filter(isJudged);
    await store.judge(
      judged.map(({ id, status, problem }) => ({
        id,
        ...(status !== undefined && { problem: problem ?? `Refused (${status}).` })
      }))
    );
    if (judged.length < batch.length) isWhole = false;
  }
}

/**
 * Sends what waits of a person, in order and in batches. An event leaves the queue with its own result alone. Asked
 * again while it runs, it is the same sending.
 */
export function sendWaiting(store: FieldStore, owner: string, send: Send): Promise<Sent> {
  running ??= sendAll(store, owner, send)
    .catch((): Sent => 'not reached')
    .finally(() => {
      running = undefined;
    });
  return running;
}
