import { clockTime } from '$core/route';
import { landownersLetter } from '$core/walk';
import { idFrom, requireLeader } from '$lib/server/request/guard';
import { layLetterOut } from '$lib/server/walk/letter';
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

export const actions: Actions = { default: layLetterOut() };
