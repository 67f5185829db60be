import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { rowOf } from '../database/rows';
import { type Attempt, attempt } from '../request/limits';
import { type Caller, type SignedIn, type Slow, enter } from './entering';
import { takeCode } from './second-factor';
import { hashOf, newToken } from './tokens';

/** Between the password and the code: who has shown the first factor and owes the second. */

/** Minutes for finding the telephone. */
const minutes = 10;
/** Codes that may be tried before the password is asked for again. */
const mostTries = 5;

/** @returns the token for {@link finishSignIn} */
export async function beginSignIn(accountId: string): Promise<string> {
  const token = newToken();
  await query(
    `insert into begun_sign_in (token_hash, account_id, expires_at) values ($1, $2, now() + make_interval(mins => $3))`,
    [hashOf(token), accountId, minutes]
  );
  return token;
}

export type FinishResult =
  | (SignedIn & { readonly by: 'authenticator' | 'recovery' })
  | (Slow & { readonly accountId: string })
  | { readonly problem: 'wrong'; readonly accountId: string }
  | { readonly problem: 'ended' };

/** Signs in by the code. Failures count like those of a password, and a begun sign-in bears five. */
export async function finishSignIn(token: string, code: string, caller: Caller): Promise<FinishResult> {
  const begun = await rowOf(
    aboveSchools,
    z.object({ accountId: z.string() }),
    `update begun_sign_in set tries = tries + 1
      where token_hash = $1 and expires_at > now() and tries < $2 returning account_id as "accountId"`,
    [hashOf(token), mostTries]
  );
  if (!begun) return { problem: 'ended' };
  const { accountId } = begun;
  const { wait, succeeded }: Attempt = await attempt(`code of ${accountId}`, caller.address);
  if (wait) return { problem: 'slow', seconds: wait, accountId };
  const by = await takeCode(accountId, code);
  if (!by) return { problem: 'wrong', accountId };
  await succeeded();
  await query('delete from begun_sign_in where account_id = $1', [accountId]);
  const entered = await enter(accountId, caller);
  return entered ? { ...entered, by } : { problem: 'ended' };
}
