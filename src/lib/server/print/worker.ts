import { parentPort, workerData } from 'node:worker_threads';
import { type Task, tasks } from './tasks';

/** A thread that prints one thing and ends. */
const { task, input } = workerData as { task: Task; input: never };
parentPort?.postMessage(await tasks[task](input));
