import { addressOf } from '$core/words';

/** Where the card of a preparation stands. @param more what it is scaled to, by the names of its fields */
export const cardAddress = (
  taxon: string,
  part: string,
  way = '',
  more: readonly (readonly [string, string])[] = []
): string => addressOf(`/making/cards/${taxon}`, [['part', part], ['way', way], ...more]);
