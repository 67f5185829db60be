import { fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { englishName } from '$core/knowledge';
import { idFrom, inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { membersOf } from '$lib/server/accounts';
import { newsOfCallingOff, newsOfTakingPlace, tellGroup } from '$lib/server/school/news';
import { lightAt } from '$lib/server/season/light';
import { changePlan, changeWalk } from '$lib/server/walk/plan-changes';
import { forecastStages, listSightings, seasonOf } from '$lib/server/season/sightings';
import { WalkDay, WalkTimes, pastProblem, walkChoices } from '$lib/server/walk/walk-form';
import { walkPage } from '$lib/server/walk/walk-page';
import { callOff, removeWalk, saveWalkDay } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

const Form = WalkDay.extend(WalkTimes.shape);

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  if (viewer.role === 'learner') redirect(303, `/walks/${id}/brief`);
  const { cohorts } = await walkChoices(viewer);
  const { plan } = await walkPage(locals, id);
  return inSchoolOf(viewer, async (db) => {
    const { heldOn } = plan.walk;
    const sightings = await listSightings(db, plan.site.id);
    const season = seasonOf(plan.library, plan.site, sightings, heldOn);
    return {
      cohorts,
      light: lightAt(plan.site, heldOn),
      today: viewer.today,
      patches: plan.patches.flatMap((patch) => {
        const taxon = plan.library.taxa.get(patch.taxon);
        return taxon
          ? [
              {
                id: patch.id,
                patch: patch.name,
                slug: taxon.slug,
                name: englishName(taxon),
                scientific: taxon.name,
                stages: forecastStages(season, taxon, heldOn)
              }
            ]
          : [];
      }),
      pace: plan.facts.pace,
      cohortLevel: plan.cohort?.level,
      form: await superValidate(
        {
          ...plan.walk,
          cohortId: plan.walk.cohortId ?? '',
          level: plan.walk.level ?? '',
          dueAt: plan.walk.dueAt ?? ''
        },
        zod4(Form),
        { errors: false }
      )
    };
  });
};

const CallOff = z.object({ why: z.string().trim().max(300).catch('') });

export const actions: Actions = {
  move: async (event) => {
    const viewer = requireLeader(event.locals);
    const data = await event.request.formData();
    const form = await superValidate(data, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const past = pastProblem(form.data.heldOn, viewer.today);
    if (past) return setError(form, 'heldOn', past);
    const { cohorts } = await walkChoices(viewer);
    const { cohortId, level, dueAt, paceFactor, ...rest } = form.data;
    if (cohortId && !cohorts.some(({ value }) => value === cohortId))
      return setError(form, 'cohortId', 'Choose a group of your school.');
    if (rest.kind === 'class' && !rest.venue) return setError(form, 'venue', 'Say where the class is held.');
    const result = await changeWalk(event, data, 'changed the day, its times or its group', (db, id) =>
      saveWalkDay(db, id, { ...rest, cohortId, level, dueAt, paceFactor })
    );
    return result
      ? fail(result.status, { form, ...result.data })
      : message(form, 'Moved. The whole plan was worked out anew for this day.');
  },
  off: async (event) => {
    const data = await event.request.formData();
    const { why } = CallOff.parse(Object.fromEntries(data));
    if (!why) return fail(400, { problem: 'Not called off: say why, the group is told in these words.' });
    const accounts = await membersOf(requireLeader(event.locals).schoolId);
    return changePlan(event, data, 'called the walk off', async (db, plan, viewer) => {
      await callOff(db, plan.walk.id, viewer.personId, why);
      return { told: await tellGroup(db, plan, accounts, newsOfCallingOff(plan.walk, why), viewer) };
    });
  },
  on: async (event) => {
    const accounts = await membersOf(requireLeader(event.locals).schoolId);
    return changePlan(
      event,
      await event.request.formData(),
      'put the walk on again',
      async (db, plan, viewer) => {
        await callOff(db, plan.walk.id, viewer.personId, undefined);
        return { told: await tellGroup(db, plan, accounts, newsOfTakingPlace(plan.walk), viewer) };
      }
    );
  },
  remove: async (event) => {
    const result = await changeWalk(
      event,
      await event.request.formData(),
      'removed the walk',
      async (db, id) =>
        (await removeWalk(db, id))
          ? undefined
          : fail(409, {
              problem:
                'Not removed: people have the brief of this walk, have practised for it, or a stop was lifted on it. Call it off instead.'
            })
    );
    return result ?? redirect(303, '/walks');
  }
};
