import { HealthAlong } from '$core/field';
import { lock, unlock } from './lock';
import { problemIn } from './problem-in';
import type { FieldStore, KeptHealth } from './store';

/** Health notes that touch a walk, locked on a leader's phone by a PIN of theirs. They never lie there open. */

const mostTries = 5;

/**
 * Fetches what touches the walk, and keeps it locked.
 * @returns how many notes there are
 * @throws with words for whoever holds the phone
 */
export async function takeHealthAlong(
  store: FieldStore,
  walkId: string,
  timeZone: string,
  pin: string
): Promise<number> {
  const response = await fetch(`/api/walks/${walkId}/health`, {
    method: 'POST',
    headers: { accept: 'application/json' },
    cache: 'no-store'
  }).catch(() => {
    throw new Error('The server was not reached: take them along where there is network.');
  });
  if (!response.ok) throw new Error(await problemIn(response));
  const { until, notes } = HealthAlong.parse(await response.json());
  const locked = await lock(pin, JSON.stringify({ until, notes }));
  await store.keepHealth({ walkId, locked, until, timeZone, triesLeft: mostTries });
  return notes.length;
}

export type Opened =
  | { readonly notes: HealthAlong['notes'] }
  /** What is wrong, and how often it may still be tried; at 0 they are gone. */
  | { readonly triesLeft: number };

/** Opens the notes. A wrong PIN is counted before it is tried, so that a killed page wins no tries. */
export async function openHealth(store: FieldStore, kept: KeptHealth, pin: string): Promise<Opened> {
  const triesLeft = kept.triesLeft - 1;
  await store.keepHealth({ ...kept, triesLeft });
  const words = await unlock(pin, kept.locked);
  if (words === undefined) {
    if (triesLeft <= 0) await store.forgetHealth(kept.walkId);
    return { triesLeft: Math.max(0, triesLeft) };
  }
  await store.keepHealth({ ...kept, triesLeft: mostTries });
  return { notes: HealthAlong.parse(JSON.parse(words)).notes };
}
