import { z } from 'zod';
import { fail } from '@sveltejs/kit';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { listMessages, markSent, recipientsOf } from '$lib/server/school/outbox';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(requireLeader(locals), async (db) => ({
    messages: (await listMessages(db)).map((one) => ({ ...one, recipients: recipientsOf(one) }))
  }));

export const actions: Actions = {
  sent: fieldsAction(
    requireLeader,
    z.object({ id: z.uuid('There is no such message.'), is: z.enum(['yes', 'no']) }),
    async ({ id, is }, { viewer }) =>
      (await inSchoolOf(viewer, (db) => markSent(db, id, is === 'yes')))
        ? {}
        : fail(404, { problem: 'There is no such message.' })
  )
};
