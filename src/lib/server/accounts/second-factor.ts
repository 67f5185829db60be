import { Secret, TOTP } from 'otpauth';
import { z } from 'zod';
import { aboveSchools, inTransaction, query } from '../database/database';
import { rowOf } from '../database/rows';
import { hashOf } from './tokens';

/**
 * The second factor of an account: a code from an authenticator that changes every half minute (RFC 6238: SHA-1, six
 * digits), or one of ten recovery codes, each good once.
 */

const issuer = 'Good Trail';
const periodSeconds = 30;
/** Steps of time that a device's clock may be off, to either side: RFC 6238, section 5.2, recommends one at most. */
const tolerance = 1;
const recoveryCodes = 10;
/** 80 bits: nobody guesses them, so a plain hash keeps them. */
const recoveryBytes = 10;

const totpOf = (secret: string, label: string) =>
  new TOTP({
    issuer,
    label,
    algorithm: 'SHA1',
    digits: 6,
    period: periodSeconds,
    secret: Secret.fromBase32(secret)
  });

/** How a code is written: spaces, hyphens and case are nobody's mistake. */
const plain = (code: string) => code.replaceAll(/[\s-]/g, '').toUpperCase();

export interface FactorState {
  readonly isOn: boolean;
  /** Recovery codes that are still good. */
  readonly left: number;
}

export async function factorOf(accountId: string): Promise<FactorState> {
  const state = await rowOf(
    aboveSchools,
    z.object({ isOn: z.boolean(), left: z.number() }),
    `select exists (select from second_factor where account_id = $1 and confirmed_at is not null) as "isOn",
            (select count(*)::int from recovery_code where account_id = $1 and used_at is null) as left`,
    [accountId]
  );
  return state!;
}

/**
 * Begins to set a factor up; one that is on stays until the new one is confirmed by {@link confirmFactor}.
 * @returns the secret in base 32, and the address that an authenticator reads from a QR code; undefined where one is on
 */
export async function beginFactor(
  accountId: string,
  email: string
): Promise<{ readonly secret: string; readonly address: string } | undefined> {
  const secret = new Secret({ size: 20 }).base32;
  const kept = await rowOf(
    aboveSchools,
    z.object({ secret: z.string() }),
    `insert into second_factor (account_id, secret) values ($1, $2)
     on conflict (account_id) do update set secret = excluded.secret, created_at = now()
      where second_factor.confirmed_at is null returning secret`,
    [accountId, secret]
  );
  return kept && { secret: kept.secret, address: totpOf(kept.secret, email).toString() };
}

/** What was begun and is not confirmed yet. */
export async function begunFactor(accountId: string, email: string) {
  const begun = await rowOf(
    aboveSchools,
    z.object({ secret: z.string() }),
    'select secret from second_factor where account_id = $1 and confirmed_at is null',
    [accountId]
  );
  return begun && { secret: begun.secret, address: totpOf(begun.secret, email).toString() };
}

/** Whether a code of the authenticator is right now; it is good once. */
async function isCode(accountId: string, code: string, confirmed: boolean): Promise<boolean> {
  const factor = await rowOf(
    aboveSchools,
    z.object({ secret: z.string() }),
    `select secret from second_factor where account_id = $1 and (confirmed_at is not null) = $2`,
    [accountId, confirmed]
  );
  if (!factor) return false;
  const now = Date.now();
  const off = totpOf(factor.secret, '').validate({ token: plain(code), timestamp: now, window: tolerance });
  if (off === null) return false;
  const step = Math.floor(now / 1000 / periodSeconds) + off;
  const { rowCount } = await query(
    'update second_factor set last_step = $2 where account_id = $1 and last_step < $2',
    [accountId, step]
  );
  return rowCount === 1;
}

/** Sixteen letters in fours. */
const newRecoveryCode = (): string =>
  new Secret({ size: recoveryBytes }).base32.replaceAll(/(.{4})(?=.)/g, '$1-');

/** Makes ten recovery codes in the place of those before. @returns them, shown once */
export async function newRecoveryCodes(accountId: string): Promise<string[]> {
  const codes = Array.from({ length: recoveryCodes }, newRecoveryCode);
  await inTransaction(async (client) => {
    await client.query('delete from recovery_code where account_id = $1', [accountId]);
    for (const code of codes)
      await client.query('insert into recovery_code (account_id, code_hash) values ($1, $2)', [
        accountId,
        hashOf(plain(code))
      ]);
  });
  return codes;
}

/** Turns the factor on by its first code. @returns the recovery codes; undefined where the code is not right */
export async function confirmFactor(accountId: string, code: string): Promise<string[] | undefined> {
  if (!(await isCode(accountId, code, false))) return undefined;
  await query('update second_factor set confirmed_at = now() where account_id = $1', [accountId]);
  return newRecoveryCodes(accountId);
}

/** Takes the factor off, with its codes. @returns whether there was one */
export async function removeFactor(accountId: string): Promise<boolean> {
  const { rowCount } = await query(
    `with codes as (delete from recovery_code where account_id = $1)
     delete from second_factor where account_id = $1`,
    [accountId]
  );
  return rowCount === 1;
}

/** Whether a code lets in: one of the authenticator, or a recovery code, which is used up. */
export async function takeCode(
  accountId: string,
  code: string
): Promise<'authenticator' | 'recovery' | undefined> {
  if (/^\d{6}$/.test(plain(code))) return (await isCode(accountId, code, true)) ? 'authenticator' : undefined;
  const { rowCount } = await query(
    'update recovery_code set used_at = now() where account_id = $1 and code_hash = $2 and used_at is null',
    [accountId, hashOf(plain(code))]
  );
  return rowCount === 1 ? 'recovery' : undefined;
}
