import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { type RecordedLeg, asWalked, pickedOn, recordedLegs, stoodOn } from '$core/after';
import type { FieldDay } from '$core/field';
import { pathOf } from '$core/ground';
import { nameIn } from '$core/knowledge';
import { usualFactor, walkingMinutes, wayAlong } from '$core/route';
import { NewDebrief, readDebrief, saveDebrief } from '$lib/server/after/debrief';
import { learnFrom, paceUntil, pickingUntil, taughtBy } from '$lib/server/after/learned';
import { stopsAsWent } from '$lib/server/after/recap';
import { readFieldDay } from '$lib/server/field/day';
import { fieldsAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, orNotFound, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { type Plan, readPlan } from '$lib/server/walk/plan';
import { walkPage } from '$lib/server/walk/walk-page';
import type { Actions, PageServerLoad } from './$types';

const wayOf = (plan: Plan) => wayAlong(pathOf(plan.site.ground));

const legsOf = (plan: Plan, day: FieldDay): RecordedLeg[] =>
  plan.walk.kind === 'walk'
    ? recordedLegs(
        plan.stops.map(({ longitude, latitude }) => [longitude, latitude]),
        day.stops,
        wayOf(plan)
      )
    : [];

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const walkId = idFrom(params.walk, 'walk');
  const { plan, brief } = await walkPage(locals, walkId);
  return inSchoolOf(viewer, async (db) => {
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    const taught = await taughtBy(db, walkId);
    const { company } = plan.facts.pace;
    const { rule, factor } = plan.facts.rhythm.pace;
    const way = wayOf(plan);
    const at = (stop: number) => {
      const { longitude, latitude } = plan.stops[stop]!;
      return [longitude, latitude];
    };
    const legs = legsOf(plan, day).map((leg) => ({
      ...leg,
      names: [plan.stops[leg.position]!.name, plan.stops[leg.to]!.name] as const,
      plannedMinutes: walkingMinutes(way(at(leg.position), at(leg.to)), { rule, factor }),
      seemsAStop: stoodOn(leg, rule, usualFactor[company]),
      counts: taught?.get(leg.position) ?? !stoodOn(leg, rule, usualFactor[company])
    }));
    const counted = legs.filter(({ counts }) => counts).map((leg) => asWalked(leg, rule, 0));
    const rateOf = await pickingUntil(db, plan.walk.heldOn);
    const nameOf = nameIn(plan.library);
    return {
      begun: day.events.length > 0,
      kind: plan.walk.kind,
      stops: stopsAsWent(pack, day),
      plannedEnd: pack.times.end,
      legs,
      company,
      rule,
      isSetByHand: plan.facts.pace.source === 'set by hand',
      isTaught: taught !== undefined,
      before: await paceUntil(db, company, rule, plan.walk.heldOn),
      after: await paceUntil(db, company, rule, plan.walk.heldOn, counted),
      picked: pickedOn(day).map((one) => ({
        name: nameOf(one.taxon),
        part: one.part,
        pieces: one.pieces,
        personMinutes: one.personMinutes,
        before: rateOf(one.taxon, one.part),
        after: rateOf(one.taxon, one.part, one)
      })),
      debrief: await readDebrief(db, walkId)
    };
  });
};

export const actions: Actions = {
  /** Legs that are ticked teach the pace; what was timed teaches how fast a part is picked. */
  learn: fieldsAction(requireLeader, z.object({}), (_, { event, viewer, form }) => {
    const walkId = idFrom(event.params['walk'], 'walk');
    const ticked = new Set(form.getAll('leg').map(Number));
    return inSchoolOf(viewer, async (db) => {
      const plan = orNotFound(await readPlan(db, viewer, walkId), 'walk');
      const { day } = await readFieldDay(db, viewer, plan, undefined);
      const legs = legsOf(plan, day);
      if (legs.length === 0) return fail(400, { problem: 'No leg of this walk was recorded whole.' });
      await learnFrom(
        db,
        walkId,
        plan.facts.pace.company,
        legs.map((leg) => ({ ...leg, counts: ticked.has(leg.position) })),
        pickedOn(day)
      );
      return { done: 'Learned. Walks that are planned for a later day go by it.' };
    });
  }),
  debrief: fieldsAction(
    requireLeader,
    NewDebrief,
    (debrief, { event, viewer }) => {
      const walkId = idFrom(event.params['walk'], 'walk');
      return inSchoolOf(viewer, async (db) => {
        orNotFound(await readPlan(db, viewer, walkId), 'walk');
        return (await saveDebrief(db, viewer, walkId, debrief))
          ? { done: 'Written down. A copy of this walk takes it along.' }
          : fail(409, {
              problem:
                'Not stored: somebody else wrote here since you opened the page. It shows what they wrote; what you typed is kept in the fields below.',
              typed: debrief
            });
      });
    },
    'Not stored. '
  )
};
