/**
 * The code of a batch, as it stands on its labels and may be typed: six signs that are not taken for one another, the
 * last of them a check. The signs are a prime number, so that one wrong sign and two that changed places always show.
 */

const signs = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
const long = 5;

const checkOf = (values: readonly number[]): number =>
  values.reduce((sum, value, i) => sum + value * (i + 2), 0) % signs.length;

/** @param bytes chance, at least five */
export function batchCode(bytes: Uint8Array): string {
  const values = [...bytes.subarray(0, long)].map((byte) => byte % signs.length);
  return [...values, checkOf(values)].map((value) => signs[value]).join('');
}

/** A typed code as it is kept; undefined where it is none, or has a slip. */
export function readCode(typed: string): string | undefined {
  const code = typed.toUpperCase().replaceAll(/[\s-]/g, '');
  const values = [...code].map((sign) => signs.indexOf(sign));
  if (values.length !== long + 1 || values.includes(-1)) return undefined;
  return checkOf(values.slice(0, long)) === values[long] ? code : undefined;
}
