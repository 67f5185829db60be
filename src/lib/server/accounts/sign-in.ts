import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { rowOf } from '../database/rows';
import { type Attempt, attempt } from '../request/limits';
import { beginSignIn } from './begun-sign-in';
import { type Caller, type SignedIn, type Slow, enter, knownDevice, membershipsOf } from './entering';
import { hashPassword, isPassword } from './passwords';
import { factorOf } from './second-factor';

const Account = z.object({ id: z.string(), email: z.string(), passwordHash: z.string() });
type Account = z.infer<typeof Account>;
const accounts = 'select id, email, password_hash as "passwordHash" from account';

export type SignInResult =
  | SignedIn
  /** The password was right, and a code is owed: the token is for `finishSignIn`. */
  | { readonly begun: string; readonly accountId: string }
  | { readonly problem: 'wrong'; readonly accountId: string | undefined }
  | (Slow & { readonly accountId: string | undefined });

export const findAccount = (email: string): Promise<Account | undefined> =>
  rowOf(aboveSchools, Account, `${accounts} where lower(email) = lower($1)`, [email.trim()]);

/** Signs in by e-mail and password; repeated failures must wait. */
export async function signIn(email: string, password: string, caller: Caller): Promise<SignInResult> {
  const account = await findAccount(email);
  const known = await knownDevice(account?.id, caller.deviceToken);
  const { wait, succeeded } = await attempt(email, caller.address, known);
  if (wait) return { problem: 'slow', seconds: wait, accountId: account?.id };
  const isMember = account !== undefined && (await membershipsOf(account.id)).length > 0;
  if (!(await isPassword(account?.passwordHash, password)) || !account || !isMember)
    return { problem: 'wrong', accountId: account?.id };
  await succeeded();
  return (await letIn(account.id, caller)) ?? { problem: 'wrong', accountId: account.id };
}

/** Lets somebody in whose password was right: at once, or to be asked for their code. */
export async function letIn(accountId: string, caller: Caller) {
  const { isOn } = await factorOf(accountId);
  return isOn ? { begun: await beginSignIn(accountId), accountId } : enter(accountId, caller);
}

/** Whether this is the password of an account; failures count like those of signing in. */
export async function checkPassword(
  accountId: string,
  password: string,
  caller: Caller
): Promise<'right' | 'wrong' | Slow> {
  const account = await rowOf(aboveSchools, Account, `${accounts} where id = $1`, [accountId]);
  if (!account) return 'wrong';
  const known = await knownDevice(accountId, caller.deviceToken);
  const { wait, succeeded }: Attempt = await attempt(
    account.email,
    caller.address,
    known ?? `session ${accountId}`
  );
  if (wait) return { problem: 'slow', seconds: wait };
  if (!(await isPassword(account.passwordHash, password))) return 'wrong';
  await succeeded();
  return 'right';
}

/** Sets a new password; links that were made before it, and a change of address that was asked for, stop working. */
export async function setPassword(accountId: string, password: string): Promise<void> {
  const hashed = await hashPassword(password);
  await query(
    `with changed as (update account set password_hash = $2, password_changed_at = now() where id = $1 returning id),
          forgotten as (delete from email_change where account_id = $1)
     update password_link set used_at = now() from changed where account_id = changed.id and used_at is null`,
    [accountId, hashed]
  );
}
