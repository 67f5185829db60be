/** @example counted(1, 'person', 'people') === '1 person' */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
