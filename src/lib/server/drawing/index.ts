import { setTimeout as wait } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import type { LibraryDocument } from '$core/knowledge';
import { faultOf, log } from '../request/log';
import { assertHoldsNone } from '../database/school';
import { threadEntry } from '../threads';
import type { SchoolLibrary } from '../library/library';
import { type Ask, type Asks, type Found, type Question, type Reply, ask, knowLibrary, nameOf } from './desk';

/**
 * Questions are drawn in a thread of their own: a class that practises keeps nobody else waiting. A drawing that is
 * soon needed is made ahead, while nothing else is asked for.
 */

type Given<A extends Ask> = Asks[A]['given'];

/** A question and the library that it is drawn from. */
export interface ToDraw extends Omit<Question, 'library'> {
  readonly library: Pick<SchoolLibrary, 'key' | 'document'>;
}

interface Request {
  readonly kind: 'ask';
  readonly id: number;
  readonly question: Question;
  readonly what: Ask;
  readonly given: Given<Ask>;
}
export type ToDesk =
  Request | { readonly kind: 'library'; readonly key: string; readonly document: LibraryDocument };
export type FromDesk = { readonly id: number } & (
  { readonly reply: Reply<Ask> } | { readonly problem: unknown }
);

interface Waiting {
  readonly request: Request;
  readonly done: (reply: Reply<Ask>) => void;
  readonly failed: (problem: unknown) => void;
  /** How often a thread ended over it. */
  losses: number;
}

/**
 * Megabytes. Much for what is young: a drawing is made of many short-lived points, which are gone by the time that
 * there is something to tidy.
 */
const room = { maxOldGenerationSizeMb: 192, maxYoungGenerationSizeMb: 144 };
/** A drawing takes some hundredths of a second: a thread that gives no answer for so long is lost. */
const patienceMs = 15_000;

let worker: Worker | undefined;
let lastId = 0;
const waiting = new Map<number, Waiting>();

let watchdog: NodeJS.Timeout | undefined;

/** Ends a thread that owes answers and has given none for long. */
function watch(): void {
  clearTimeout(watchdog);
  if (waiting.size > 0) watchdog = setTimeout(() => void worker?.terminate(), patienceMs);
}

/** Asks again what a thread left unanswered, once: a question over which a second one ends is not answered. */
function takeUp(lost: Worker, problem: unknown): void {
  if (worker !== lost) return;
  worker = undefined;
  log.error({ what: 'drawing thread lost', waiting: waiting.size, ...faultOf(problem) });
  for (const [id, one] of waiting) {
    one.losses += 1;
    if (one.losses > 1) {
      waiting.delete(id);
      one.failed(problem);
    }
  }
  for (const { request } of waiting.values()) desk()?.postMessage(request);
  watch();
}

function desk(): Worker | undefined {
  if (worker) return worker;
  const entry = threadEntry('drawing');
  if (!entry) return undefined;
  const made = new Worker(entry, { resourceLimits: room });
  made.on('message', (message: FromDesk) => {
    const one = waiting.get(message.id);
    waiting.delete(message.id);
    watch();
    if ('problem' in message) one?.failed(message.problem);
    else one?.done(message.reply);
    if (waiting.size === 0) drawAhead();
  });
  made.on('error', (problem) => takeUp(made, problem));
  made.on('exit', () => takeUp(made, new Error('the drawing thread ended')));
  // It has nothing to finish when the application stops.
  made.unref();
  worker = made;
  return worker;
}

function post(question: Question, what: Ask, given: Given<Ask>): Promise<Reply<Ask>> {
  const thread = desk();
  if (!thread) return new Promise((done) => done(ask(question, what, given)));
  return new Promise((done, failed) => {
    const request: Request = { kind: 'ask', id: (lastId += 1), question, what, given };
    waiting.set(request.id, { request, done, failed, losses: 0 });
    if (waiting.size === 1) watch();
    thread.postMessage(request);
  });
}

const asKnown = ({ library, spec, photographs }: ToDraw): Question => ({
  library: library.key,
  spec,
  photographs
});

/**
 * Asks something of a question, drawing it where it is not drawn yet. Others may have to be drawn before it: nobody
 * holds a connection to the database meanwhile.
 * @returns undefined where the library has the plants of the question no more
 */
export async function askDesk<A extends Ask>(
  toDraw: ToDraw,
  what: A,
  given: Given<A>
): Promise<Found<A> | undefined> {
  assertHoldsNone();
  const question = asKnown(toDraw);
  ahead.delete(nameOf(question));
  let reply = await post(question, what, given);
  if ('needs' in reply) {
    const { key, document } = toDraw.library;
    const thread = desk();
    if (thread) thread.postMessage({ kind: 'library', key, document } satisfies ToDesk);
    else knowLibrary(key, document);
    reply = await post(question, what, given);
  }
  if ('needs' in reply) throw new Error('the drawing desk does not take the library');
  return 'isGone' in reply ? undefined : (reply as Found<A>);
}

const beatMs = 40;

/**
 * Lets what is drawn leave on a beat, counted from when it was asked for: how long a drawing took does not tell which
 * of two plants it is, as long as both take less than a beat. Most were drawn ahead.
 */
export async function onTheBeat<T>(work: Promise<T>): Promise<T> {
  const began = performance.now();
  const result = await work;
  const taken = performance.now() - began;
  await wait(beatMs - (taken % beatMs));
  return result;
}

/** What will be asked next, in the order of asking. What is asked for before its turn is drawn then, and not again. */
const ahead = new Map<string, Question>();
/** More than a class needs at once; what is dropped is drawn when it is asked for. */
const mostAhead = 400;

/** Has a question drawn that will be asked next. */
export function draw(toDraw: ToDraw): void {
  const question = asKnown(toDraw);
  if (ahead.size < mostAhead) ahead.set(nameOf(question), question);
  if (waiting.size === 0) drawAhead();
}

function drawAhead(): void {
  const [next] = ahead;
  if (!worker || !next) return;
  ahead.delete(next[0]);
  void post(next[1], 'ahead', {}).catch(() => undefined);
}
