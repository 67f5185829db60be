import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { aboveSchools, inTransaction, query } from '../database/database';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { withSchool } from '../database/school';
import { attempt } from '../request/limits';
import { beginSignIn } from './begun-sign-in';
import type { Caller, Slow } from './entering';
import { hashPassword, isPassword, problemOfPassword } from './passwords';
import { openSession } from './sessions';
import { factorOf } from './second-factor';
import { findAccount } from './sign-in';
import { hashOf, newToken } from './tokens';

export const invitationDays = 14;

/** Makes an invitation for a person of the school; the token is shown once, to who made it, and stored hashed. */
export async function invite(
  schoolId: string,
  personId: string,
  email: string,
  madeBy?: string
): Promise<string> {
  const token = newToken();
  await query('delete from invitation where school_id = $1 and person_id = $2 and used_at is null', [
    schoolId,
    personId
  ]);
  await query(
    `insert into invitation (token_hash, school_id, person_id, email, expires_at, made_by)
     values ($1, $2, $3, $4, now() + make_interval(days => $5), $6)`,
    [hashOf(token), schoolId, personId, email, invitationDays, madeBy ?? null]
  );
  return token;
}

export type InvitationState =
  | { readonly state: 'open'; readonly email: string; readonly name: string; readonly school: string }
  | { readonly state: 'used' | 'expired' | 'unknown' };

const Invited = z.object({ schoolId: z.string(), personId: z.string(), email: z.string() });
const whom = 'school_id as "schoolId", person_id as "personId", email';

export async function readInvitation(token: string): Promise<InvitationState> {
  const invitation = await rowOf(
    aboveSchools,
    Invited.extend({ used: z.boolean(), expired: z.boolean() }),
    `select ${whom}, used_at is not null as used, expires_at <= now() as expired
       from invitation where token_hash = $1`,
    [hashOf(token)]
  );
  if (!invitation) return { state: 'unknown' };
  const { schoolId, personId, email, used, expired } = invitation;
  if (used) return { state: 'used' };
  if (expired) return { state: 'expired' };
  const names = await withSchool(schoolId, (db) =>
    rowOf(
      db,
      z.object({ name: z.string(), school: z.string() }),
      'select person.name, school.name as school from person join school using (school_id) where person.id = $1',
      [personId]
    )
  );
  return { state: 'open', email, ...names! };
}

export type AcceptResult =
  | { readonly token: string; readonly schoolId: string; readonly personId: string }
  /** The account has a second factor: its code is still owed. */
  | { readonly begun: string; readonly schoolId: string; readonly personId: string }
  | Slow
  | { readonly problem: 'used' | 'expired' | 'unknown' | 'wrong' | 'member' }
  | { readonly problem: 'weak'; readonly words: string };

/**
 * Uses an invitation once and signs in. Where nobody has an account with its address, the password makes one; who has
 * one enters their own password and joins the school with it.
 */
export async function acceptInvitation(
  token: string,
  password: string,
  caller: Caller
): Promise<AcceptResult> {
  // Looked up before anything is hashed: a made-up link costs nothing.
  const open = await readInvitation(token);
  if (open.state !== 'open') return { problem: open.state };
  const account = await findAccount(open.email);
  if (account) {
    const { wait, succeeded } = await attempt(open.email, caller.address);
    if (wait) return { problem: 'slow', seconds: wait };
    if (!(await isPassword(account.passwordHash, password))) return { problem: 'wrong' };
    await succeeded();
  } else {
    const weak = problemOfPassword(password, [open.email, open.name, open.school]);
    if (weak) return { problem: 'weak', words: weak };
  }
  const passwordHash = account ? '' : await hashPassword(password);
  const joined = await inTransaction(async (client) => {
    const invitation = await rowOf(
      client,
      Invited,
      `update invitation set used_at = now()
        where token_hash = $1 and used_at is null and expires_at > now()
        returning ${whom}`,
      [hashOf(token)]
    );
    if (!invitation) return undefined;
    const accountId = account?.id ?? uuid();
    if (!account)
      await client.query('insert into account (id, email, password_hash) values ($1, $2, $3)', [
        accountId,
        invitation.email,
        passwordHash
      ]);
    const { rowCount } = await client.query(
      'insert into membership (account_id, school_id, person_id) values ($1, $2, $3) on conflict do nothing',
      [accountId, invitation.schoolId, invitation.personId]
    );
    return {
      accountId,
      schoolId: invitation.schoolId,
      personId: invitation.personId,
      isNew: rowCount === 1
    };
  });
  if (!joined) {
    const { state } = await readInvitation(token);
    return { problem: state === 'open' ? 'unknown' : state };
  }
  if (!joined.isNew) return { problem: 'member' };
  const { schoolId, personId } = joined;
  const { isOn } = await factorOf(joined.accountId);
  return isOn
    ? { begun: await beginSignIn(joined.accountId), schoolId, personId }
    : { token: await openSession(joined.accountId, schoolId, caller.device), schoolId, personId };
}

const OpenInvitation = z.object({
  personId: z.string(),
  email: z.string(),
  madeBy: maybe(z.string()),
  expiresAt: z.date()
});
/** An invitation of a school that waits, with who made it. */
export type OpenInvitation = Readonly<z.infer<typeof OpenInvitation>>;

export const openInvitations = (schoolId: string): Promise<OpenInvitation[]> =>
  rowsOf(
    aboveSchools,
    OpenInvitation,
    `select person_id as "personId", email, made_by as "madeBy", expires_at as "expiresAt"
       from invitation where school_id = $1 and used_at is null and expires_at > now()
      order by expires_at desc, person_id`,
    [schoolId]
  );

/** Takes back what waits for a person. */
export async function withdrawInvitations(schoolId: string, personId: string): Promise<void> {
  await query('delete from invitation where school_id = $1 and person_id = $2 and used_at is null', [
    schoolId,
    personId
  ]);
}
