import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { RateLimiterPostgres } from 'rate-limiter-flexible';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { pool } from './pool';
import { withSchool } from './school';

/** The only module that reads accounts, memberships, sessions and invitations: the tables above all schools. */

export const Role = z.enum(['owner', 'instructor', 'assistant', 'learner']);
export type Role = z.infer<typeof Role>;

/** Who is signed in, where, and as what. */
export interface Viewer {
  readonly accountId: string;
  readonly schoolId: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
  readonly school: {
    readonly name: string;
    readonly demoDate: string | undefined;
    readonly timeZone: string;
  };
  /** Local date of the school's own clock. */
  readonly today: string;
}

export const leads = (viewer: Pick<Viewer, 'role'>): boolean =>
  viewer.role === 'owner' || viewer.role === 'instructor';

const sessionDays = 30;
const invitationDays = 14;
export const leastPasswordLength = 10;

/** OWASP's second choice of argon2id parameters: 19 MiB, two passes, one lane. */
const argon2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

const newToken = () => randomBytes(32).toString('base64url');
const hashOf = (token: string) => createHash('sha256').update(token).digest();

export const hashPassword = (password: string): Promise<string> => hash(password, argon2);

/** False where the stored hash is malformed, too: verify throws on it. */
const isPassword = (stored: string, password: string): Promise<boolean> =>
  verify(stored, password).catch(() => false);

/** Compared against where no account exists, so that both answers take the same time. */
let decoy: Promise<string> | undefined;

const limiters = () => {
  const storeClient = pool();
  const common = { storeClient, storeType: 'pool', tableName: 'attempt', tableCreated: true } as const;
  return {
    perAccount: new RateLimiterPostgres({
      ...common,
      keyPrefix: 'account',
      points: 6,
      duration: 600,
      blockDuration: 600
    }),
    perAddress: new RateLimiterPostgres({
      ...common,
      keyPrefix: 'address',
      points: 60,
      duration: 600,
      blockDuration: 600
    })
  };
};
let limiter: ReturnType<typeof limiters> | undefined;

export type SignInResult =
  | { readonly token: string }
  | { readonly problem: 'wrong' }
  | { readonly problem: 'slow'; readonly seconds: number };

/** Signs in by e-mail and password; repeated failures of an account or an address must wait. */
export async function signIn(email: string, password: string, address: string): Promise<SignInResult> {
  limiter ??= limiters();
  const { perAccount, perAddress } = limiter;
  const key = createHash('sha256').update(email.trim().toLowerCase()).digest('hex');
  try {
    await Promise.all([perAccount.consume(key), perAddress.consume(address)]);
  } catch (refusal) {
    if (refusal instanceof Error) throw refusal;
    const wait = (refusal as { msBeforeNext: number }).msBeforeNext;
    return { problem: 'slow', seconds: Math.ceil(wait / 1000) };
  }
  const { rows } = await pool().query<{ id: string; password_hash: string; school_id: string }>(
    `select account.id, password_hash, membership.school_id
       from account join membership on membership.account_id = account.id
      where lower(email) = lower($1) order by membership.school_id limit 1`,
    [email.trim()]
  );
  const [account] = rows;
  decoy ??= hashPassword(newToken());
  const matches = await isPassword(account?.password_hash ?? (await decoy), password);
  if (!account || !matches) return { problem: 'wrong' };
  await perAccount.delete(key);
  return { token: await openSession(account.id, account.school_id) };
}

async function openSession(accountId: string, schoolId: string): Promise<string> {
  const token = newToken();
  await pool().query(
    `insert into session (token_hash, account_id, school_id, expires_at)
     values ($1, $2, $3, now() + make_interval(days => $4))`,
    [hashOf(token), accountId, schoolId, sessionDays]
  );
  return token;
}

