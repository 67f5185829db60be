import { query } from '../database/database';
import { setPassword } from './sign-in';
import { signOutEverywhere } from './sessions';
import { hashOf, newToken } from './tokens';

/** Links by which somebody who forgot their password chooses a new one: once, within a day. */

const linkHours = 24;

/** Makes a link for an account; an earlier one stops working. @returns its token, shown once */
export async function makePasswordLink(accountId: string): Promise<string> {
  const token = newToken();
  await query('delete from password_link where account_id = $1 and used_at is null', [accountId]);
  await query(
    `insert into password_link (token_hash, account_id, expires_at)
     values ($1, $2, now() + make_interval(hours => $3))`,
    [hashOf(token), accountId, linkHours]
  );
  return token;
}

export type LinkState =
  { readonly state: 'open'; readonly email: string } | { readonly state: 'used' | 'expired' | 'unknown' };

export async function readPasswordLink(token: string): Promise<LinkState> {
  const { rows } = await query<{ email: string; used: boolean; expired: boolean }>(
    `select email, used_at is not null as used, expires_at <= now() as expired
       from password_link join account on account.id = account_id where token_hash = $1`,
    [hashOf(token)]
  );
  const [link] = rows;
  if (!link) return { state: 'unknown' };
  if (link.used || link.expired) return { state: link.used ? 'used' : 'expired' };
  return { state: 'open', email: link.email };
}

/**
 * Sets the password by a link and ends every session of the account.
 * @returns the account, or undefined where the link is not open any more
 */
export async function usePasswordLink(token: string, password: string): Promise<string | undefined> {
  const { rows } = await query<{ account_id: string }>(
    `update password_link set used_at = now()
      where token_hash = $1 and used_at is null and expires_at > now() returning account_id`,
    [hashOf(token)]
  );
  const [link] = rows;
  if (!link) return undefined;
  await setPassword(link.account_id, password);
  await signOutEverywhere(link.account_id);
  return link.account_id;
}
