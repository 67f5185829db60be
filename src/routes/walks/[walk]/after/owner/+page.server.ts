import { ownersAccount } from '$core/after';
import { longDate } from '$core/words';
import { readFieldDay } from '$lib/server/field/day';
import { fieldsAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { layLetterOut } from '$lib/server/walk/letter';
import { walkPage } from '$lib/server/walk/walk-page';
import { tellOwner } from '$lib/server/walk/walks';
import { z } from 'zod';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const { plan, brief } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    return {
      siteName: plan.site.name,
      owner: plan.site.permissionFrom,
      today: viewer.today,
      begun: day.events.length > 0,
      letter: ownersAccount(pack, day, plan.library, {
        school: viewer.school.name,
        writer: plan.walk.leaderName,
        owner: plan.site.permissionFrom,
        date: longDate(plan.walk.heldOn)
      }).join('\n\n')
    };
  });
};

export const actions: Actions = {
  send: layLetterOut((db, walkId) => tellOwner(db, walkId, true)),
  /** Told by a call, or on paper; or it was not after all. */
  told: fieldsAction(
    requireLeader,
    z.object({ isTold: z.enum(['yes', 'no']) }),
    async ({ isTold }, { event, viewer }) => {
      await inSchoolOf(viewer, (db) => tellOwner(db, idFrom(event.params['walk'], 'walk'), isTold === 'yes'));
      return {};
    }
  )
};
