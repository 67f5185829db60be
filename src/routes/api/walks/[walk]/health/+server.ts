import { error, json } from '@sveltejs/kit';
import { type HealthAlong, lastDay } from '$core/field';
import { notesOfWalk } from '$core/walk';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { healthNotes, logHealthAccess, mayTakeHealthAlong } from '$lib/server/school/health';
import { metTaxa, readPlan } from '$lib/server/walk/plan';
import type { RequestHandler } from './$types';

/** A leader's phone takes along what touches the walk, and locks it. Each time is logged; nothing may keep the answer. */
export const POST: RequestHandler = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const plan = orNotFound(await readPlan(db, viewer, id), 'walk');
    if (!(await mayTakeHealthAlong(db, viewer, plan.walk)))
      error(
        403,
        'Only leaders of this walk take its health notes along, and only where the school allows it.'
      );
    const notes = notesOfWalk(
      await healthNotes(
        db,
        plan.members.map((person) => person.id)
      ),
      metTaxa(plan.library, plan.taxa)
    );
    await logHealthAccess(db, viewer, id);
    const along: HealthAlong = {
      until: lastDay(
        plan.walk.heldOn,
        notes.map(({ keepUntil }) => keepUntil)
      ),
      notes: notes.map(({ person, label, words, matches }) => ({ person, label, words, matches }))
    };
    return json(along, { headers: { 'cache-control': 'no-store' } });
  });
};
