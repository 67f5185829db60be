import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { rowOf, rowsOf } from '../database/rows';
import { type Attempt, attempt } from '../request/limits';
import { hashPassword, isPassword } from './passwords';
import { openSession } from './sessions';
import { hashOf, newToken } from './tokens';

/** Where an attempt comes from. */
export interface Caller {
  readonly address: string;
  /** The browser in a few words. */
  readonly device: string;
  /** The token of an earlier success on this device. */
  readonly deviceToken: string | undefined;
}

const Account = z.object({ id: z.string(), email: z.string(), passwordHash: z.string() });
type Account = z.infer<typeof Account>;
const accounts = 'select id, email, password_hash as "passwordHash" from account';

export type Slow = { readonly problem: 'slow'; readonly seconds: number };
export type SignInResult =
  | {
      readonly token: string;
      readonly accountId: string;
      /** To be kept on the device for a year. */
      readonly deviceToken: string;
      /** Of how many schools the account is. */
      readonly schools: number;
    }
  | { readonly problem: 'wrong'; readonly accountId: string | undefined }
  | (Slow & { readonly accountId: string | undefined });

export const findAccount = (email: string): Promise<Account | undefined> =>
  rowOf(aboveSchools, Account, `${accounts} where lower(email) = lower($1)`, [email.trim()]);

/** @returns the token, where it is of this account */
async function knownDevice(
  accountId: string | undefined,
  token: string | undefined
): Promise<string | undefined> {
  if (!accountId || !token) return undefined;
  const { rowCount } = await query(
    'update known_device set seen_at = now() where token_hash = $1 and account_id = $2',
    [hashOf(token), accountId]
  );
  return rowCount ? token : undefined;
}

async function rememberDevice(accountId: string): Promise<string> {
  const token = newToken();
  await query('insert into known_device (token_hash, account_id) values ($1, $2)', [
    hashOf(token),
    accountId
  ]);
  return token;
}

const Membership = z.object({ schoolId: z.string(), personId: z.string() });

/** Who an account is in each of its schools, the school used last first. */
export const membershipsOf = (accountId: string): Promise<z.infer<typeof Membership>[]> =>
  rowsOf(
    aboveSchools,
    Membership,
    `select membership.school_id as "schoolId", person_id as "personId"
       from membership left join session using (account_id, school_id)
      where account_id = $1 group by membership.school_id, person_id
      order by max(session.seen_at) desc nulls last, membership.school_id`,
    [accountId]
  );

/** Signs in by e-mail and password; repeated failures must wait. */
export async function signIn(email: string, password: string, caller: Caller): Promise<SignInResult> {
  const account = await findAccount(email);
  const known = await knownDevice(account?.id, caller.deviceToken);
  const { wait, succeeded } = await attempt(email, caller.address, known);
  if (wait) return { problem: 'slow', seconds: wait, accountId: account?.id };
  const memberships = account ? await membershipsOf(account.id) : [];
  const [last] = memberships;
  if (!(await isPassword(account?.passwordHash, password)) || !account || !last)
    return { problem: 'wrong', accountId: account?.id };
  await succeeded();
  return {
    token: await openSession(account.id, last.schoolId, caller.device),
    accountId: account.id,
    deviceToken: known ?? (await rememberDevice(account.id)),
    schools: memberships.length
  };
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

/** Sets a new password; links that were made before it stop working. */
export async function setPassword(accountId: string, password: string): Promise<void> {
  const hashed = await hashPassword(password);
  await query(
    `with changed as (update account set password_hash = $2, password_changed_at = now() where id = $1 returning id)
     update password_link set used_at = now() from changed where account_id = changed.id and used_at is null`,
    [accountId, hashed]
  );
}
