import { z } from 'zod';
import { fail } from '@sveltejs/kit';
import { mailDays, sendAgain, sendsMail, statesOf } from '$lib/server/mail';
import { fieldsAction, idAction } from '$lib/server/request/actions';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { listMessages, markSent, readMessage, recipientsOf, sendNow } from '$lib/server/school/outbox';
import type { Actions, PageServerLoad } from './$types';

const nothing = 'There is no such message.';

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(requireLeader(locals), async (db) => {
    const messages = await listMessages(db);
    const states = await statesOf(
      db,
      messages.map(({ id }) => id)
    );
    return {
      messages: messages.map((one) => ({
        ...one,
        recipients: recipientsOf(one),
        letters: states.get(one.id) ?? []
      })),
      sendsMail: sendsMail(),
      mailDays
    };
  });

export const actions: Actions = {
  sent: fieldsAction(
    requireLeader,
    z.object({ id: z.uuid(nothing), is: z.enum(['yes', 'no']) }),
    async ({ id, is }, { viewer }) =>
      (await inSchoolOf(viewer, (db) => markSent(db, id, is === 'yes')))
        ? {}
        : fail(404, { problem: nothing })
  ),
  /** Sends what waited before there was a mail server, or what could not be delivered. */
  send: idAction(requireLeader, 'id', 'message', (id, { viewer }) =>
    inSchoolOf(viewer, async (db) => {
      const message = await readMessage(db, id);
      if (!message) return fail(404, { problem: nothing });
      if (!sendsMail()) return fail(400, { problem: 'There is no mail server: nothing was sent.' });
      const known = (await statesOf(db, [id])).get(id);
      const count = known ? await sendAgain(db, message) : await sendNow(db, message, viewer);
      return count > 0 ? {} : fail(400, { problem: 'Nothing of it waits to be sent.' });
    })
  )
};
