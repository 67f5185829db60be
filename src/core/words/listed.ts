/** Things one after the other, as people say them. @example listed(['a', 'b', 'c']) === 'a, b and c' */
export const listed = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)!}`;
