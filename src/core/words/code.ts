/**
 * Codes that people read and type: signs that are not taken for one another, the last of them a check. The signs are a
 * prime number, so that one wrong sign and two that changed places always show.
 */

const signs = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';

const checkOf = (values: readonly number[]): number =>
  values.reduce((sum, value, i) => sum + value * (i + 2), 0) % signs.length;

/** @param bytes chance: the code has one sign for each, and the check */
export function codeOf(bytes: Uint8Array): string {
  const values = [...bytes].map((byte) => byte % signs.length);
  return [...values, checkOf(values)].map((value) => signs[value]).join('');
}

/**
 * A typed code as it is kept; undefined where it is none, or has a slip.
 * @param length how many signs it has, with the check
 */
export function readCode(typed: string, length: number): string | undefined {
  const code = typed.toUpperCase().replaceAll(/[\s-]/g, '');
  const values = [...code].map((sign) => signs.indexOf(sign));
  if (values.length !== length || values.includes(-1)) return undefined;
  return checkOf(values.slice(0, -1)) === values.at(-1) ? code : undefined;
}
