import { assertHoldsNone } from '../database/school';
import { inThread, oneByOne, threadEntry } from '../threads';
import type { InputOf, Task } from './tasks';

/**
 * Lays out and writes PDFs in a thread of its own: a brief takes seconds, in which everybody else is served. One at a
 * time: a second waits for the first.
 */

const seconds = 120;
const room = { maxOldGenerationSizeMb: 768, maxYoungGenerationSizeMb: 64 };

const next = oneByOne();

/** @throws where it cannot be laid out, or takes too long */
export function print<T extends Task>(task: T, input: InputOf<T>): Promise<Uint8Array> {
  assertHoldsNone();
  return next(async () => {
    const entry = threadEntry('print');
    if (entry) return inThread<Uint8Array>(entry, { task, input }, { seconds, room });
    const { tasks } = await import('./tasks');
    return tasks[task](input as never);
  });
}
