import { z } from 'zod';
import { aboveSchools, inTransaction, query } from '../database/database';
import { rowOf } from '../database/rows';
import { hashOf, newToken } from './tokens';

/** Another address for an account: it holds once somebody has opened a link that went there. */

export const changeHours = 24;

/** @returns the token of the link; undefined where somebody has this address already */
export async function beginEmailChange(accountId: string, email: string): Promise<string | undefined> {
  const token = newToken();
  const { rowCount } = await query(
    `with earlier as (delete from email_change where account_id = $2)
     insert into email_change (token_hash, account_id, email, expires_at)
     select $1, $2, $3, now() + make_interval(hours => $4)
      where not exists (select from account where lower(email) = lower($3))`,
    [hashOf(token), accountId, email.trim(), changeHours]
  );
  return rowCount ? token : undefined;
}

const Change = z.object({ accountId: z.string(), email: z.string(), old: z.string() });
export type EmailChange = Readonly<z.infer<typeof Change>>;

/** What a link would change. */
export const readEmailChange = (token: string): Promise<EmailChange | undefined> =>
  rowOf(
    aboveSchools,
    Change,
    `select account_id as "accountId", email_change.email, account.email as old
       from email_change join account on account.id = account_id where token_hash = $1 and expires_at > now()`,
    [hashOf(token)]
  );

/** Changes the address by its link. @returns what was changed; undefined where it cannot be any more */
export async function useEmailChange(token: string): Promise<EmailChange | undefined> {
  const change = await readEmailChange(token);
  if (!change) return undefined;
  const isChanged = await inTransaction(async (client) => {
    const { rowCount } = await client.query('delete from email_change where token_hash = $1', [
      hashOf(token)
    ]);
    return rowCount === 1 && (await setEmail(client, change.accountId, change.email));
  });
  return isChanged ? change : undefined;
}

/** @returns false where another account has this address */
async function setEmail(
  db: { query(text: string, values: unknown[]): Promise<{ rowCount: number | null }> },
  accountId: string,
  email: string
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update account set email = $2
      where id = $1 and not exists (select from account other where lower(other.email) = lower($2) and other.id <> $1)`,
    [accountId, email.trim()]
  );
  return rowCount === 1;
}

/** Changes the address at once: where there is no mail server, nothing can be confirmed by a letter. */
export const changeEmail = (accountId: string, email: string): Promise<boolean> =>
  setEmail(aboveSchools, accountId, email);
