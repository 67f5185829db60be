/** A measure as it is written: with a true minus, and zero without one. */
export const written = (value: number, digits: number): string =>
  value
    .toFixed(digits)
    .replace(/^-(?=[0.]*$)/, '')
    .replace('-', '−');
