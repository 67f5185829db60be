import { createHash, randomBytes } from 'node:crypto';

/** 256 bits from the system's random source: nobody guesses it. Only its hash is stored. */
export const newToken = (): string => randomBytes(32).toString('base64url');

export const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest();
