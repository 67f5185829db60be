/** An address with a query of these names and values, in their order; empty values are left out. */
export function addressOf(path: string, query: readonly (readonly [string, string])[]): string {
  const wanted = new URLSearchParams(
    query.filter(([, value]) => value !== '').map(([name, value]) => [name, value])
  );
  return wanted.size > 0 ? `${path}?${wanted}` : path;
}

/** The filled fields of a form, as a query. */
export const fieldsOf = (form: HTMLFormElement): [string, string][] =>
  [...new FormData(form)].map(([name, value]) => [name, String(value)]);