/** The viewer of a session token, or undefined where it is unknown or expired. */
export async function viewerOf(token: string): Promise<Viewer | undefined> {
  const { rows } = await pool().query<{ account_id: string; school_id: string; person_id: string }>(
    `select session.account_id, session.school_id, membership.person_id
       from session join membership using (account_id, school_id)
      where token_hash = $1 and expires_at > now()`,
    [hashOf(token)]
  );
  const [session] = rows;
  if (!session) return undefined;
  return withSchool(session.school_id, async (db) => {
    const { rows: people } = await db.query<{
      name: string;
      role: string;
      school: string;
      demo_date: string | null;
      time_zone: string;
      today: string;
    }>(
      `select person.name, person.role, school.name as school, school.demo_date, school.time_zone,
              (domain_now() at time zone school.time_zone)::date as today
         from person join school using (school_id) where person.id = $1`,
      [session.person_id]
    );
    const person = people[0]!;
    return {
      accountId: session.account_id,
      schoolId: session.school_id,
      personId: session.person_id,
      name: person.name,
      role: Role.parse(person.role),
      school: { name: person.school, demoDate: person.demo_date ?? undefined, timeZone: person.time_zone },
      today: person.today
    };
  });
}

export async function signOut(token: string): Promise<void> {
  await pool().query('delete from session where token_hash = $1', [hashOf(token)]);
}

export async function signOutEverywhere(accountId: string): Promise<void> {
  await pool().query('delete from session where account_id = $1', [accountId]);
}

/** Makes an invitation for a person of the school; the token is shown once and stored hashed. */
export async function invite(schoolId: string, personId: string, email: string): Promise<string> {
  const token = newToken();
  await pool().query('delete from invitation where school_id = $1 and person_id = $2 and used_at is null', [
    schoolId,
    personId
  ]);
  await pool().query(
    `insert into invitation (token_hash, school_id, person_id, email, expires_at)
     values ($1, $2, $3, $4, now() + make_interval(days => $5))`,
    [hashOf(token), schoolId, personId, email, invitationDays]
  );
  return token;
}

export type InvitationState =
  | { readonly state: 'open'; readonly email: string; readonly name: string; readonly school: string }
  | { readonly state: 'used' | 'expired' | 'unknown' };

interface InvitationRow {
  school_id: string;
  person_id: string;
  email: string;
  used: boolean;
  expired: boolean;
}

async function findInvitation(token: string): Promise<InvitationRow | undefined> {
  const { rows } = await pool().query<InvitationRow>(
    `select school_id, person_id, email, used_at is not null as used, expires_at <= now() as expired
       from invitation where token_hash = $1`,
    [hashOf(token)]
  );
  return rows[0];
}

export async function readInvitation(token: string): Promise<InvitationState> {
  const row = await findInvitation(token);
  if (!row) return { state: 'unknown' };
  if (row.used) return { state: 'used' };
  if (row.expired) return { state: 'expired' };
  const names = await withSchool(row.school_id, async (db) => {
    const { rows } = await db.query<{ name: string; school: string }>(
      'select person.name, school.name as school from person join school using (school_id) where person.id = $1',
      [row.person_id]
    );
    return rows[0]!;
  });
  return { state: 'open', email: row.email, ...names };
}

export type AcceptResult =
  { readonly token: string } | { readonly problem: 'used' | 'expired' | 'unknown' | 'taken' };

