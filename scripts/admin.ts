import { closeSync, openSync, readFileSync, writeSync } from 'node:fs';
import {
  addSchool,
  findAccount,
  invite,
  makePasswordLink,
  membershipsOf,
  removeFactor,
  tellFactor
} from '../src/lib/server/accounts';
import { timeZones } from '../src/lib/server/time-zones';
import { readSchool, writeSchool } from '../src/lib/server/archive';
import { withSchool } from '../src/lib/server/database/school';
import { closePool, inTransaction } from '../src/lib/server/database/database';

/**
 * What only who runs the installation may do; runs bundled. Each prints a link, once.
 * owner-link EMAIL · factor-off EMAIL · new-school SCHOOL NAME EMAIL [ZONE] · export-school EMAIL FILE [SCHOOL] ·
 * import-school FILE, as the owner of the tables
 */

const origin = process.env['ORIGIN'] ?? 'http://localhost:4310';

async function ownerLink([email]: string[]): Promise<string> {
  if (!email) throw new Error('Say whose: ./start owner-link EMAIL');
  const account = await findAccount(email);
  if (!account) throw new Error(`Nobody signs in with ${email}.`);
  return `A new password for ${account.email} is chosen here, once, within a day:\n${origin}/new-password/${await makePasswordLink(account.id)}`;
}

async function factorOff([email]: string[]): Promise<string> {
  const account = email ? await findAccount(email) : undefined;
  if (!account)
    throw new Error(email ? `Nobody signs in with ${email}.` : 'Say whose: ./start factor-off EMAIL');
  const wasOn = await removeFactor(account.id);
  if (wasOn) await tellFactor(account.email, false);
  return wasOn
    ? `${account.email} signs in with the password alone.`
    : `${account.email} has no second factor.`;
}

async function newSchool([school, name, email, timeZone = 'Europe/Dublin']: string[]): Promise<string> {
  if (!school || !name || !email)
    throw new Error(
      'Say its name, its owner and their address: ./start new-school "SCHOOL" "NAME" EMAIL [ZONE]'
    );
  if (!timeZones.includes(timeZone)) throw new Error(`“${timeZone}” is no time zone, such as Europe/Dublin.`);
  const token = await addSchool({ school, name, email, timeZone });
  return `${school} is there. Its owner comes in here, once, within 14 days:\n${origin}/welcome/${token}`;
}

/** The schools that an account owns. */
async function ownedBy(accountId: string) {
  const owned: { schoolId: string; name: string }[] = [];
  for (const { schoolId, personId } of await membershipsOf(accountId))
    await withSchool(schoolId, async (db) => {
      const { rows } = await db.query<{ name: string }>(
        "select school.name from school where exists (select from person where id = $1 and role = 'owner')",
        [personId]
      );
      if (rows[0]) owned.push({ schoolId, name: rows[0].name });
    });
  return owned;
}

async function exportSchool([email, file, named]: string[]): Promise<string> {
  if (!email || !file)
    throw new Error("Say whose and into which file: ./start export-school OWNER'S-EMAIL FILE");
  const account = await findAccount(email);
  const owned = account ? await ownedBy(account.id) : [];
  const wanted = owned.filter(({ name }) => !named || name === named);
  if (wanted.length === 0)
    throw new Error(`${email} owns no school${named ? ` of the name ${named}` : ''} here.`);
  if (wanted.length > 1)
    throw new Error(
      `${email} owns several: say which after the file. They are ${wanted.map(({ name }) => `“${name}”`).join(', ')}.`
    );
  const { schoolId, name } = wanted[0]!;
  const at = openSync(file, 'wx', 0o600);
  try {
    const { tables } = await writeSchool(schoolId, (chunk) => writeSync(at, chunk));
    const rows = Object.values(tables).reduce((sum, one) => sum + one.rows, 0);
    return `${name} is in ${file}: ${rows} rows of ${Object.keys(tables).length} tables. It holds personal data.`;
  } finally {
    closeSync(at);
  }
}

async function importSchool([file]: string[]): Promise<string> {
  if (!file) throw new Error('Say from which file: ./start import-school FILE');
  const { school, schoolId, rows, people } = await inTransaction((client) =>
    readSchool(client, readFileSync(file))
  );
  const owners = new Set(
    await withSchool(schoolId, async (db) => {
      const found = await db.query<{ id: string }>("select id from person where role = 'owner'");
      return found.rows.map(({ id }) => id);
    })
  );
  const links: string[] = [];
  for (const { personId, email } of people) {
    const token = await invite(schoolId, personId, email);
    if (owners.has(personId)) links.push(`${email}: ${origin}/welcome/${token}`);
  }
  return [
    `${school} is here with ${rows} rows. Everybody is invited anew: its owners by these links, once, within 14 days, others by new invitations under People.`,
    ...links
  ].join('\n');
}

async function main([command, ...words]: string[]): Promise<string> {
  switch (command) {
    case 'owner-link':
      return ownerLink(words);
    case 'factor-off':
      return factorOff(words);
    case 'export-school':
      return exportSchool(words);
    case 'import-school':
      return importSchool(words);
    case 'new-school':
      return newSchool(words);
    default:
      throw new Error('There is no such command.');
  }
}

main(process.argv.slice(2))
  .then((said) => console.log(said))
  .catch((error: Error) => {
    console.error(error.message);
    process.exitCode = 1;
  })
  .finally(closePool);
