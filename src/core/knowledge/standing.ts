import type { Standing } from './schema';

/** How a plant comes to stand in its region: "introduced, invasive, local". */
export const standingInWords = ({ origin, isInvasive, frequency }: Standing): string =>
  [origin, isInvasive && 'invasive', frequency].filter(Boolean).join(', ');
