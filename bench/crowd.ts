import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { tryPort } from '../scripts/setup/ports.js';
import { serve } from '../scripts/setup/server.js';
import { answerTo, cautious, openQuestionOf } from '../tests/support/answers';
import { Client, signedIn } from '../tests/support/client';
import { cloneDatabase, demo } from '../tests/support/database';
import { type Figure, quantile } from './figure';

/** A whole school practises at once: one process, the load from a second one on the same two cores. */

const learners = 200;
const secondsEach = 5;
/**
 * Seconds that are not counted: a server that has just begun compiles its code, and everybody begins at the same time.
 */
const warming = 60;
const seconds = 60;

/**
 * Learners of the group that has the walk, each with a session.
 * @param superuser a connection above all schools
 * @returns their cookies
 */
export async function enrol(superuser: string, walkPath: string, cookie = 'session'): Promise<string[]> {
  const client = new pg.Client({ connectionString: superuser });
  await client.connect();
  const cookies: string[] = [];
  const { rows } = await client.query('select cohort_id from walk where id = $1', [walkPath.split('/')[2]]);
  for (let i = 0; i < learners; i += 1) {
    const [person, account, token] = [randomUUID(), randomUUID(), randomBytes(32).toString('base64url')];
    await client.query("insert into person (school_id, id, name, role) values ($1, $2, $3, 'learner')", [
      demo.schoolId,
      person,
      `Learner ${i}`
    ]);
    await client.query('insert into cohort_member (school_id, cohort_id, person_id) values ($1, $2, $3)', [
      demo.schoolId,
      rows[0].cohort_id,
      person
    ]);
    await client.query("insert into account (id, email, password_hash) values ($1, $2, 'none')", [
      account,
      `${account}@demo.example`
    ]);
    await client.query('insert into membership (account_id, school_id, person_id) values ($1, $2, $3)', [
      account,
      demo.schoolId,
      person
    ]);
    await client.query(
      "insert into session (token_hash, account_id, school_id, expires_at) values ($1, $2, $3, now() + interval '1 day')",
      [createHash('sha256').update(token).digest(), account, demo.schoolId]
    );
    cookies.push(`${cookie}=${token}`);
  }
  await client.end();
  return cookies;
}

/** Resident memory of a process, in megabytes. */
export const megabytesOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1000;

/** @throws what was refused */
async function accepted(asked: Promise<Response>): Promise<Response> {
  const response = await asked;
  if (!response.ok) throw new Error(`refused: ${response.status}`);
  return response;
}

/** What a crowd does, and what it met. */
export interface Load {
  /** From an answer to the next. */
  readonly secondsEach: number;
  /** From when on it counts, and until when it goes on, by performance.now(). */
  readonly from: number;
  readonly until: number;
  /** Milliseconds of each request; Infinity where it was refused. */
  readonly times: number[];
  /** What was said then. */
  readonly refusals: string[];
}

/**
 * One learner: opens a question with its pictures, answers some seconds later, and so on.
 * @returns how many answers were taken
 */
export async function practise(
  origin: string,
  cookie: string,
  walkPath: string,
  { secondsEach, from, until, times, refusals }: Load
): Promise<number> {
  const client = new Client(origin, cookie);
  /** What is refused counts as never answered. */
  const timed = async <T>(work: () => Promise<T>): Promise<T | undefined> => {
    const began = performance.now();
    const result = await work().catch((error: Error) => {
      if (began > from) refusals.push(error.message);
      return undefined;
    });
    if (began > from) times.push(result === undefined ? Infinity : performance.now() - began);
    return result;
  };
  let answered = 0;
  await pause(Math.random() * secondsEach * 1000);
  while (performance.now() < until) {
    const round = await timed(() => client.submit(`${walkPath}/practise`));
    // Whoever is refused waits a moment before they try again.
    if (!round) await pause(1000);
    while (round) {
      const began = performance.now();
      const asked = await timed(async () => ({ open: await openQuestionOf(client, round) }));
      const open = asked?.open;
      if (!open || began > until) break;
      await timed(async () => (await client.fetch(`/questions/${open.questionId}/specimen`)).arrayBuffer());
      await pause(
        Math.max(0, secondsEach * 1000 * (0.8 + 0.4 * Math.random()) - (performance.now() - began))
      );
      const event = answerTo(open.questionId, cautious(open.drill));
      const response = await timed(() => accepted(client.send([event])));
      if (response && began > from) answered += 1;
    }
  }
  return answered;
}

export async function crowdFigures(): Promise<Figure[]> {
  const database = await cloneDatabase('demo');
  const server = await serve({ port: (await tryPort(0))!, app: database.app });
  let highest = 0;
  const watch = setInterval(() => (highest = Math.max(highest, megabytesOf(server.pid!))), 500);
  try {
    const first = await signedIn(server.origin, 'learner');
    const [walkPath] = /\/walks\/[0-9a-f-]{36}/.exec(await first.text('/walks'))!;
    const cookies = await enrol(database.superuser, walkPath!);
    const times: number[] = [];
    const from = performance.now() + warming * 1000;
    const until = from + seconds * 1000;
    const answers = await Promise.all(
      cookies.map((cookie) =>
        practise(server.origin, cookie, walkPath!, { secondsEach, from, until, times, refusals: [] })
      )
    );
    const sum = answers.reduce((a, b) => a + b, 0);
    const how = `${learners} learners, an answer in ${secondsEach} s each, ${sum} answers in ${times.length} requests after ${warming} s`;
    return [
      {
        name: 'requests of a whole school',
        unit: 'ms',
        goal: 500,
        value: quantile(times, 0.95),
        how: `95 % of: ${how}`
      },
      {
        name: 'memory of one process',
        unit: 'MB',
        goal: 600,
        value: highest,
        how: 'the highest while they practised'
      }
    ];
  } finally {
    clearInterval(watch);
    await server.stop();
    await database.drop();
  }
}
