import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { type ResourceLimits, Worker } from 'node:worker_threads';

/**
 * The file of a thread beside the built application.
 * @returns undefined where there is none: `vite dev` does all on its own thread
 */
export function threadEntry(name: 'drawing' | 'print' | 'reading'): string | undefined {
  const entry = join(process.cwd(), 'build/threads', `${name}.js`);
  return existsSync(entry) ? entry : undefined;
}

/** A thread that was ended because its time was over. */
export class TooSlow extends Error {}

/**
 * Gives one piece of work to a thread of its own, which ends with it.
 * @param work what the thread finds as its data; it posts what came of it
 * @throws TooSlow, or what ended the thread
 */
export function inThread<Result>(
  entry: string,
  work: unknown,
  { seconds, room }: { readonly seconds: number; readonly room: ResourceLimits }
): Promise<Result> {
  return new Promise((done, failed) => {
    const worker = new Worker(entry, { workerData: work, resourceLimits: room });
    const timer = setTimeout(() => {
      failed(new TooSlow(`no result within ${seconds} s`));
      void worker.terminate();
    }, seconds * 1000);
    worker.once('message', done);
    worker.once('error', failed);
    worker.once('exit', () => {
      clearTimeout(timer);
      failed(new Error('the thread ended without a result'));
    });
  });
}

/** A queue of one: each piece of work begins when the one before it is over, however that ended. */
export function oneByOne(): <Result>(work: () => Promise<Result>) => Promise<Result> {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const own = last.then(work);
    last = own.catch(() => undefined);
    return own;
  };
}
