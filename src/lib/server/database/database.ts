import { AsyncLocalStorage } from 'node:async_hooks';
import pg from 'pg';
import { z } from 'zod';
import { log } from '../request/log';
import { settings } from '../settings';
import { rowOf } from './rows';

/**
 * The one door to the database: it alone knows the pool. A request holds one connection at a time; whoever asks for
 * a second while holding one could wait for ever on a pool that is given out to others like itself, so that is
 * refused at once. Every wait has an end.
 */

// Dates stay the local dates that they are; instants become Date.
pg.types.setTypeParser(pg.types.builtins.DATE, (value) => value);
pg.types.setTypeParser(pg.types.builtins.TIME, (value) => value.slice(0, 5));

/** How long one statement may take on the server. */
export const patienceMs = (): number => 1000 * settings().DATABASE_PATIENCE_SECONDS;

/** Milliseconds. The server gives up a statement before the client gives up the server. */
const waits = () => {
  const forStatement = patienceMs();
  return {
    forConnection: forStatement / 2,
    forAnswer: forStatement + Math.min(5_000, forStatement)
  };
};

let current: pg.Pool | undefined;

/** Letters of a slow statement that are told: its parts are constants of the program, and its values are never told. */
const toldLetters = 300;

/** Tells of statements that take long. */
function watchStatements(client: pg.PoolClient): void {
  const watched = (...asked: unknown[]) => {
    const began = performance.now();
    const answer: unknown = Reflect.apply(pg.Client.prototype.query, client, asked);
    const told = () => {
      const ms = Math.round(performance.now() - began);
      if (ms < settings().SLOW_STATEMENT_MS) return;
      const [statement] = asked;
      const text = typeof statement === 'string' ? statement : 'of another kind';
      log.warn({ what: 'slow statement', ms, statement: text.replaceAll(/\s+/g, ' ').slice(0, toldLetters) });
    };
    // What is no promise tells of its end in its own way.
    if (answer instanceof Promise) answer.then(told, told);
    return answer;
  };
  client.query = watched as typeof client.query;
}

/** Connections of this process at the moment. */
export const connectionsNow = () => ({
  all: current?.totalCount ?? 0,
  idle: current?.idleCount ?? 0,
  waiting: current?.waitingCount ?? 0
});

function pool(): pg.Pool {
  if (current) return current;
  // On a server of the user's own the connection is theirs, and the session takes the application's role.
  const { DATABASE_URL: connectionString, DATABASE_ROLE: role, DATABASE_CONNECTIONS: max } = settings();
  const { forConnection, forAnswer } = waits();
  current = new pg.Pool({
    connectionString,
    max,
    connectionTimeoutMillis: forConnection,
    query_timeout: forAnswer,
    keepAlive: true,
    ...(role ? { options: `-c role=${role}` } : {})
  });
  // Idle connections tell the pool of their end, those in use only their own listener: without one, Node.js ends.
  const lost = (error: Error) => log.warn({ what: 'database connection lost', why: error.message });
  current.on('error', lost);
  current.on('connect', (client) => {
    client.on('error', lost);
    watchStatements(client);
  });
  return current;
}

/** Whether this chain of calls holds a connection at this moment. */
const holding = new AsyncLocalStorage<{ isHeld: boolean }>();

/** For what takes long: a connection that is held meanwhile would be missing to everybody else. */
export function assertHoldsNone(): void {
  if (holding.getStore()?.isHeld)
    throw new Error('Work that takes long was begun while it holds a connection.');
}

/** What keeps the database from answering. */
export type Outage = 'gone' | 'busy' | 'slow' | 'full';

/** PostgreSQL's error codes, by appendix A of its manual: whole classes, or single ones. */
const outageCodes: [RegExp, Outage][] = [
  [/^(08|57P|25P03)/, 'gone'],
  [/^53100/, 'full'],
  [/^53/, 'busy'],
  [/^(57014|55P03)/, 'slow']
];
const outageWords: [RegExp, Outage][] = [
  [/timeout exceeded when trying to connect/, 'busy'],
  [/read timeout/, 'slow'],
  [/Connection terminated|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|not queryable/, 'gone']
];

