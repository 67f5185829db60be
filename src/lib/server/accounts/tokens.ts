import { createHash, randomBytes } from 'node:crypto';

/** 256 bits from the system's random source: nobody guesses it. Only its hash is stored. */
export const newToken = (): string => randomBytes(32).toString('base64url');

export const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest();

/** The end of a link that needs no account: its school stands in it, so that it is looked for in that school alone. */
export const schoolLink = (schoolId: string, token: string): string =>
  Buffer.concat([Buffer.from(schoolId.replaceAll('-', ''), 'hex'), Buffer.from(token, 'base64url')]).toString(
    'base64url'
  );

/** @returns undefined where it is none */
export function readSchoolLink(
  link: string
): { readonly schoolId: string; readonly hash: Buffer } | undefined {
  const bytes = Buffer.from(link, 'base64url');
  if (bytes.length !== 48) return undefined;
  const hex = bytes.subarray(0, 16).toString('hex');
  return {
    schoolId: hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5'),
    hash: hashOf(bytes.subarray(16).toString('base64url'))
  };
}
