import { v7 as uuid } from 'uuid';
import { inTransaction, query } from '../database/database';
import { withSchool } from '../database/school';
import { attempt } from '../request/limits';
import { hashPassword, isPassword, problemOfPassword } from './passwords';
import { openSession } from './sessions';
import { type Caller, type Slow, findAccount } from './sign-in';
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

interface InvitationRow {
  school_id: string;
  person_id: string;
  email: string;
  used: boolean;
  expired: boolean;
}

async function findInvitation(token: string): Promise<InvitationRow | undefined> {
  const { rows } = await query<InvitationRow>(
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
  | { readonly token: string; readonly schoolId: string; readonly personId: string }
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
    if (!(await isPassword(account.password_hash, password))) return { problem: 'wrong' };
    await succeeded();
  } else {
    const weak = problemOfPassword(password, [open.email, open.name, open.school]);
    if (weak) return { problem: 'weak', words: weak };
  }
  const passwordHash = account ? '' : await hashPassword(password);
  const joined = await inTransaction(async (client) => {
    const { rows } = await client.query<InvitationRow>(
      `update invitation set used_at = now()
        where token_hash = $1 and used_at is null and expires_at > now()
        returning school_id, person_id, email, false as used, false as expired`,
      [hashOf(token)]
    );
    const [invitation] = rows;
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
      [accountId, invitation.school_id, invitation.person_id]
    );
    return {
      accountId,
      schoolId: invitation.school_id,
      personId: invitation.person_id,
      isNew: rowCount === 1
    };
  });
  if (!joined) {
    const { state } = await readInvitation(token);
    return { problem: state === 'open' ? 'unknown' : state };
  }
  if (!joined.isNew) return { problem: 'member' };
  const { schoolId, personId } = joined;
  return { token: await openSession(joined.accountId, schoolId, caller.device), schoolId, personId };
}

/** Invitations of a school that wait, with who made them. */
export interface OpenInvitation {
  readonly personId: string;
  readonly email: string;
  readonly madeBy: string | undefined;
  readonly expiresAt: Date;
}

export async function openInvitations(schoolId: string): Promise<OpenInvitation[]> {
  const { rows } = await query<{ personId: string; email: string; madeBy: string | null; expiresAt: Date }>(
    `select person_id as "personId", email, made_by as "madeBy", expires_at as "expiresAt"
       from invitation where school_id = $1 and used_at is null and expires_at > now()
      order by expires_at desc, person_id`,
    [schoolId]
  );
  return rows.map((row) => ({ ...row, madeBy: row.madeBy ?? undefined }));
}

/** Takes back what waits for a person. */
export async function withdrawInvitations(schoolId: string, personId: string): Promise<void> {
  await query('delete from invitation where school_id = $1 and person_id = $2 and used_at is null', [
    schoolId,
    personId
  ]);
}