/** Which outage an error tells of; undefined where the database is well and the fault lies elsewhere. */
export function outageOf(error: unknown): Outage | undefined {
  if (!(error instanceof Error)) return undefined;
  const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
  if (error instanceof pg.DatabaseError) return outageCodes.find(([codes]) => codes.test(code))?.[1];
  return outageWords.find(([words]) => words.test(`${error.message} ${code}`))?.[1];
}

/** Whether the connection on which it happened is of no more use: it is closed, or a late answer is still to come. */
const endsConnection = (error: unknown): boolean => {
  const outage = outageOf(error);
  return outage === 'gone' || (outage === 'slow' && !(error instanceof pg.DatabaseError));
};

/**
 * Gives one connection to some work and takes it back.
 * @throws where this chain of calls holds one already
 */
async function withConnection<T>(work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  if (holding.getStore()?.isHeld)
    throw new Error('A second database connection was asked for by work that holds one.');
  const client = await pool().connect();
  const state = { isHeld: true };
  let isUsable = true;
  try {
    return await holding.run(state, () => work(client));
  } catch (error) {
    isUsable = !endsConnection(error);
    throw error;
  } finally {
    state.isHeld = false;
    client.release(!isUsable);
  }
}

/** One statement outside any transaction, on tables that stand above the schools. */
export const query = (text: string, values: unknown[] = []): Promise<pg.QueryResult> =>
  withConnection((client) => client.query(text, values));

/** The tables that stand above the schools, for who asks them for rows. */
export const aboveSchools = { query };

/**
 * Runs work in a transaction.
 * @param opening a statement that goes along with its beginning, in one trip; the work gets what it finds
 * @param begin how much of what others do meanwhile it sees
 * @throws what the work throws, after rolling back
 */
export const inTransaction = <T>(
  work: (client: pg.PoolClient, opened: unknown[]) => Promise<T>,
  opening = 'select',
  begin: 'begin' | 'begin isolation level repeatable read' = 'begin'
): Promise<T> =>
  withConnection(async (client) => {
    try {
      const both = (await client.query(`${begin}; ${opening}`)) as unknown as pg.QueryResult<object>[];
      const result = await work(client, both[1]!.rows);
      await client.query('commit');
      return result;
    } catch (error) {
      if (!endsConnection(error)) await client.query('rollback').catch(() => undefined);
      throw error;
    }
  });

/** Whether the database answers now. */
export const isAnswering = (): Promise<boolean> =>
  query('select 1').then(
    () => true,
    () => false
  );

/** Seconds that a process waits for its database when it starts: both may have been started at once. */
const startPatience = 60;

/** As {@link assertBoundRole}, waiting for a database that does not answer yet. */
export async function whenAnswering(): Promise<void> {
  for (let waited = 0; ; waited += 1)
    try {
      return await assertBoundRole();
    } catch (error) {
      if (!outageOf(error) || waited >= startPatience) throw error;
      log.warn({ what: 'waiting for the database', why: (error as Error).message });
      await new Promise((done) => setTimeout(done, 1000));
    }
}

/** Refuses to serve with a role that row-level security does not bind. */
async function assertBoundRole(): Promise<void> {
  const role = await rowOf(
    aboveSchools,
    z.object({ free: z.boolean(), name: z.string() }),
    'select rolsuper or rolbypassrls as free, rolname as name from pg_roles where rolname = current_user'
  );
  if (role?.free)
    throw new Error(
      `The database role ${role.name} bypasses row-level security; Good Trail does not run with it.`
    );
}

/** Waits until everybody has given their connection back, at most some seconds, and closes all. */
export async function closePool(): Promise<void> {
  const closing = current;
  current = undefined;
  await closing?.end();
}
