/** An address with a query of these names and values, in their order; empty values are left out. */
export function addressOf(path: string, query: readonly (readonly [string, string])[]): string {
  const wanted = new URLSearchParams(
    query.filter(([, value]) => value !== '').map(([name, value]): [string, string] => [name, value])
  );
  return wanted.size > 0 ? `${path}?${wanted}` : path;
}
