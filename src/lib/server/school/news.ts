import { counted, longDate } from '$core/words';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { sendsMail } from '../mail';
import { queueMessage } from './outbox';

/** News for a group: kept in the outbox for who has an address, and told in words for any messenger. */
export interface News {
  readonly subject: string;
  readonly body: string;
}

interface Outing {
  readonly name: string;
  readonly heldOn: string;
  readonly startsAt: string;
  readonly siteName: string;
}

const placed = ({ name, heldOn, startsAt, siteName }: Outing) =>
  `${name}, ${longDate(heldOn)}, ${startsAt}, ${siteName}`;

export const newsOfBrief = (walk: Outing, version: number, link: string): News => ({
  subject: version === 1 ? `The brief of ${walk.name}` : `${walk.name}: the brief has changed`,
  body: `${placed(walk)}.\n\n${
    version === 1
      ? 'The brief is there.'
      : `Version ${version} of the brief is there; it says what has changed.`
  } Read it before you come, say there that you have, and practise its pairs:\n${link}\n`
});

export const newsOfCallingOff = (walk: Outing, why: string): News => ({
  subject: `Called off: ${walk.name}`,
  body: `${placed(walk)}, does not take place: ${why}\n\nTake it out of your calendar; nobody need come.\n`
});

export const newsOfTakingPlace = (walk: Outing): News => ({
  subject: `It takes place: ${walk.name}`,
  body: `${placed(walk)}, takes place after all.\n`
});

export const newsOfQuiz = (
  quiz: {
    readonly name: string;
    readonly minutes: number | undefined;
    readonly walkName: string | undefined;
  },
  questions: number,
  link: string
): News => ({
  subject: `Quiz: ${quiz.name}`,
  body: `${quiz.name} is open: ${counted(questions, 'question')}${quiz.minutes ? `, ${counted(quiz.minutes, 'minute')}` : ''}${quiz.walkName ? `, for ${quiz.walkName}` : ''}. Leaving a plant alone is never wrong.
${link}
`
});

/** @returns the same, with how many addresses it has, and whether it goes there by itself or waits in the outbox */
export async function tell(
  db: SchoolDb,
  recipients: readonly string[],
  news: News,
  writer: Pick<Viewer, 'personId'>
): Promise<News & { readonly waitsFor: number; readonly goesByMail: boolean }> {
  if (recipients.length > 0) await queueMessage(db, { ...news, recipient: recipients.join(', ') }, writer);
  return { ...news, waitsFor: recipients.length, goesByMail: sendsMail() };
}

/** As {@link tell}, to those of a plan's group who sign in. */
export const tellGroup = (
  db: SchoolDb,
  { members }: { readonly members: readonly { readonly id: string }[] },
  accounts: ReadonlyMap<string, { readonly email: string }>,
  news: News,
  writer: Pick<Viewer, 'personId'>
) =>
  tell(
    db,
    members.flatMap(({ id }) => accounts.get(id)?.email ?? []),
    news,
    writer
  );
