import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { Identified, rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { hashPassword } from './passwords';

/** Who of a school has an account. These tables stand above the schools; no other folder reads them. */

const Member = z.object({
  accountId: z.string(),
  email: z.string(),
  /** Of how many schools the account is. */
  schools: z.number(),
  /** Whether the account has a second factor. */
  hasFactor: z.boolean()
});
export type Member = Readonly<z.infer<typeof Member>>;

/** The accounts of a school's people, by person. */
export async function membersOf(schoolId: string): Promise<Map<string, Member>> {
  const rows = await rowsOf(
    aboveSchools,
    Member.extend({ personId: z.string() }),
    `select person_id as "personId", account.id as "accountId", email,
            (select count(*)::int from membership other where other.account_id = account.id) as schools,
            exists (select from second_factor
                     where second_factor.account_id = account.id and confirmed_at is not null) as "hasFactor"
       from membership join account on account.id = account_id where school_id = $1`,
    [schoolId]
  );
  return new Map(rows.map(({ personId, ...member }) => [personId, member]));
}

/** The address with which a person signs in, in a list; within a transaction of their school. */
export async function accountAddressOf(db: SchoolDb, personId: string): Promise<string[]> {
  const rows = await rowsOf(
    db,
    z.object({ email: z.string() }),
    `select email from membership join account on account.id = account_id where school_id = $1 and person_id = $2`,
    [db.schoolId, personId]
  );
  return rows.map(({ email }) => email);
}

/** The address with which an account signs in. */
export async function emailOf(accountId: string): Promise<string> {
  const account = await rowOf(
    aboveSchools,
    z.object({ email: z.string() }),
    'select email from account where id = $1',
    [accountId]
  );
  return account!.email;
}

/** Every address at which a person was reached, by account and by invitation; within a transaction of their school. */
export async function addressesOf(db: SchoolDb, personId: string): Promise<string[]> {
  const rows = await rowsOf(
    db,
    z.object({ email: z.string() }),
    `select email from invitation where school_id = $1 and person_id = $2
     union select email from membership join account on account.id = account_id where school_id = $1 and person_id = $2`,
    [db.schoolId, personId]
  );
  return rows.map(({ email }) => email);
}

/**
 * Takes a person's account out of the school, with its sessions and invitations, in the transaction that erases the
 * rest; an account of other schools stays there.
 */
export async function removeMembership(db: SchoolDb, personId: string): Promise<void> {
  await db.query('delete from invitation where school_id = $1 and person_id = $2', [db.schoolId, personId]);
  await db.query(
    `with gone as (delete from membership where school_id = $1 and person_id = $2 returning account_id)
     delete from account using gone
      where account.id = gone.account_id
        and not exists (select from membership where membership.account_id = account.id and school_id <> $1)`,
    [db.schoolId, personId]
  );
}

/** Every school that somebody signs in to: for what is done without anybody asking. */
export async function schoolIds(): Promise<string[]> {
  const rows = await rowsOf(aboveSchools, Identified, 'select distinct school_id as id from membership');
  return rows.map(({ id }) => id);
}

/** Once there was an account, there is one for good: the last owner cannot be erased. */
let isSetUp = false;

/** Whether anybody can sign in yet: an empty installation offers to set up the first owner. */
export async function hasAccounts(): Promise<boolean> {
  if (isSetUp) return true;
  const { rowCount } = await query('select from account limit 1');
  return (isSetUp = rowCount === 1);
}

/** Whether an account with this address exists, among all schools. */
export async function isEmailTaken(email: string): Promise<boolean> {
  const { rowCount } = await query('select 1 from account where lower(email) = lower($1)', [email.trim()]);
  return Boolean(rowCount);
}

/** Gives a person of a school an account. */
export async function createAccount(
  schoolId: string,
  personId: string,
  email: string,
  password: string
): Promise<string> {
  const id = uuid();
  const passwordHash = await hashPassword(password);
  await query(
    `with made as (insert into account (id, email, password_hash) values ($1, $2, $3) returning id)
     insert into membership (account_id, school_id, person_id) select id, $4, $5 from made`,
    [id, email.trim(), passwordHash, schoolId, personId]
  );
  return id;
}
