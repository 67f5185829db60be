import { type Viewer, accountAddressOf, invitationDays, invite } from '../accounts';
import { audit } from './audit';
import { post, sendsMail } from '../mail';
import { withSchool } from '../database/school';
import type { Person } from './people';

/** A letter with a link that works once: shown to who made it, now and never again. */
export interface LetterWithLink {
  readonly to: string;
  readonly subject: string;
  readonly body: string;
  /** It is on its way already: what is shown is for whom the mail does not reach. */
  readonly wentByMail: boolean;
}

/** Who leads invites learners and assistants; an owner anybody. */
export const mayInvite = (viewer: Pick<Viewer, 'role'>, role: Person['role']): boolean =>
  viewer.role === 'owner' || role === 'learner' || role === 'assistant';

/**
 * Makes an invitation; an earlier one to the same person stops working.
 * @param request its number in the record of what was done, and where the application is reached
 */
export async function invitationLetter(
  viewer: Viewer,
  request: { readonly number: string; readonly origin: string },
  person: { readonly id: string; readonly name: string },
  email: string
): Promise<LetterWithLink> {
  const { school } = viewer;
  const token = await invite(viewer.schoolId, person.id, email, viewer.personId);
  const letter = {
    to: email,
    subject: `${school.name} invites you`,
    body: `Dear ${person.name},\n\n${school.name} invites you to Good Trail, where you find the briefs of your walks and can practise for them.\n\nOpen this link and choose a password:\n${request.origin}/welcome/${token}\n\nThe link works once, within ${invitationDays} days.\n`
  };
  await withSchool(viewer.schoolId, async (db) => {
    await audit(db, { personId: viewer.personId, number: request.number }, 'invited', person.id);
    const [replyTo] = await accountAddressOf(db, viewer.personId);
    await post(db, [{ ...letter, replyTo, hours: 24 * invitationDays }]);
  });
  return { ...letter, wentByMail: sendsMail() };
}
