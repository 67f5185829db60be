import { fail, redirect } from '@sveltejs/kit';
import { v4 as uuid, v5 as uuidFrom } from 'uuid';
import { z } from 'zod';
import { PaperSheet, actsOfPaper } from '$core/after';
import { testOutcomes } from '$core/field';
import { readFieldDay } from '$lib/server/field/day';
import { recordEvent } from '$lib/server/field/walk-events';
import { fieldsAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import { readPlan } from '$lib/server/walk/plan';
import { walkPage } from '$lib/server/walk/walk-page';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const { plan, brief } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    return {
      sheet: uuid(),
      hasHappened: plan.walk.heldOn <= viewer.today,
      events: day.events.length,
      people: pack.people,
      outcomes: testOutcomes,
      stops: pack.stops.map(({ id, name, arrive, leave, warnings }) => ({
        id,
        name,
        arrive,
        leave,
        warnings: warnings.map(({ slug, name: harmful }) => ({ slug, name: harmful })),
        taxa: pack.taxa
          .filter((one) => one.stop === id && one.role !== 'leave out')
          .map(({ slug, name, role, part, lookalikes }) => ({ slug, name, role, part, lookalikes }))
      }))
    };
  });
};

const Typed = z.object({
  id: z.uuid(),
  sheet: z.string().transform((text, context) => {
    try {
      return JSON.parse(text) as unknown;
    } catch {
      context.addIssue('The sheet did not come whole. Send it again.');
      return z.NEVER;
    }
  })
});

export const actions: Actions = {
  default: fieldsAction(
    requireLeader,
    Typed,
    async ({ id, sheet: sent }, { event, viewer }) => {
      const walkId = idFrom(event.params['walk'], 'walk');
      const sheet = PaperSheet.safeParse(sent);
      if (!sheet.success)
        return fail(400, {
          problems: sheet.error.issues.map(({ message, path }) => `${message} (${path.join(' ')})`)
        });
      const problems = await inSchoolOf(viewer, async (db) => {
        const plan = orNotFound(await readPlan(db, viewer, walkId), 'walk');
        if (plan.walk.heldOn > viewer.today)
          return ['The walk is still to come: nothing can have happened on it.'];
        const { pack } = await readFieldDay(db, viewer, plan, undefined);
        const acts = actsOfPaper(pack, sheet.data, {
          by: viewer.personId,
          idOf: (name) => uuidFrom(name, id)
        });
        if ('problems' in acts) return acts.problems;
        for (const act of acts) {
          const result = await recordEvent(db, viewer, act);
          if ('problem' in result) return ['Another sheet was sent from this page already. Load it anew.'];
        }
        return [];
      });
      if (problems.length > 0) return fail(400, { problems });
      redirect(303, `/walks/${walkId}/after`);
    },
    'Not typed in. '
  )
};
