import type { z } from 'zod';

/** What is wrong, in a few words: an event may have a million unknown keys. */
export const notUnderstood = ({ issues }: z.ZodError): string =>
  `Not understood: ${issues
    .slice(0, 3)
    .map(({ path, message }) => `${path.join('.')}: ${message}`)
    .join('; ')
    .slice(0, 300)}`;
