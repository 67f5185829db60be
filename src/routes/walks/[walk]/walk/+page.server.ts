import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName } from '$core/knowledge';
import {
  type WalkEventOf,
  effectiveAt,
  minutesAt,
  mostPhones,
  type picturedKinds,
  runningClock
} from '$core/field';
import { counted } from '$core/words';
import { readFieldDay } from '$lib/server/field/day';
import { giveUpPhone } from '$lib/server/field/lost-phone';
import { listPhones } from '$lib/server/field/phones';
import { pictureAddress } from '$lib/server/field/pictures';
import type { SchoolDb } from '$lib/server/database/school';
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
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    const clock = runningClock(pack, day, pack.times.end);
    const nameOf = (slug: string) => {
      const taxon = plan.library.taxa.get(slug);
      return taxon ? englishName(taxon) : slug;
    };
    const personName = (id: string) => day.people.find((one) => one.id === id)?.name ?? 'somebody';
    const at = (time: number) => minutesAt(pack, time);
    return {
      phones: await listPhones(db, plan.walk.id),
      timeZone: plan.site.timeZone,
      mayTakeHealth: await mayTakeHealthAlong(db, viewer, plan.walk),
      leaders: pack.leaders.length,
      hasBrief: brief !== undefined,
      begun: day.events.length > 0,
      people: day.people.map(({ name, state }) => ({ name, state })),
      counts: day.counts.map((one) => ({
        counted: one.counted,
        expected: one.expected,
        at: at(effectiveAt(one)),
        missing: one.missing.map(personName),
        reason: one.reason
      })),
      stops: clock.stops.map((stop, i) => ({
        name: pack.stops[i]!.name,
        planned: stop.planned,
        arrive: stop.arrive,
        leave: stop.leave,
        state: day.stops[i]!.arrivedAt === undefined && stop.state !== 'dropped' ? 'not reached' : stop.state,
        dropped: day.stops[i]!.dropped
      })),
      takings: day.takings.map((one) => ({
        name: nameOf(one.taxon),
        part: one.part,
        patch: pack.patches.find(({ id }) => id === one.patch)?.name ?? '',
        net: one.net,
        lifted: one.lifted,
        putBack: one.putBack,
        phones: one.byPhone,
        pace: one.pace,
        reasons: one.reasons
      })),
      leftHere: day.leftHere.map((one) => ({ name: nameOf(one.taxon), because: one.because })),
      // Every look that found something, also where a later one found nothing more.
      baskets: day.events.flatMap((one) =>
        one.kind === 'basket' && one.removed.length > 0
          ? [
              {
                person: one.person ? personName(one.person) : 'The group',
                name: nameOf(one.taxon),
                removed: one.removed.map(({ pieces, what }) => `${pieces} ${what}`).join(', '),
                isDangerous: one.removed.some(({ taxon }) => taxon !== undefined)
              }
            ]
          : []
      ),
      tests: day.tests.map((one) => ({
        person: personName(one.person),
        name: nameOf(one.taxon),
        lookalike: one.lookalike && nameOf(one.lookalike),
        outcome: one.outcome,
        hints: one.hints
      })),
      incidents: day.incidents.map((one) => ({
        kind: one.incident,
        person: personName(one.person),
        plant: one.taxon && nameOf(one.taxon),
        done: one.done.join('; '),
        at: at(effectiveAt(one))
      })),
      noticed: await Promise.all(
        day.events.flatMap((one) =>
          one.kind === 'nearly ready' || one.kind === 'new patch' || one.kind === 'unknown plant'
            ? [noticed(db, one, nameOf)]
            : []
        )
      ),
      open: {
        fires: day.fires.length,
        blades: day.bladesOut,
        closed: day.closed !== undefined
      }
    };
  });
};

type Noticed = WalkEventOf<(typeof picturedKinds)[number]>;

/** What was found on the way, in words, with where it stands since and its picture. */
async function noticed(db: SchoolDb, event: Noticed, nameOf: (slug: string) => string) {
  const words =
    event.kind === 'unknown plant'
      ? event.name
      : event.kind === 'nearly ready'
        ? `${nameOf(event.taxon)}, ${event.stage} in about ${counted(event.weeks, 'week')}`
        : `${nameOf(event.taxon)}, ${event.amount}`;
  return { kind: event.kind, words, note: event.note, picture: await pictureAddress(db, event.id) };
}

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
