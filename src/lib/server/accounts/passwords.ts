import { hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';
import { z } from 'zod';
import { newToken } from './tokens';

export const leastPasswordLength = 12;
const mostPasswordLength = 200;

/** OWASP's second choice of argon2id parameters: 19 MiB, two passes, one lane. */
const argon2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, argon2);

/** Compared against where no account exists, so that both answers take the same time. */
let decoy: Promise<string> | undefined;

/** @param stored undefined where there is no account; false where the hash is malformed, too: verify throws on it */
export async function isPassword(stored: string | undefined, password: string): Promise<boolean> {
  decoy ??= hashPassword(newToken());
  const matches = await verify(stored ?? (await decoy), password).catch(() => false);
  return matches && stored !== undefined;
}

let estimator: ZxcvbnFactory | undefined;

/**
 * What speaks against a password: its length, or that it is guessed soon. Guessing is estimated by zxcvbn (Wheeler
 * 2016); its score 3 stands for 10^8 guesses and more, enough where guesses are slow and limited.
 * @param about words that belong to the person: name, address, school
 */
export function problemOfPassword(password: string, about: readonly string[] = []): string | undefined {
  if (password.length < leastPasswordLength)
    return `Choose at least ${leastPasswordLength} characters: three or four words that have nothing to do with each other are easy to keep in mind.`;
  if (password.length > mostPasswordLength) return `At most ${mostPasswordLength} characters.`;
  estimator ??= new ZxcvbnFactory({ dictionary: common.dictionary, graphs: common.adjacencyGraphs });
  const own = about.flatMap((word) => [word, ...word.split(/[\s@.]+/)]).filter((word) => word.length > 2);
  // The estimate grows with the square of the length; what comes after a hundred signs changes nothing.
  return estimator.check(password.slice(0, 100), [...own, 'good trail', 'foraging']).score < 3
    ? 'This would be guessed soon: it is a common word, a name, a date or a pattern. Choose three or four words that have nothing to do with each other.'
    : undefined;
}

/** A password that somebody chooses. */
export const NewPassword = z
  .string()
  .max(mostPasswordLength, `At most ${mostPasswordLength} characters.`)
  .superRefine((password, context) => {
    const problem = problemOfPassword(password);
    if (problem) context.addIssue(problem);
  });
