import { Worker } from 'node:worker_threads';
import { faultOf, log } from '../request/log';
import { threadEntry } from '../threads';
import { type InputOf, type ResultOf, type Task, tasks } from './tasks';

/**
 * Reads files of people in a thread of its own, with little room and little time: whatever they hold, everybody else
 * is served meanwhile. One file at a time: a second waits for the first.
 */

const seconds = 20;
const room = { maxOldGenerationSizeMb: 384, maxYoungGenerationSizeMb: 64 };

let last: Promise<unknown> = Promise.resolve();

type Problem = { readonly problem: string };

function inThread<T extends Task>(entry: string, task: T, input: InputOf<T>): Promise<ResultOf<T> | Problem> {
  return new Promise((done) => {
    const worker = new Worker(entry, { workerData: { task, input }, resourceLimits: room });
    const timer = setTimeout(() => {
      done({ problem: `This file takes longer than ${seconds} s to read. Send less at a time.` });
      void worker.terminate();
    }, seconds * 1000);
    const end = (result: ResultOf<T> | Problem) => {
      clearTimeout(timer);
      done(result);
    };
    worker.once('message', end);
    worker.once('error', (error) => {
      log.warn({ what: 'file not read', task, ...faultOf(error) });
      end({
        problem: 'This file could not be read: it holds more than there is room for. Send less at a time.'
      });
    });
    worker.once('exit', () => clearTimeout(timer));
  });
}

/** @returns what the task makes of a file, or what is wrong with it */
export function readFile<T extends Task>(task: T, input: InputOf<T>): Promise<ResultOf<T> | Problem> {
  const own = last.then(async (): Promise<ResultOf<T> | Problem> => {
    const entry = threadEntry('reading');
    return entry ? inThread(entry, task, input) : ((await tasks[task](input as never)) as ResultOf<T>);
  });
  last = own.catch(() => undefined);
  return own;
}

/** The bytes of an uploaded file. */
export { isHeic } from './heic';
export const bytesOf = async (file: File): Promise<Uint8Array> => new Uint8Array(await file.arrayBuffer());
