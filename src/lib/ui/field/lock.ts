/**
 * Locks words on this phone by a PIN: PBKDF2 with SHA-256 makes the key, AES-GCM locks and tells whether the PIN was
 * right. Six digits keep off who finds the phone; somebody with the phone, a workshop and days would get in, so what
 * is locked goes soon.
 */

/** What OWASP's cheat sheet on storing passwords asks of PBKDF2 with SHA-256 (2023). */
const rounds = 600_000;
export const shortestPin = 6;

export interface Locked {
  readonly salt: Uint8Array<ArrayBuffer>;
  readonly iv: Uint8Array<ArrayBuffer>;
  readonly rounds: number;
  readonly data: ArrayBuffer;
}

async function keyOf(pin: string, { salt, rounds: times }: Pick<Locked, 'salt' | 'rounds'>) {
  const raw = await crypto.subtle.importKey('raw', new TextEncoder().encode(pin), 'PBKDF2', false, [
    'deriveKey'
  ]);
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: times },
    raw,
    { name: 'AES-GCM', length: 256 },
    false,
    ['encrypt', 'decrypt']
  );
}

/** Why a PIN is none, in words; undefined where it is one. */
export function pinProblem(pin: string): string | undefined {
  if (pin.length < shortestPin) return `At least ${shortestPin} digits or letters.`;
  const steps = new Set([...pin].slice(1).map((sign, i) => sign.charCodeAt(0) - pin.charCodeAt(i)));
  return steps.size === 1 && Math.abs([...steps][0]!) <= 1
    ? 'Not one sign after the other: that is tried first.'
    : undefined;
}

export async function lock(pin: string, words: string): Promise<Locked> {
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const key = await keyOf(pin, { salt, rounds });
  const data = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, new TextEncoder().encode(words));
  return { salt, iv, rounds, data };
}

/** @returns undefined where the PIN is wrong, or what is locked was changed */
export async function unlock(pin: string, locked: Locked): Promise<string | undefined> {
  const key = await keyOf(pin, locked);
  try {
    const words = await crypto.subtle.decrypt({ name: 'AES-GCM', iv: locked.iv }, key, locked.data);
    return new TextDecoder().decode(words);
  } catch {
    return undefined;
  }
}
