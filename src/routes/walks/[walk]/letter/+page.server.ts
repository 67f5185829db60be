import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { clockTime } from '$core/route';
import { landownersLetter } from '$core/walk';
import { idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { queueMessage } from '$lib/server/school/outbox';
import { walkPage } from '$lib/server/walk/walk-page';
import { longDate } from '$core/words';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const { plan } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return {
    siteName: plan.site.name,
    owner: plan.site.permissionFrom,
    today: viewer.today,
    letter: landownersLetter(plan.facts, {
      school: viewer.school.name,
      writer: plan.walk.leaderName,
      owner: plan.site.permissionFrom,
      date: longDate(plan.walk.heldOn),
      start: plan.walk.startsAt,
      end: clockTime(plan.times.end)
    }).join('\n\n')
  };
};

const Message = z.object({
  recipient: z.email('This is no e-mail address.'),
  subject: z.string().trim().min(1).max(200),
  body: z.string().trim().min(1, 'The letter is empty.').max(8000)
});

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    idFrom(params.walk, 'walk');
    const typed = Object.fromEntries(await request.formData());
    const letter = Message.safeParse(typed);
    if (!letter.success)
      return fail(400, {
        problem: `Not laid out. ${letter.error.issues.map(({ message }) => message).join(' ')} The letter is kept below.`
      });
    await inSchoolOf(viewer, (db) => queueMessage(db, letter.data));
    return { done: 'The letter waits in the outbox, to be sent from your own mail program.' };
  }
};
