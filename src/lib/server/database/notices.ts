import pg from 'pg';
import { log } from '../request/log';
import { settings } from '../settings';
import type { SchoolDb } from './school';

/**
 * What another process has changed, told by PostgreSQL: ids alone. It takes one connection, that is no pooler's in
 * transaction mode, while somebody listens. Where nothing is told for a while, each listener looks by itself.
 */

const channel = 'changed';
const retryMs = 1000;
/** What was not told is seen within this time. */
const lookMs = 3000;

type Look = () => void;
const listeners = new Map<string, Set<Look>>();
let client: pg.Client | undefined;
let looking: NodeJS.Timeout | undefined;
let retrying: NodeJS.Timeout | undefined;

/** Tells all processes that something with an id has changed, once the transaction is in. */
export const notify = async (db: SchoolDb, id: string): Promise<void> => {
  await db.query('select pg_notify($1, $2)', [channel, id]);
};

function lose(lost: pg.Client): void {
  if (client !== lost) return;
  client = undefined;
  void lost.end().catch(() => undefined);
  if (listeners.size > 0) retrying = setTimeout(listen, retryMs).unref();
}

function listen(): void {
  const { DATABASE_URL, DATABASE_LISTEN_URL = DATABASE_URL, DATABASE_ROLE: role } = settings();
  if (client || DATABASE_LISTEN_URL === 'none') return;
  const own = new pg.Client({
    connectionString: DATABASE_LISTEN_URL,
    keepAlive: true,
    ...(role ? { options: `-c role=${role}` } : {})
  });
  client = own;
  own.on('notification', ({ payload = '' }) => listeners.get(payload)?.forEach((look) => look()));
  own.on('error', (error) => {
    log.warn({ what: 'listening connection lost', why: error.message });
    lose(own);
  });
  own.on('end', () => lose(own));
  own
    .connect()
    .then(() => own.query(`listen ${channel}`))
    // What was told before it listened is looked for.
    .then(() => lookAll())
    .catch((error: Error) => {
      log.warn({ what: 'listening connection failed', why: error.message });
      lose(own);
    });
}

const lookAll = () => listeners.forEach((looks) => looks.forEach((look) => look()));

/** Has somebody look whenever something with an id may have changed. @returns ends it */
export function whenChanged(id: string, look: Look): () => void {
  const looks = listeners.get(id) ?? new Set();
  listeners.set(id, looks.add(look));
  looking ??= setInterval(lookAll, lookMs).unref();
  listen();
  return () => {
    looks.delete(look);
    if (looks.size === 0) listeners.delete(id);
    if (listeners.size === 0) stopListening();
  };
}

/** Ends the connection, and all looking. */
export function stopListening(): void {
  listeners.clear();
  clearInterval(looking);
  clearTimeout(retrying);
  looking = undefined;
  const ending = client;
  client = undefined;
  void ending?.end().catch(() => undefined);
}
