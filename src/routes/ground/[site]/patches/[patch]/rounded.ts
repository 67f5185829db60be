/** A count of plants as it is said: from a hundred on to tens. */
export const rounded = (n: number): string =>
  (n >= 100 ? Math.round(n / 10) * 10 : Math.round(n)).toLocaleString('en-GB');
