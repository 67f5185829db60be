import {
  addSchool,
  findAccount,
  makePasswordLink,
  removeFactor,
  tellFactor
} from '../src/lib/server/accounts';
import { timeZones } from '../src/lib/server/time-zones';
import { closePool } from '../src/lib/server/database/database';

/**
 * What only who runs the installation may do; runs bundled. Each prints a link, once.
 * owner-link EMAIL · factor-off EMAIL · new-school SCHOOL NAME EMAIL [ZONE]
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

async function main([command, ...words]: string[]): Promise<string> {
  switch (command) {
    case 'owner-link':
      return ownerLink(words);
    case 'factor-off':
      return factorOff(words);
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
