import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { fieldsAction } from '../request/actions';
import { idFrom, inSchoolOf, requireLeader } from '../request/guard';
import type { SchoolDb } from '../database/school';
import { sendsMail } from '../mail';
import { queueMessage } from '../school/outbox';

const Message = z.object({
  recipient: z.email('This is no e-mail address.'),
  subject: z.string().trim().min(1).max(200),
  body: z.string().trim().min(1, 'The letter is empty.').max(8000)
});

/** The action that lays a walk's letter into the outbox. @param also what else follows from it; false where it cannot be */
export const layLetterOut = (also?: (db: SchoolDb, walkId: string) => Promise<boolean>) =>
  fieldsAction(
    requireLeader,
    Message,
    (letter, { event, viewer }) =>
      inSchoolOf(viewer, async (db) => {
        const walkId = idFrom(event.params['walk'], 'walk');
        if (also && !(await also(db, walkId))) return fail(404, { problem: 'There is no such walk.' });
        await queueMessage(db, letter, viewer);
        return {
          done: sendsMail()
            ? 'The letter is on its way; the outbox says whether it was taken.'
            : 'The letter waits in the outbox, to be sent from your own mail program.'
        };
      }),
    'Not laid out; the letter is kept below. '
  );
