import { v7 as uuid } from 'uuid';
import type { PoolClient } from 'pg';
import { z } from 'zod';
import { inTransaction } from '../database/database';
import { rowOf, rowsOf } from '../database/rows';
import { enterSchool } from '../database/school';
import { invite } from './invitations';
import { hashPassword } from './passwords';
import { openSession } from './sessions';

export interface NewSchool {
  readonly school: string;
  readonly name: string;
  readonly timeZone: string;
}

/** Makes a school on the newest release of the library, in a region near its clock, with one person who owns it. */
async function makeSchool(client: PoolClient, { school, name, timeZone }: NewSchool) {
  const newest = await rowOf(
    client,
    z.object({ hash: z.string() }),
    'select hash from library_release order by loaded_at desc limit 1'
  );
  const regions = await rowsOf(
    client,
    z.object({ region: z.string() }),
    // Of several on its continent any will do: its first site says which it is.
    `select region from release_library,
            lateral (select document -> 'region' ->> 'timeZone' as zone, document -> 'region' ->> 'title' as title) said
      where hash = $1 order by zone <> $2, split_part(zone, '/', 1) <> split_part($2, '/', 1), title`,
    [newest!.hash, timeZone]
  );
  const [schoolId, personId] = [uuid(), uuid()];
  const db = await enterSchool(client, schoolId);
  await db.query(
    'insert into school (school_id, name, time_zone, library_hash, regions) values ($1, $2, $3, $4, $5)',
    [schoolId, school, timeZone, newest!.hash, [regions[0]!.region]]
  );
  await db.query("insert into person (school_id, id, name, role) values ($1, $2, $3, 'owner')", [
    schoolId,
    personId,
    name
  ]);
  return { schoolId, personId };
}

/**
 * Sets up the first school and its owner, and signs the owner in.
 * @returns undefined where somebody was faster: an installation has one first owner
 */
export async function setUpFirstOwner(
  input: NewSchool & { readonly email: string; readonly password: string },
  device = ''
): Promise<string | undefined> {
  const passwordHash = await hashPassword(input.password);
  const made = await inTransaction(async (client) => {
    await client.query("select pg_advisory_xact_lock(hashtext('first owner'))");
    const { rowCount } = await client.query('select from account limit 1');
    if (rowCount) return undefined;
    const { schoolId, personId } = await makeSchool(client, input);
    const accountId = uuid();
    await client.query('insert into account (id, email, password_hash) values ($1, $2, $3)', [
      accountId,
      input.email.trim(),
      passwordHash
    ]);
    await client.query('insert into membership (account_id, school_id, person_id) values ($1, $2, $3)', [
      accountId,
      schoolId,
      personId
    ]);
    return { accountId, schoolId };
  });
  return made && openSession(made.accountId, made.schoolId, device);
}

/** Makes another school of the installation. @returns the token of the invitation for its owner */
export async function addSchool(input: NewSchool & { readonly email: string }): Promise<string> {
  const { schoolId, personId } = await inTransaction((client) => makeSchool(client, input));
  return invite(schoolId, personId, input.email);
}