/** Uses an invitation once: makes the account and signs in. */
export async function acceptInvitation(token: string, password: string): Promise<AcceptResult> {
  const passwordHash = await hashPassword(password);
  const client = await pool().connect();
  try {
    await client.query('begin');
    const { rows } = await client.query<InvitationRow>(
      `update invitation set used_at = now()
        where token_hash = $1 and used_at is null and expires_at > now()
        returning school_id, person_id, email, false as used, false as expired`,
      [hashOf(token)]
    );
    const [invitation] = rows;
    if (!invitation) {
      await client.query('rollback');
      const { state } = await readInvitation(token);
      return { problem: state === 'open' ? 'unknown' : state };
    }
    const accountId = uuid();
    const made = await client.query(
      'insert into account (id, email, password_hash) values ($1, $2, $3) on conflict do nothing',
      [accountId, invitation.email, passwordHash]
    );
    if (!made.rowCount) {
      await client.query('rollback');
      return { problem: 'taken' };
    }
    await client.query('insert into membership (account_id, school_id, person_id) values ($1, $2, $3)', [
      accountId,
      invitation.school_id,
      invitation.person_id
    ]);
    await client.query('commit');
    return { token: await openSession(accountId, invitation.school_id) };
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/** E-mail addresses of the people of a school who have an account, by person. */
export async function accountEmails(schoolId: string): Promise<Map<string, string>> {
  const { rows } = await pool().query<{ person_id: string; email: string }>(
    'select person_id, email from membership join account on account.id = account_id where school_id = $1',
    [schoolId]
  );
  return new Map(rows.map(({ person_id, email }) => [person_id, email]));
}

/** Addresses to which invitations of a person went. */
export async function invitedEmails(schoolId: string, personId: string): Promise<string[]> {
  const { rows } = await pool().query<{ email: string }>(
    'select distinct email from invitation where school_id = $1 and person_id = $2',
    [schoolId, personId]
  );
  return rows.map(({ email }) => email);
}

/** Takes a person's account away, with its sessions and invitations; other schools of theirs keep it. */
export async function removeAccount(schoolId: string, personId: string): Promise<void> {
  const client = await pool().connect();
  try {
    await client.query('begin');
    await client.query('delete from invitation where school_id = $1 and person_id = $2', [
      schoolId,
      personId
    ]);
    const { rows } = await client.query<{ account_id: string }>(
      'delete from membership where school_id = $1 and person_id = $2 returning account_id',
      [schoolId, personId]
    );
    for (const { account_id } of rows)
      await client.query(
        'delete from account where id = $1 and not exists (select 1 from membership where account_id = $1)',
        [account_id]
      );
    await client.query('commit');
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/** Every school that somebody signs in to: for what is done without anybody asking. */
export async function schoolIds(): Promise<string[]> {
  const { rows } = await pool().query<{ id: string }>('select distinct school_id as id from membership');
  return rows.map(({ id }) => id);
}

/** Whether anybody can sign in yet: an empty installation offers to set up the first owner. */
export async function hasAccounts(): Promise<boolean> {
  const { rows } = await pool().query<{ any: boolean }>('select exists (select 1 from account) as any');
  return rows[0]!.any;
}

/** Whether an account with this address exists, among all schools. */
export async function isEmailTaken(email: string): Promise<boolean> {
  const { rowCount } = await pool().query('select 1 from account where lower(email) = lower($1)', [email]);
  return Boolean(rowCount);
}

/** Gives a person of a school an account. */
export async function createAccount(
  schoolId: string,
  personId: string,
  email: string,
  password: string
): Promise<string> {
  const id = uuid();
  const passwordHash = await hashPassword(password);
  await pool().query(
    `with made as (insert into account (id, email, password_hash) values ($1, $2, $3) returning id)
     insert into membership (account_id, school_id, person_id) select id, $4, $5 from made`,
    [id, email.trim(), passwordHash, schoolId, personId]
  );
  return id;
}

/**
 * Sets up the first school and its owner, and signs the owner in.
 * @returns undefined where somebody was faster: an installation has one first owner
 */
export async function setUpFirstOwner(input: {
  school: string;
  name: string;
  email: string;
  password: string;
  timeZone: string;
}): Promise<string | undefined> {
  const lock = await pool().connect();
  try {
    await lock.query("select pg_advisory_lock(hashtext('first owner'))");
    if (await hasAccounts()) return undefined;
    const { rows } = await lock.query<{ hash: string }>(
      'select hash from library_release order by loaded_at desc limit 1'
    );
    const schoolId = uuid();
    const personId = uuid();
    await withSchool(schoolId, async (db) => {
      await db.query(
        'insert into school (school_id, name, time_zone, library_hash) values ($1, $2, $3, $4)',
        [schoolId, input.school, input.timeZone, rows[0]!.hash]
      );
      await db.query("insert into person (school_id, id, name, role) values ($1, $2, $3, 'owner')", [
        schoolId,
        personId,
        input.name
      ]);
    });
    const accountId = await createAccount(schoolId, personId, input.email, input.password);
    return await openSession(accountId, schoolId);
  } finally {
    await lock.query("select pg_advisory_unlock(hashtext('first owner'))").catch(() => undefined);
    lock.release();
  }
}
