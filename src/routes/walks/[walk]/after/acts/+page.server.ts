import { fail } from '@sveltejs/kit';
import { v7 as uuid } from 'uuid';
import { paperPhone } from '$core/after';
import { WalkEvent, effectiveAt, mayTakeBack, minutesAt, wordsOf } from '$core/field';
import { nameIn } from '$core/knowledge';
import { clockTime } from '$core/route';
import { readFieldDay } from '$lib/server/field/day';
import { readWalkEvents, recordEvent } from '$lib/server/field/walk-events';
import { idAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { walkPage } from '$lib/server/walk/walk-page';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const { plan, brief } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    const nameOf = nameIn(plan.library);
    const names = new Map([...day.people, ...pack.leaders].map(({ id, name }) => [id, name]));
    const personName = (id: string) => names.get(id) ?? 'somebody';
    return {
      acts: day.events.map((event) => {
        const own = event as unknown as Readonly<Record<string, unknown>>;
        return {
          id: event.id,
          at: clockTime(Math.floor(minutesAt(pack, effectiveAt(event)))),
          words: wordsOf({ pack, nameOf, personName }, event),
          plant: typeof own['taxon'] === 'string' ? nameOf(own['taxon']) : '',
          by: personName(event.by),
          phone: event.phone === paperPhone ? 'paper' : String(event.phone),
          // At a desk the whole walk lies there: what only its own phone may take back on the way, may be here.
          mayTakeBack: mayTakeBack(event, event.phone)
        };
      })
    };
  });
};

export const actions: Actions = {
  /** An act that was wrong no longer counts; what follows from it goes, too. */
  back: idAction(requireLeader, 'id', 'act', (id, { event, viewer }) => {
    const walkId = idFrom(event.params['walk'], 'walk');
    return inSchoolOf(viewer, async (db) => {
      const act = (await readWalkEvents(db, walkId)).find((one) => one.id === id);
      if (!act) return fail(404, { problem: 'There is no such act on this walk.' });
      if (!mayTakeBack(act, act.phone))
        return fail(400, { problem: 'This kind of act is never taken back.' });
      const result = await recordEvent(
        db,
        viewer,
        WalkEvent.parse({
          id: uuid(),
          at: db.now.toISOString(),
          offsetMs: 0,
          walkId,
          by: viewer.personId,
          phone: act.phone,
          kind: 'taken back',
          event: id
        })
      );
      return 'problem' in result
        ? fail(result.status, result)
        : { done: 'Taken back; what followed from it is gone.' };
    });
  })
};
