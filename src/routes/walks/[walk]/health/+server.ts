import { error, json } from '@sveltejs/kit';
import { notesBesideTaxa } from '$core/walk';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { healthNotes, logHealthAccess, mayReadHealth } from '$lib/server/school/health';
import { metTaxa, readPlan } from '$lib/server/walk/plan';
import type { RequestHandler } from './$types';

/** Health notes beside the taxa of a walk, for its leaders. Each look is logged; nothing may keep the answer. */
export const GET: RequestHandler = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const plan = orNotFound(await readPlan(db, viewer, id), 'walk');
    if (!mayReadHealth(viewer, plan.walk)) error(403, 'Only leaders of this walk see health notes.');
    const notes = await healthNotes(
      db,
      plan.members.map((person) => person.id)
    );
    await logHealthAccess(db, viewer, id);
    return json(
      {
        notes: notesBesideTaxa(notes, metTaxa(plan.library, plan.taxa)).map(
          ({ person, label, words, matches }) => ({
            person,
            label,
            words,
            matches
          })
        )
      },
      { headers: { 'cache-control': 'no-store' } }
    );
  });
};
