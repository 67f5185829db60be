import { createHash } from 'node:crypto';
import { RateLimiterPostgres, type RateLimiterRes } from 'rate-limiter-flexible';
import { query } from '../database/database';

/**
 * Who may try how often. Failures alone count; what was right gives its point back. Somebody who knows an address can
 * slow down strangers on that account, but not a device on which its owner has signed in before. Counts are shared by
 * all processes.
 */

const minutes = 10;
/** Failures within these minutes; of quotas, how often something may be done. */
const limits = {
  account: 6,
  device: 10,
  address: 100,
  rounds: 60,
  invitations: 200,
  prints: 40,
  codes: 10,
  archives: 5,
  letters: 3,
  guesses: 60,
  'letters of a visitor': 30
} as const;
type Kind = keyof typeof limits;
type Quota = 'rounds' | 'invitations' | 'prints' | 'codes' | 'archives' | 'letters' | 'letters of a visitor';

const store = {
  query: ({ text, values }: { text: string; values: unknown[] }) => query(text, values)
};

const made = new Map<Kind, RateLimiterPostgres>();
function limiter(kind: Kind): RateLimiterPostgres {
  let one = made.get(kind);
  if (!one) {
    one = new RateLimiterPostgres({
      storeClient: store,
      storeType: 'pool',
      tableName: 'attempt',
      tableCreated: true,
      // What has ended is swept with the sessions.
      clearExpiredByTimeout: false,
      keyPrefix: kind,
      points: limits[kind],
      duration: minutes * 60,
      blockDuration: minutes * 60
    });
    made.set(kind, one);
  }
  return one;
}

/** Keys hold no addresses in plain words. */
const keyOf = (text: string) => createHash('sha256').update(text.trim().toLowerCase()).digest('hex');

const waitOf = async (kind: Kind, key: string): Promise<number> => {
  try {
    await limiter(kind).consume(key);
    return 0;
  } catch (refusal) {
    if (refusal instanceof Error) throw refusal;
    return Math.ceil((refusal as RateLimiterRes).msBeforeNext / 1000);
  }
};

/**
 * Whether somebody has done something so often within ten minutes that only a script does.
 * @returns what is said then
 */
export async function overQuota(kind: Quota, who: string): Promise<string | undefined> {
  const wait = await waitOf(kind, keyOf(who));
  return wait > 0
    ? `That was ${limits[kind]} ${kind} within ${minutes} minutes. Wait ${Math.ceil(wait / 60)} min and try again.`
    : undefined;
}

export interface Attempt {
  /** Seconds to wait, where there were too many failures. */
  readonly wait?: number;
  /** Call it where the attempt was right. */
  succeeded(): Promise<void>;
}

/**
 * Counts an attempt before it is looked at, so that many at once do not slip through.
 * @param device of an earlier success on this account, where there is one: then it alone counts
 */
export const attempt = (subject: string, address: string, device?: string): Promise<Attempt> =>
  count(
    device
      ? [['device', keyOf(`${subject} ${device}`)]]
      : [
          ['account', keyOf(subject)],
          ['address', keyOf(address)]
        ]
  );

/** Counts a guess at the code of a round; a whole class has one address. */
export const guess = (address: string): Promise<Attempt> => count([['guesses', keyOf(address)]]);

async function count(counted: readonly (readonly [Kind, string])[]): Promise<Attempt> {
  const succeeded = async () => {
    for (const [kind, key] of counted)
      await (kind === 'address' || kind === 'guesses'
        ? limiter(kind).reward(key)
        : limiter(kind).delete(key));
  };
  let wait = 0;
  for (const [kind, key] of counted) wait = Math.max(wait, await waitOf(kind, key));
  return wait > 0 ? { wait, succeeded } : { succeeded };
}
