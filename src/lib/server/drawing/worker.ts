import { parentPort } from 'node:worker_threads';
import { ask, knowLibrary } from './desk';
import type { FromDesk, ToDesk } from './index';

/** The thread of the drawing desk. */
parentPort?.on('message', (message: ToDesk) => {
  if (message.kind === 'library') return knowLibrary(message.key, message.document);
  const { id, question, what, given } = message;
  let answer: FromDesk;
  try {
    answer = { id, reply: ask(question, what, given) };
  } catch (problem) {
    answer = { id, problem };
  }
  parentPort?.postMessage(answer);
});
