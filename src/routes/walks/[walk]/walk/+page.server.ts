import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { mostPhones } from '$core/field';
import { counted } from '$core/words';
import { giveUpPhone } from '$lib/server/field/lost-phone';
import { listPhones } from '$lib/server/field/phones';
import { readWalkEvents } from '$lib/server/field/walk-events';
import { fieldsAction } from '$lib/server/request/actions';
import { mayTakeHealthAlong } from '$lib/server/school/health';
import { inSchoolOf, idFrom, orNotFound, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { readPlan } from '$lib/server/walk/plan';
import { walkPage } from '$lib/server/walk/walk-page';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const { plan, brief } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const events = (await readWalkEvents(db, plan.walk.id)).length;
    return {
      phones: await listPhones(db, plan.walk.id),
      timeZone: plan.site.timeZone,
      mayTakeHealth: await mayTakeHealthAlong(db, viewer, plan.walk),
      leaders: plan.leaders.length,
      hasBrief: brief !== undefined,
      begun: events > 0,
      events
    };
  });
};

const number = z.coerce.number().int().min(1).max(mostPhones);

export const actions: Actions = {
  /** A phone is lost: what it had not counted goes to another. */
  lost: fieldsAction(
    requireLeader,
    z.object({ phone: number, to: number }),
    ({ phone, to }, { event, viewer }) =>
      inSchoolOf(viewer, async (db) => {
        const plan = orNotFound(await readPlan(db, viewer, idFrom(event.params['walk'], 'walk')), 'walk');
        const known = (await listPhones(db, plan.walk.id)).map((one) => one.number);
        if (phone === to || !known.includes(phone) || !known.includes(to))
          return fail(400, { problem: 'Choose another phone of this walk that takes over.' });
        const pieces = await giveUpPhone(db, viewer, plan, phone, to);
        return { done: `${counted(pieces, 'piece')} went from phone ${phone} to phone ${to}.` };
      }),
    'Not changed. '
  )
};
