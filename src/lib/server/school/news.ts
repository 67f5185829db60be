import { longDate } from '$core/words';
import type { SchoolDb } from '../database/school';
import { queueMessage } from './outbox';

/** News for a group: kept in the outbox for who has an address, and told in words for any messenger. */
export interface News {
  readonly subject: string;
  readonly body: string;
}

export const newsOfBrief = (
  walk: {
    readonly name: string;
    readonly heldOn: string;
    readonly startsAt: string;
    readonly siteName: string;
  },
  version: number,
  link: string
): News => ({
  subject: version === 1 ? `The brief of ${walk.name}` : `${walk.name}: the brief has changed`,
  body: `${walk.name}, ${longDate(walk.heldOn)}, ${walk.startsAt}, ${walk.siteName}.\n\n${
    version === 1
      ? 'The brief is there.'
      : `Version ${version} of the brief is there; it says what has changed.`
  } Read it before you come, say there that you have, and practise its pairs:\n${link}\n`
});

/** @returns the same, with how many it waits for in the outbox */
export async function tell(
  db: SchoolDb,
  recipients: readonly string[],
  news: News
): Promise<News & { readonly waitsFor: number }> {
  if (recipients.length > 0) await queueMessage(db, { ...news, recipient: recipients.join(', ') });
  return { ...news, waitsFor: recipients.length };
}
