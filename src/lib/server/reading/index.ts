import { faultOf, log } from '../request/log';
import { TooSlow, inThread, oneByOne, threadEntry } from '../threads';
import { type InputOf, type ResultOf, type Task, tasks } from './tasks';

/**
 * Reads files of people in a thread of its own, with little room and little time: whatever they hold, everybody else
 * is served meanwhile. One file at a time: a second waits for the first.
 */

const seconds = 20;
const room = { maxOldGenerationSizeMb: 384, maxYoungGenerationSizeMb: 64 };

type Problem = { readonly problem: string };

const whyNot = (task: Task, error: unknown): Problem => {
  if (error instanceof TooSlow)
    return { problem: `This file takes longer than ${seconds} s to read. Send less at a time.` };
  log.warn({ what: 'file not read', task, ...faultOf(error) });
  return {
    problem: 'This file could not be read: it holds more than there is room for. Send less at a time.'
  };
};

const next = oneByOne();

/** @returns what the task makes of a file, or what is wrong with it */
export function readFile<T extends Task>(task: T, input: InputOf<T>): Promise<ResultOf<T> | Problem> {
  return next(async (): Promise<ResultOf<T> | Problem> => {
    const entry = threadEntry('reading');
    if (!entry) return (await tasks[task](input as never)) as ResultOf<T>;
    return inThread<ResultOf<T>>(entry, { task, input }, { seconds, room }).catch((error: unknown) =>
      whyNot(task, error)
    );
  });
}

/** The bytes of an uploaded file. */
export { isHeic } from './heic';
export const bytesOf = async (file: File): Promise<Uint8Array> => new Uint8Array(await file.arrayBuffer());
