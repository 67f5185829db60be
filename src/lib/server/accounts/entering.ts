import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { rowsOf } from '../database/rows';
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

/** Too many attempts: the seconds to wait. */
export type Slow = { readonly problem: 'slow'; readonly seconds: number };

export interface SignedIn {
  readonly token: string;
  readonly accountId: string;
  /** To be kept on the device for a year. */
  readonly deviceToken: string;
  /** Of how many schools the account is. */
  readonly schools: number;
}

/** @returns the token, where it is of this account */
export async function knownDevice(
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

/** Opens a session in the school used last. @returns undefined for an account of no school */
export async function enter(accountId: string, caller: Caller): Promise<SignedIn | undefined> {
  const memberships = await membershipsOf(accountId);
  const [last] = memberships;
  if (!last) return undefined;
  return {
    token: await openSession(accountId, last.schoolId, caller.device),
    accountId,
    deviceToken: (await knownDevice(accountId, caller.deviceToken)) ?? (await rememberDevice(accountId)),
    schools: memberships.length
  };
}
