import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { rowsOf } from '../database/rows';
import { hashOf, newToken } from './tokens';

/**
 * A session ends 30 days after signing in, or when it was not used for a week. Who teaches is in the field with a
 * phone for days, often without network, so neither is shorter; what is grave asks for the password again.
 */
export const sessionDays = 30;
export const idleDays = 7;

/** The device of a session in a few words, from what the browser says of itself: enough to tell one's own apart. */
export function deviceOf(userAgent: string | null): string {
  const agent = userAgent ?? '';
  const first = (known: [RegExp, string][], otherwise: string) =>
    known.find(([pattern]) => pattern.test(agent))?.[1] ?? otherwise;
  const browser = first(
    [
      [/Firefox\//, 'Firefox'],
      [/Edg\//, 'Edge'],
      [/OPR\//, 'Opera'],
      [/Chrom(e|ium)\//, 'Chrome'],
      [/Safari\//, 'Safari']
    ],
    'a browser'
  );
  const system = first(
    [
      [/Android/, 'Android'],
      [/iPhone|iPad/, 'iOS'],
      [/Windows/, 'Windows'],
      [/Mac OS/, 'macOS'],
      [/Linux/, 'Linux']
    ],
    'an unknown system'
  );
  return `${browser} on ${system}`;
}

export async function openSession(accountId: string, schoolId: string, device = ''): Promise<string> {
  const token = newToken();
  await query(
    `insert into session (token_hash, account_id, school_id, expires_at, device)
     values ($1, $2, $3, now() + make_interval(days => $4), $5)`,
    [hashOf(token), accountId, schoolId, sessionDays, device.slice(0, 80)]
  );
  return token;
}

const Session = z.object({ id: z.string(), device: z.string(), since: z.date(), seenAt: z.date() });
export type Session = Readonly<z.infer<typeof Session>>;

/** The open sessions of an account, the one used last first. */
export const sessionsOf = (accountId: string): Promise<Session[]> =>
  rowsOf(
    aboveSchools,
    Session,
    `select id, device, created_at as since, seen_at as "seenAt" from session
      where account_id = $1 and expires_at > now() and seen_at > now() - make_interval(days => $2)
      order by seen_at desc, id`,
    [accountId, idleDays]
  );

export async function endSession(accountId: string, sessionId: string): Promise<boolean> {
  const { rowCount } = await query('delete from session where account_id = $1 and id = $2', [
    accountId,
    sessionId
  ]);
  return rowCount === 1;
}

export async function signOut(token: string): Promise<void> {
  await query('delete from session where token_hash = $1', [hashOf(token)]);
}

/** Ends every session of an account. @param but the id of one that goes on */
export async function signOutEverywhere(accountId: string, but?: string): Promise<void> {
  await query('delete from session where account_id = $1 and id is distinct from $2', [
    accountId,
    but ?? null
  ]);
}

/** Notes that the password was entered in this session just now. */
export async function confirmSession(sessionId: string): Promise<void> {
  await query('update session set confirmed_at = now() where id = $1', [sessionId]);
}

/** Goes on in another school of the same account. @returns false where the account is not of that school */
export async function moveSession(sessionId: string, schoolId: string): Promise<boolean> {
  const { rowCount } = await query(
    `update session set school_id = $2
      where id = $1 and exists (select from membership
                                 where membership.account_id = session.account_id and membership.school_id = $2)`,
    [sessionId, schoolId]
  );
  return rowCount === 1;
}

/** Deletes what has ended: sessions, links, and devices that were not seen for a year. */
export async function sweepSessions(): Promise<void> {
  await query('delete from session where expires_at < now() or seen_at < now() - make_interval(days => $1)', [
    idleDays
  ]);
  await query("delete from invitation where expires_at < now() - interval '30 days'");
  await query("delete from password_link where expires_at < now() - interval '30 days'");
  await query('delete from email_change where expires_at < now()');
  await query('delete from begun_sign_in where expires_at < now()');
  await query("delete from known_device where seen_at < now() - interval '1 year'");
  await query('delete from attempt where expire < extract(epoch from now()) * 1000');
}
