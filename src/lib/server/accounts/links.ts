import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { rowOf } from '../database/rows';
import { setPassword } from './sign-in';
import { signOutEverywhere } from './sessions';
import { hashOf, newToken } from './tokens';

/** Links by which somebody who forgot their password chooses a new one: once, within a day. */

export const linkHours = 24;

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
  const link = await rowOf(
    aboveSchools,
    z.object({ email: z.string(), used: z.boolean(), expired: z.boolean() }),
    `select email, used_at is not null as used, expires_at <= now() as expired
       from password_link join account on account.id = account_id where token_hash = $1`,
    [hashOf(token)]
  );
  if (!link) return { state: 'unknown' };
  if (link.used || link.expired) return { state: link.used ? 'used' : 'expired' };
  return { state: 'open', email: link.email };
}

/**
 * Sets the password by a link and ends every session of the account.
 * @returns the account, or undefined where the link is not open any more
 */
export async function usePasswordLink(token: string, password: string): Promise<string | undefined> {
  const link = await rowOf(
    aboveSchools,
    z.object({ accountId: z.string() }),
    `update password_link set used_at = now()
      where token_hash = $1 and used_at is null and expires_at > now() returning account_id as "accountId"`,
    [hashOf(token)]
  );
  if (!link) return undefined;
  await setPassword(link.accountId, password);
  await signOutEverywhere(link.accountId);
  return link.accountId;
}
